import type { JsonValue } from '@tovlet/core/json';
import { compileModel } from '@tovlet/core/model/compile';
import { field, type Field } from '@tovlet/core/model/document';
import { documentOf, hearNotices, hutGroup, setUpWorkbench } from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { ListWidget } from './list-widget';

describe('the widget of several values', () => {
  let screen: Screen<ListWidget>;
  let commits: JsonValue[];
  let notices: ReturnType<typeof hearNotices>;
  const open = async (kind: Field['kind'], value: JsonValue, max: number | null = null): Promise<void> => {
    setUpWorkbench();
    notices = hearNotices();
    const own = field({ id: 'f_all', key: 'all', label: 'All', kind, many: { min: null, max } });
    commits = [];
    screen = await Screen.of(ListWidget, {
      field: compileModel(documentOf(hutGroup(own))).fields.get('f_all'),
      value,
      inputId: 'box',
      commit: (next: JsonValue) => commits.push(next),
    });
  };
  const paste = (index: number, text: string): boolean => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', text);
    const event = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true });
    return screen.all('input')[index]?.dispatchEvent(event) === false;
  };
  afterEach(() => screen.leave());

  it('makes values of pasted lines, in the place of the empty box or behind the one they are pasted into', async () => {
    await open('number', [1, '', 9]);
    expect(paste(1, '2\n\n 3,5 \r\nfour\n')).toBeTrue();
    expect<unknown>(commits.at(-1)).toEqual([1, 2, 3.5, 'four', 9]);
    paste(0, '2\n3');
    expect<unknown>(commits.at(-1)).toEqual([1, 2, 3, '', 9]);
  });

  it('leaves one line to the box', async () => {
    await open('text', ['a']);
    expect(paste(0, 'one line\n')).toBeFalse();
    expect(commits.length).toBe(0);
  });

  it('says how many there was no room for', async () => {
    await open('text', ['a'], 3);
    paste(0, 'b\nc\nd\ne');
    expect<unknown>(commits.at(-1)).toEqual(['a', 'b', 'c']);
    expect(notices.say).toHaveBeenCalledWith('2 values were left out.');
  });
});
