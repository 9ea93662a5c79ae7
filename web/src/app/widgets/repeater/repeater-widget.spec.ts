import { factsFrom } from '@tovlet/core/evaluation/scope';
import { TestBed } from '@angular/core/testing';
import { type ComponentFixture } from '@angular/core/testing';
import { rowsOf } from '@tovlet/core/fields/repeater/row';
import { field } from '@tovlet/core/model/document';
import { compileModel } from '@tovlet/core/model/compile';
import {
  altitude,
  documentOf,
  hutGroup,
  press,
  prices,
  setUpWorkbench,
  type,
} from '../../../testing/workbench';
import { FieldBox } from '../../forms/field-box';
import { FormStore } from '../../forms/form-store';

const row = (id: string, guest: string) => ({ id, values: { f_guest: guest } });

describe('a repeater on a form', () => {
  let fixture: ComponentFixture<FieldBox>;
  let store: FormStore;
  let element: HTMLElement;
  const open = async (
    rows: readonly ReturnType<typeof row>[],
    settings = prices.settings,
    fields = prices.fields,
  ): Promise<void> => {
    setUpWorkbench();
    TestBed.configureTestingModule({ providers: [FormStore] });
    store = TestBed.inject(FormStore);
    const model = compileModel(documentOf(hutGroup(altitude, { ...prices, settings, fields })));
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
  afterEach(() => element.remove());
  const refresh = async (): Promise<void> => {
    fixture.detectChanges();
    await fixture.whenStable();
  };
  const guests = () => rowsOf(store.values()['f_prices']).map(({ values }) => values['f_guest'] ?? null);
  const click = async (name: string): Promise<void> => {
    const found = [...element.querySelectorAll('button')].find(
      (each) => each.getAttribute('aria-label') === name || each.textContent.trim() === name,
    );
    if (!found) throw new Error(`No button ${name}`);
    found.click();
    await refresh();
  };

  it('adds, inserts, duplicates and deletes rows, and takes each back', async () => {
    await open([row('r_1', 'A')]);
    await click('Add a price');
    await click('Duplicate row 1');
    expect<unknown>(guests()).toEqual(['A', 'A', null]);
    await click('Delete row 1');
    expect<unknown>(guests()).toEqual(['A', null]);
    store.history.undo();
    expect<unknown>(guests()).toEqual(['A', 'A', null]);
    expect(new Set(rowsOf(store.values()['f_prices']).map(({ id }) => id)).size).toBe(3);
  });

  it('stands as a grid or as cards, as the field says', async () => {
    const heads = () => element.querySelectorAll('.heads').length;
    await open([row('r_1', 'A')]);
    expect(heads()).toBe(1);
    element.remove();
    TestBed.resetTestingModule();
    await open([row('r_1', 'A')], { display: 'cards' });
    expect(heads()).toBe(0);
  });

  it('takes no more rows than its maximum', async () => {
    await open([row('r_1', 'A'), row('r_2', 'B'), row('r_3', 'C')]);
    const add = [...element.querySelectorAll('button')].find(({ textContent }) =>
      textContent.includes('Add a price'),
    );
    expect(add?.disabled).toBeTrue();
  });

  it('moves rows with Alt and arrow keys and keeps the focus on the moved one', async () => {
    await open([row('r_1', 'A'), row('r_2', 'B')]);
    const grip = element.querySelectorAll('.grip')[1];
    press(grip ?? null, 'ArrowUp', { altKey: true });
    await refresh();
    await fixture.whenStable();
    expect<unknown>(guests()).toEqual(['B', 'A']);
    expect(document.activeElement).toBe(element.querySelectorAll('.grip')[0] ?? null);
  });

  it('edits the cell of one row alone', async () => {
    await open([row('r_1', 'A'), row('r_2', 'B')]);
    type(element.querySelector('[aria-label="Guest, row 2"]'), 'Families');
    expect<unknown>(guests()).toEqual(['A', 'Families']);
  });

  it('opens the row that an error leads to, also far out of sight', async () => {
    const many = Array.from({ length: 300 }, (_, index) => row(`r_${index}`, `Guest ${index}`));
    await open(many, { ...prices.settings, maxRows: null }, [
      ...prices.fields,
      field({ id: 'f_words', key: 'words', label: 'Words', kind: 'long_text' }),
    ]);
    expect(element.querySelector('.card')).toBeNull();
    store.revealed.set(['f_prices', 250, 'f_guest']);
    await fixture.whenStable();
    expect(element.querySelector('.card')?.getAttribute('aria-label')).toBe('Row 251');
    expect((element.querySelector('.card input') as HTMLInputElement).value).toBe('Guest 250');
  });

  it('draws only the rows in sight when there are thousands', async () => {
    const many = Array.from({ length: 3000 }, (_, index) => row(`r_${index}`, `Guest ${index}`));
    await open(many, { ...prices.settings, maxRows: null });
    await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
    await refresh();
    const drawn = element.querySelectorAll('tov-repeater-row').length;
    expect(drawn).toBeGreaterThan(2);
    expect(drawn).toBeLessThan(100);
  });

  it('shows the rows that say something, or with which something is wrong, once there are many', async () => {
    await open(
      Array.from({ length: 9 }, (_each, at) => row(`r_${at}`, at === 4 ? '' : `Guest ${at}`)),
      {},
    );
    const numbers = () => [...element.querySelectorAll('.row .count')].map((each) => each.textContent.trim());
    const box = element.querySelector('.tools input');
    type(box, 'guest 7');
    await refresh();
    expect(numbers()).toEqual(['8']);
    expect(element.querySelector('.tools [role="status"]')?.textContent).toBe('1 of 9');
    await click('Duplicate row 8');
    expect<unknown>(guests().slice(7)).toEqual(['Guest 7', 'Guest 7', 'Guest 8']);
    await click('Show all');
    expect(numbers().length).toBe(10);
    const only = element.querySelector<HTMLInputElement>('.tools mat-checkbox input');
    expect(only?.closest('mat-checkbox')?.textContent.trim()).toBe('Only 1 row with something wrong');
    only?.click();
    await refresh();
    expect(numbers()).toEqual(['5']);
    store.revealed.set(['f_prices', 0, 'f_guest']);
    await refresh();
    expect(numbers().length).toBe(10);
  });

  it('does something with several rows at once, and takes it back in one step', async () => {
    await open(
      ['A', 'B', 'C', 'D'].map((guest) => row(`r_${guest}`, guest)),
      {},
    );
    const choose = (name: string, shiftKey = false) => {
      const found = element.querySelector(`[aria-label="${name}"]`);
      found?.dispatchEvent(new MouseEvent('click', { shiftKey, bubbles: true }));
    };
    choose('Choose row 1');
    choose('Choose row 3', true);
    await refresh();
    expect(element.querySelector('.chosen-rows strong')?.textContent).toBe('3 rows chosen');
    choose('Choose row 2');
    await refresh();
    await click('Duplicate');
    expect<unknown>(guests()).toEqual(['A', 'B', 'C', 'A', 'C', 'D']);
    expect(element.querySelector('.chosen-rows')).toBeNull();
    expect(new Set(rowsOf(store.values()['f_prices']).map(({ id }) => id)).size).toBe(6);
    store.history.undo();
    await refresh();
    choose('Choose row 2');
    choose('Choose row 4');
    await refresh();
    await click('Delete');
    expect<unknown>(guests()).toEqual(['A', 'C']);
    store.history.undo();
    expect<unknown>(guests()).toEqual(['A', 'B', 'C', 'D']);
    store.history.redo();
    expect<unknown>(guests()).toEqual(['A', 'C']);
  });

  it('of few rows has nothing to look through them by', async () => {
    await open([row('r_1', 'A')]);
    expect(element.querySelector('.tools')).toBeNull();
  });
});
