import type { RichTextTool } from '@tovlet/core/fields/rich_text/rich_text';
import { richTextTools } from '@tovlet/core/fields/rich_text/settings';
import { pasted } from './pasted';

const ALL: readonly RichTextTool[] = richTextTools;
const without = (...tools: readonly RichTextTool[]): readonly RichTextTool[] =>
  ALL.filter((tool) => !tools.includes(tool));

describe('what is pasted into a text', () => {
  const cases: readonly (readonly [string, string, readonly RichTextTool[], string])[] = [
    [
      'loses what writing programs leave in it',
      '<html><head><style>p{}</style></head><body><!--StartFragment--><p class="MsoNormal">A<o:p> b</o:p></p><p>&nbsp;</p></body></html>',
      ALL,
      '<p>A b</p>',
    ],
    [
      'makes lists of paragraphs that only look like lists',
      '<p style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">·<span>&nbsp;</span></span>One</p>' +
        '<p style="mso-list:l0 level2 lfo1"><span style="mso-list:Ignore">1.</span>Within</p>' +
        '<p style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">·</span>Two</p><p>After</p>' +
        '<p style="mso-list:l1 level1 lfo2"><span style="mso-list:Ignore">1.</span>First</p>',
      ALL,
      '<ul><li>One<ol><li>Within</li></ol></li><li>Two</li></ul><p>After</p><ol><li>First</li></ol>',
    ],
    [
      'is not bold for a wrapper that says normal',
      '<b style="font-weight:normal"><p>Plain</p></b>',
      ALL,
      '<p>Plain</p>',
    ],
    ['has headings of the page', '<h1>One</h1><h6>Six</h6>', ALL, '<h2>One</h2><h4>Six</h4>'],
    ['keeps words where headings are not offered', '<h2>One</h2>', without('headings'), '<p>One</p>'],
    [
      'keeps words where nothing is offered',
      '<blockquote><p><strong>a</strong> <em>b</em> <a href="/x">c</a> <code>d</code></p></blockquote><ul><li>e<ul><li>f</li></ul></li></ul><hr>',
      [],
      '<p>a b c d</p><p>e</p><p>f</p>',
    ],
    [
      'has rows as lines where tables are not offered',
      '<table><tbody><tr><td>a</td><td>b</td></tr><tr><td>c</td></tr></tbody></table>',
      without('table'),
      '<p>a · b</p><p>c</p>',
    ],
    ['keeps pictures of the media', '<img data-medium="m_1">', ALL, '<img data-medium="m_1">'],
    ['never acts', '<p onclick="x()">a<script>x()</script></p>', ALL, '<p onclick="x()">a</p>'],
  ];
  for (const [what, html, tools, clean] of cases)
    it(what, () => expect(pasted(html, tools).html).toBe(clean));

  it('says how many pictures could not come along', () => {
    const html = '<picture><source><img src="a.png"></picture><img src="b.png"><img data-medium="m_1">';
    expect(pasted(html, ALL)).toEqual({ html: '<img data-medium="m_1">', picturesLeftOut: 2 });
    expect(pasted(html, []).picturesLeftOut).toBe(3);
  });
});
