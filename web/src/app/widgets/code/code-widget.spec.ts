import type { EditorView } from '@codemirror/view';
import type { JsonValue } from '@tovlet/core/json';
import { compileModel } from '@tovlet/core/model/compile';
import { field } from '@tovlet/core/model/document';
import { codeLanguages } from '@tovlet/core/fields/code/settings';
import { documentOf, hutGroup, setUpWorkbench, until } from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { CodeEditor } from '../../shared/code-editor';
import { CodeWidget } from './code-widget';
import { languageExtension } from './languages';
import { By } from '@angular/platform-browser';

describe('the widget of code', () => {
  let screen: Screen<CodeWidget>;
  let commits: JsonValue[];
  const open = async (value: JsonValue, more: object = {}, language = 'json'): Promise<void> => {
    setUpWorkbench();
    const own = field({ id: 'f_code', key: 'code', label: 'Code', kind: 'code', settings: { language } });
    commits = [];
    screen = await Screen.of(CodeWidget, {
      field: compileModel(documentOf(hutGroup(own))).fields.get('f_code'),
      value,
      inputId: 'box',
      commit: (next: JsonValue) => commits.push(next),
      ...more,
    });
  };
  /** The editor, once it is there. */
  const editor = async (): Promise<EditorView> => {
    let view: EditorView | undefined;
    await until(async () => {
      await screen.drawn();
      const found = screen.fixture.debugElement.query(By.directive(CodeEditor)) as {
        componentInstance: CodeEditor;
      } | null;
      found?.componentInstance.ready.subscribe((ready) => (view = ready));
      return view !== undefined || screen.all('.cm-content').length > 0;
    });
    const { EditorView: View } = await import('@codemirror/view');
    const [content] = screen.all('.cm-content');
    const at = view ?? (content && View.findFromDOM(content));
    if (!at) throw new Error('There is no editor.');
    return at;
  };
  afterEach(() => screen.leave());

  it('is an editor that knows the language, and gives what is typed', async () => {
    await open('{"a": 1}');
    const view = await editor();
    expect(view.state.doc.toString()).toBe('{"a": 1}');
    view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: '[1]' } });
    view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: '' } });
    expect<unknown>(commits).toEqual(['[1]', null]);
    await screen.set('value', '[2]');
    expect(view.state.doc.toString()).toBe('[2]');
    // What came from outside is nothing that was typed.
    expect(commits.length).toBe(2);
  });

  it('is led to by its label, and left by Tab', async () => {
    await open('1');
    const view = await editor();
    screen.all('#box')[0]?.focus();
    await until(() => view.hasFocus);
    view.contentDOM.dispatchEvent(new KeyboardEvent('keydown', { key: 'Tab', keyCode: 9, bubbles: true }));
    expect(view.state.doc.toString()).toBe('1');
  });

  it('is plain text in the cells of rows', async () => {
    await open('1', { compact: true });
    await screen.drawn();
    expect(screen.all('textarea').length).toBe(1);
  });

  it('is plain text where nothing may be changed', async () => {
    await open('1', { disabled: true });
    await screen.drawn();
    expect(screen.all('textarea').length).toBe(1);
  });

  it('knows every language', async () => {
    await open('1');
    for (const language of codeLanguages)
      expect(await languageExtension(language))
        .withContext(language)
        .toBeDefined();
  });
});
