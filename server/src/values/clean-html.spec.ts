import { cleanHtml } from './clean-html';

describe('rich text', () => {
  const cases: readonly (readonly [string, string, string])[] = [
    ['keeps what it may hold', '<p>One <strong>two</strong> <em>three</em></p>', ''],
    ['loses scripts with what is in them', '<p>Hello<script>alert(1)</script></p>', '<p>Hello</p>'],
    ['loses what acts on events', '<p onclick="alert(1)">Hello</p>', '<p>Hello</p>'],
    ['loses styles and classes', '<p style="color:red" class="x">Hello</p>', '<p>Hello</p>'],
    ['keeps the words of elements it may not hold', '<div><span>Hello</span></div>', 'Hello'],
    ['loses frames', '<iframe src="https://huts.example"></iframe><p>Hello</p>', '<p>Hello</p>'],
    ['loses pictures from elsewhere', '<img src="x" onerror="alert(1)"><p>Hello</p>', '<p>Hello</p>'],
    [
      'keeps pictures of the media, with words',
      '<img data-medium="m_1" src="https://x.example/a.png" onerror="x()" alt="A &quot;b&quot;">',
      '<img data-medium="m_1" alt="A &quot;b&quot;" />',
    ],
    ['loses pictures that are none', '<img data-medium="m_1%22 onload=x" alt="a"><p>a</p>', '<p>a</p>'],
    [
      'keeps links to entries, without another address',
      '<a href="https://x.example" data-entry="e_1" target="_blank">a</a>',
      '<a data-entry="e_1">a</a>',
    ],
    [
      'loses links to what is no entry',
      '<a data-entry="javascript:x()" href="/y">a</a>',
      '<a href="/y">a</a>',
    ],
    [
      'keeps tables, and how far their cells go',
      '<table class="x"><colgroup><col></colgroup><tbody><tr><th colspan="2" style="x">a</th></tr><tr><td rowspan="9999">b</td></tr></tbody></table>',
      '<table><tbody><tr><th colspan="2">a</th></tr><tr><td>b</td></tr></tbody></table>',
    ],
    ['keeps addresses', '<a href="https://huts.example/a?b=1">a</a>', ''],
    ['keeps addresses of this site', '<a href="/huts">a</a>', ''],
    ['loses addresses that are programs', '<a href="javascript:alert(1)">a</a>', '<a>a</a>'],
    ['loses them however written', '<a href=" jaVa\tscript:alert(1)">a</a>', '<a>a</a>'],
    [
      'loses data and addresses without a scheme',
      '<a href="data:text/html,x">a</a><a href="//x.example">b</a>',
      '<a>a</a><a>b</a>',
    ],
    [
      'lets a new window know nothing of this one',
      '<a href="/x" target="_blank">a</a>',
      '<a href="/x" target="_blank" rel="noopener">a</a>',
    ],
    [
      'means the same by other marks',
      '<b>a</b><i>b</i><h1>c</h1><h6>d</h6>',
      '<strong>a</strong><em>b</em><h2>c</h2><h4>d</h4>',
    ],
    ['keeps where a list starts', '<ol start="3"><li>a</li></ol>', ''],
    ['is closed where it was left open', '<p>One <strong>two', '<p>One <strong>two</strong></p>'],
    [
      'loses drawings that could act',
      '<svg><a xlink:href="javascript:alert(1)"><text>x</text></a></svg>',
      '<a>x</a>',
    ],
  ];
  for (const [what, html, clean] of cases)
    it(what, () => expect(cleanHtml(html)).toBe(clean === '' ? html : clean));

  it('is clean once it is cleaned', () => {
    for (const [, html] of cases) expect(cleanHtml(cleanHtml(html))).toBe(cleanHtml(html));
  });
});
