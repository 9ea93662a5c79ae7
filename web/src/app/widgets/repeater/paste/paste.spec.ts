import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { Clipboard } from '@angular/cdk/clipboard';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import { rowsOf } from '@tovlet/core/fields/repeater/row';
import type { JsonObject } from '@tovlet/core/json';
import { compileModel } from '@tovlet/core/model/compile';
import { field, type Field } from '@tovlet/core/model/document';
import { documentOf, hutGroup, setUpWorkbench, until, type TestServer } from '../../../../testing/workbench';
import { FieldBox } from '../../../forms/field-box';
import { FormStore } from '../../../forms/form-store';
import { ChoiceHarness } from '../../../shared/choice.harness';

const of = (id: string, label: string, kind: Field['kind'], more: Partial<Field> = {}): Field =>
  field({ id: `f_${id}`, key: id, label, kind, ...more });
const prices = of('prices', 'Prices', 'repeater', {
  settings: { maxRows: 3 },
  fields: [
    of('guest', 'Guest', 'text'),
    of('amount', 'Amount', 'number'),
    of('hut', 'Hut', 'relation', { settings: { types: ['t_hut'] } }),
  ],
});

describe('a table pasted into rows', () => {
  let server: TestServer;
  let fixture: ComponentFixture<FieldBox>;
  let store: FormStore;
  let element: HTMLElement;
  const open = async (rows: readonly JsonObject[], list = prices): Promise<void> => {
    server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [FormStore] });
    store = TestBed.inject(FormStore);
    const document_ = documentOf(hutGroup(list));
    await server.loadModel(document_);
    const model = compileModel(document_);
    const [compiled] = model.types;
    const repeater = model.fields.get('f_prices');
    if (!compiled || !repeater) throw new Error('The model has huts with prices.');
    const facts = factsFrom({ type: 't_hut', status: 'published', entry: null });
    store.open({ model, type: compiled, facts }, { f_prices: rows }, 'published');
    fixture = TestBed.createComponent(FieldBox);
    fixture.componentRef.setInput('field', repeater);
    fixture.componentRef.setInput('scope', store.scope);
    element = fixture.nativeElement;
    document.body.append(element);
    await fixture.whenStable();
  };
  afterEach(() => {
    element.remove();
    document.querySelectorAll('.cdk-overlay-container').forEach((each) => (each.textContent = ''));
  });

  const dialog = (): HTMLElement | null => document.querySelector('mat-dialog-container form.dialog');
  const paste = (target: Element | null | undefined, text: string): ClipboardEvent => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', text);
    const event = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true });
    target?.dispatchEvent(event);
    return event;
  };
  const button = (name: string, within: HTMLElement | null = dialog()): HTMLButtonElement | undefined =>
    [...(within?.querySelectorAll('button') ?? [])].find((each) => each.textContent.trim().endsWith(name));
  const values = () => rowsOf(store.values()['f_prices']).map((row) => row.values);
  const words = (): string => (dialog()?.textContent ?? '').replace(/\s+/g, ' ');

  /** Answers whatever is asked for under some addresses. */
  const answerAll = (answers: Readonly<Record<string, object>>): void => {
    for (const [path, body] of Object.entries(answers))
      for (const request of server.http.match(({ url }) => url === path)) request.flush(body);
  };

  it('is shown with its columns, and becomes rows in one step that is taken back', async () => {
    await open([
      { id: 'r_1', values: { f_guest: 'First' } },
      { id: 'r_2', values: { f_guest: 'Last' } },
    ]);
    const event = paste(
      element.querySelector('.row input'),
      'Amount (€)\tGuest\tColour\n12,5\tMember\tred\nfew\tGuest\t',
    );
    expect(event.defaultPrevented).toBeTrue();
    await until(() => button('Insert 2 rows') !== undefined);
    expect(words()).toContain('1 cell has to be mended');
    expect(words()).toContain('1 column is left out.');
    expect(words()).toContain('There would be 4 rows, and there may be 3.');
    expect(
      [...(dialog()?.querySelectorAll('td.wrong') ?? [])].map((each) => each.getAttribute('title')),
    ).toEqual(['“few” is not a number: Amount takes one.']);
    button('Insert 2 rows')?.click();
    await until(() => values().length === 4);
    expect<unknown>(values()).toEqual([
      { f_guest: 'First' },
      { f_amount: 12.5, f_guest: 'Member' },
      { f_amount: 'few', f_guest: 'Guest' },
      { f_guest: 'Last' },
    ]);
    expect(store.shownIssue(['f_prices', 2, 'f_amount'])?.issue.code).toBe('not_a_number');
    store.history.undo();
    expect(values().length).toBe(2);
    store.history.redo();
    expect(values().length).toBe(4);
  });

  it('leaves words, and what is pasted into a text, as they are', async () => {
    await open([{ id: 'r_1', values: { f_guest: 'First' } }]);
    expect(paste(element.querySelector('.row input'), 'Just some words').defaultPrevented).toBeFalse();
    const text = document.createElement('div');
    text.setAttribute('contenteditable', 'true');
    element.querySelector('.row')?.append(text);
    expect(paste(text, 'a\tb\nc\td').defaultPrevented).toBeFalse();
    store.disabled.set(true);
    await fixture.whenStable();
    expect(paste(element.querySelector('.row input'), 'a\tb').defaultPrevented).toBeFalse();
  });

  it('has what it refers to looked for by its name', async () => {
    await open([]);
    paste(
      element.querySelector('.repeater'),
      'Guest\tHut\nMember\tLarch Hut\nGuest\tTwin Hut\nOther\tNowhere',
    );
    await until(() => dialog() !== null);
    const asked = server.http.expectOne(({ url }) => url === '/api/studio/entries');
    expect(asked.request.params.get('filter')).toContain('Nowhere');
    const item = (id: string, title: string) => ({ id, title, slug: id, status: 'published', columns: {} });
    asked.flush({
      items: [item('e_1', 'Larch Hut'), item('e_2', 'Twin Hut'), item('e_3', 'Twin Hut')],
      total: 3,
    });
    await until(() => button('Insert 3 rows')?.disabled === false);
    button('Insert 3 rows')?.click();
    await until(() => values().length === 3);
    expect<unknown>(values().map((each) => each['f_hut'])).toEqual(['e_1', 'Twin Hut', 'Nowhere']);
  });

  it('can be pasted into the window itself, and typed with commas', async () => {
    await open([]);
    button('Paste a table…', element)?.click();
    await until(() => dialog()?.querySelector('textarea') !== null && dialog() !== null);
    const box = dialog()?.querySelector('textarea');
    if (!box) throw new Error('There is a box.');
    box.value = 'Guest,Amount\nMember,12';
    box.dispatchEvent(new Event('input'));
    await until(() => button('Read the table')?.disabled === false);
    button('Read the table')?.click();
    await until(() => button('Insert 1 row') !== undefined);
    button('Another table')?.click();
    await until(() => dialog()?.querySelector('textarea') !== null);
    paste(dialog()?.querySelector('textarea'), 'Member;12\nGuest;18\nOther;20');
    await until(() => button('Insert 3 rows') !== undefined);
    button('Another table')?.click();
    await until(() => dialog()?.querySelector('textarea') !== null);
    paste(dialog()?.querySelector('textarea'), 'Member\t12\nGuest\t18');
    await until(() => button('Insert 2 rows') !== undefined);
    button('Cancel')?.click();
    await until(() => dialog() === null);
    expect(values()).toEqual([]);
  });

  it('offers an editor no column that only developers may change, and shows none that only they see', async () => {
    const list = of('prices', 'Prices', 'repeater', {
      fields: [
        of('guest', 'Guest', 'text'),
        of('office', 'Office', 'text', { editors: 'see' }),
        of('secret', 'Hidden', 'text', { editors: 'nothing' }),
      ],
    });
    await open([{ id: 'r_1', values: { f_guest: 'First', f_office: 'x' } }], list);
    expect(
      [...element.querySelectorAll('.heads span')].map((each) => each.textContent.trim()).filter(Boolean),
    ).toEqual(['Guest', 'Office']);
    expect(
      [...element.querySelectorAll<HTMLInputElement>('.row input')].map(({ disabled }) => disabled),
    ).toEqual([false, true]);
    paste(element.querySelector('.row input'), 'Guest\tOffice\tHidden\nMember\ta\tb');
    await until(() => button('Insert 1 row') !== undefined);
    expect(words()).toContain('2 columns are left out.');
    button('Insert 1 row')?.click();
    await until(() => values().length === 2);
    expect<unknown>(values()[1]).toEqual({ f_guest: 'Member' });
  });

  it('becomes rows of the shape that is chosen, in a mixed list', async () => {
    const mixed = of('prices', 'Ways', 'mixed_list', {
      fields: [
        of('foot', 'On foot', 'group', { fields: [of('minutes', 'Minutes', 'number')] }),
        of('train', 'By train', 'group', {
          fields: [of('station', 'Station', 'text'), of('line', 'Line', 'text')],
        }),
      ],
    });
    await open([], mixed);
    paste(element.querySelector('.repeater'), 'Station\tLine\nKest\t7\nOrr\t9');
    await until(() => dialog() !== null);
    const shapes = await TestbedHarnessEnvironment.documentRootLoader(fixture).getHarness(
      ChoiceHarness.with({ label: 'Shape' }),
    );
    await shapes.choose('By train');
    await until(() => button('Insert 2 rows') !== undefined && words().includes('Kest'));
    button('Insert 2 rows')?.click();
    await until(() => values().length === 2);
    expect<unknown>(values()).toEqual([
      { f_train: { f_station: 'Kest', f_line: '7' } },
      { f_train: { f_station: 'Orr', f_line: '9' } },
    ]);
  });

  it('is written from rows as it is read again', async () => {
    await open([{ id: 'r_1', values: { f_guest: 'Member', f_amount: 1234.5, f_hut: 'e_1' } }]);
    const copy = spyOn(TestBed.inject(Clipboard), 'copy').and.returnValue(true);
    button('Copy the rows', element)?.click();
    const titles = [{ id: 'e_1', title: 'Larch Hut', type: 't_hut', status: 'published' }];
    await until(() => {
      answerAll({
        '/api/studio/entries/titles': titles,
        '/api/studio/terms': [],
        '/api/studio/people': [],
      });
      return copy.calls.count() === 1;
    });
    expect(copy.calls.mostRecent().args[0].split('\n')).toEqual([
      'Guest\tAmount\tHut',
      'Member\t1,234.5\tLarch Hut',
    ]);
  });
});
