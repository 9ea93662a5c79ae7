import { gridFromHtml } from './html-grid';
import { copiedGrid } from './copied-grid';

describe('a table that was copied as HTML', () => {
  it('is read cell by cell, with line breaks and spaces as they are seen', () => {
    const html = `<meta charset="utf-8"><table><tr><th>Name</th><th>Note</th></tr>
      <tr><td>Larch&nbsp;Hut</td><td><p>One</p><p>Two<br>Three</p></td></tr></table>`;
    expect(gridFromHtml(html)).toEqual([
      ['Name', 'Note'],
      ['Larch Hut', 'One\nTwo\nThree'],
    ]);
  });

  it('has cells over several columns and lines in the first of them, however many they say', () => {
    const html = `<table><tr><td colspan="2">Over two</td><td rowspan="2">Down</td></tr>
      <tr><td>a</td><td>b</td></tr><tr><td>c</td></tr></table>`;
    expect(gridFromHtml(html)).toEqual([
      ['Over two', '', 'Down'],
      ['a', 'b', ''],
      ['c', '', ''],
    ]);
    expect(gridFromHtml('<table><tr><td colspan="99999">x</td></tr></table>')?.[0]?.length).toBe(200);
  });

  it('is never run or put into the page', () => {
    const html = `<table><tr><td>a<script>window.pasted = true</script><style>b{}</style></td>
      <td><img src="x" onerror="window.pasted = true">c</td></tr></table>`;
    expect(gridFromHtml(html)).toEqual([['a', 'c']]);
    expect('pasted' in window).toBeFalse();
    expect(document.querySelector('img[src="x"]')).toBeNull();
  });

  it('is none where there is no table in it', () => {
    expect(gridFromHtml('<p>Just words</p>')).toBeNull();
  });
});

describe('what is copied', () => {
  const data = (parts: Readonly<Record<string, string>>): DataTransfer => {
    const transfer = new DataTransfer();
    for (const [kind, text] of Object.entries(parts)) transfer.setData(kind, text);
    return transfer;
  };

  it('is a table as HTML or with tabs, HTML first', () => {
    const html = '<table><tr><td>a</td><td>b</td></tr></table>';
    expect(copiedGrid(data({ 'text/html': html, 'text/plain': 'x\ty' }))).toEqual([['a', 'b']]);
    expect(copiedGrid(data({ 'text/plain': 'x\ty' }))).toEqual([['x', 'y']]);
  });

  it('is none where it is words, lines of them, or one cell', () => {
    expect(copiedGrid(null)).toBeNull();
    expect(copiedGrid(data({ 'text/plain': 'Well, well\nand so on' }))).toBeNull();
    expect(copiedGrid(data({ 'text/html': '<table><tr><td>one</td></tr></table>' }))).toBeNull();
  });
});
