import { TestBed } from '@angular/core/testing';
import type { Editor } from '@tiptap/core';
import type { JsonValue } from '@tovlet/core/json';
import { compileModel } from '@tovlet/core/model/compile';
import { field } from '@tovlet/core/model/document';
import { Screen } from '../../../testing/screen';
import {
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  until,
  type TestServer,
} from '../../../testing/workbench';
import { EntryFinderHarness } from '../../pickers/entry/entry-finder.harness';
import { Dialogs } from '../../shared/dialogs';
import type { Notices } from '../../shared/notices';
import { RichTextWidget } from './rich-text-widget';

const TABLE =
  '<p>Hours</p><table><tbody><tr><th><p>a</p></th></tr><tr><td><p>b</p></td></tr></tbody></table>';

describe('the widget of rich text', () => {
  let server: TestServer;
  let screen: Screen<RichTextWidget>;
  let commits: JsonValue[];
  let editor: Editor;
  let notices: jasmine.SpyObj<Notices>;
  const open = async (value: JsonValue, tools = ['link', 'picture', 'table', 'bold']): Promise<void> => {
    server = setUpWorkbench();
    notices = hearNotices();
    const own = field({ id: 'f_text', key: 'text', label: 'Text', kind: 'rich_text', settings: { tools } });
    const document = documentOf(hutGroup(own));
    await server.loadModel(document);
    commits = [];
    screen = await Screen.of(RichTextWidget, {
      field: compileModel(document).fields.get('f_text'),
      value,
      inputId: 'box',
      commit: (next: JsonValue) => commits.push(next),
    });
    await until(async () => {
      await screen.drawn();
      return screen.all('.ProseMirror').length > 0;
    });
    const [surface] = screen.all<HTMLElement & { editor: Editor }>('.ProseMirror');
    if (!surface) throw new Error('There is no editor.');
    editor = surface.editor;
    await screen.drawn();
  };
  /** The last commit, as it was, comes back as the value. */
  const takeBack = (): Promise<void> => screen.set('value', commits.at(-1) ?? null);
  const answerMedium = async (status = 200): Promise<void> => {
    await until(() => {
      const [request] = server.http.match('/api/studio/media/m_1');
      const medium = { id: 'm_1', url: '/media/m_1.png', alt: 'A ridge', variants: [] };
      if (status === 200) request?.flush(medium);
      else request?.flush({ detail: 'Gone' }, { status, statusText: 'Gone' });
      return request !== undefined;
    });
    await until(() => (screen.all('figcaption')[0]?.textContent ?? '') !== '');
  };
  afterEach(() => screen.leave());

  it('leaves a text as it is until somebody changes it', async () => {
    await open(`${TABLE}<p>One<br />two</p><hr />`);
    editor.commands.setTextSelection(3);
    await screen.set('disabled', true);
    await screen.set('disabled', false);
    editor.commands.setTextSelection(TABLE.indexOf('b'));
    expect(commits.length).toBe(0);
  });

  it('changes the table that the caret stands in', async () => {
    await open(TABLE);
    expect(screen.has('Row below')).toBe(false);
    editor.commands.setTextSelection(editor.state.doc.content.size - 6);
    await screen.drawn();
    await screen.press('Row below');
    expect<unknown>(commits.at(-1)).toBe(TABLE.replace('</tbody>', '<tr><td><p></p></td></tr></tbody>'));
    await screen.press('Remove table');
    expect<unknown>(commits.at(-1)).toBe('<p>Hours</p>');
  });

  it('commits what was there before, after another text came from outside', async () => {
    await open('<p>One</p>');
    editor.commands.setContent('<p>Two</p>', { emitUpdate: true });
    await takeBack();
    await screen.set('value', '<p>Three</p>');
    expect(editor.getText()).toBe('Three');
    editor.commands.setContent('<p>Two</p>', { emitUpdate: true });
    expect<unknown>(commits).toEqual(['<p>Two</p>', '<p>Two</p>']);
  });

  it('leads words to an entry, to an address, and nowhere again', async () => {
    await open('<p>The next hut</p>');
    editor.commands.setTextSelection({ from: 5, to: 9 });
    await screen.press('Link');
    const finder = await screen.part(EntryFinderHarness);
    await finder.type('bir');
    await until(() => {
      const [request] = server.http.match(({ url }) => url.endsWith('/search'));
      request?.flush([{ id: 'e_2', title: 'Birch Hut', typeId: 't_hut', status: 'published' }]);
      return request !== undefined;
    });
    await screen.drawn();
    await until(async () => (await finder.offered()).length > 0);
    await finder.press('Enter');
    expect<unknown>(commits.at(-1)).toBe('<p>The <a data-entry="e_2">next</a> hut</p>');
    editor.commands.setTextSelection(6);
    await screen.press('Link');
    await screen.enter('Address', 'https://huts.example');
    await screen.press('Set');
    expect<unknown>(commits.at(-1)).toBe('<p>The <a href="https://huts.example">next</a> hut</p>');
    await screen.press('Link');
    await screen.press('Take the link out');
    expect<unknown>(commits.at(-1)).toBe('<p>The next hut</p>');
  });

  it('shows a picture, with words of its own', async () => {
    await open('<img data-medium="m_1" />');
    await answerMedium();
    expect(screen.all('figure img')[0]?.getAttribute('src')).toBe('/media/m_1.png');
    expect(screen.text).toContain('A ridge');
    editor.commands.setNodeSelection(0);
    await screen.drawn();
    await screen.enter('Alternative text here', 'The ridge in May');
    expect<unknown>(commits.at(-1)).toBe('<img data-medium="m_1" alt="The ridge in May">');
    await screen.press('Take out');
    expect(commits.at(-1)).toBeNull();
  });

  it('takes a picture from the media', async () => {
    await open('<p>Text</p>');
    spyOn(TestBed.inject(Dialogs), 'ask').and.resolveTo({ id: 'm_1' });
    await screen.press('Picture');
    await until(() => commits.length > 0);
    expect(String(commits.at(-1))).toContain('<img data-medium="m_1">');
  });

  it('says of a picture that it is gone', async () => {
    await open('<img data-medium="m_1" />');
    await answerMedium(404);
    expect(screen.text).toContain('This picture is no longer among the media.');
  });

  it('cleans what is pasted, and says that pictures were left out', async () => {
    await open('<p></p>', ['bold']);
    editor.view.pasteHTML('<h1>Title</h1><p>Words<img src="x.png"></p>');
    expect<unknown>(commits.at(-1)).toBe('<p>Title</p><p>Words</p>');
    expect(notices.say).toHaveBeenCalledWith('A picture was left out: add it from the media.');
  });
});
