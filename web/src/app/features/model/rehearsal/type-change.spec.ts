import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import type { RehearsedValue } from '@tovlet/core/conversions/rehearsal';
import type { SetField } from '@tovlet/core/model/changes/set-field';
import { of, throwError } from 'rxjs';
import { rehearsalOf } from '../../../../testing/rehearsal';
import { altitude, documentOf, hutGroup, prices, setUpWorkbench, until } from '../../../../testing/workbench';
import { Notices } from '../../../shared/notices';
import { ModelApi } from '../../../shell/model-api';
import type { ModelStore } from '../../../shell/model-store';
import { TypeChange } from './type-change';

const holder = { id: 'e_1', type: 't_hut', title: 'Larch Hut' };
const plain = { losses: [], issue: null, count: 1, holder } as const;
const samples: readonly RehearsedValue[] = [
  { ...plain, kind: 'undecided', before: 'unknown', after: 'unknown' },
  { ...plain, kind: 'reduced', before: 'about 800', after: 800, losses: ['words_around'], count: 3 },
  { ...plain, kind: 'converted', before: '1200', after: 1200 },
];
const change: SetField = { kind: 'set_field', field: 'f_altitude', patch: { kind: 'text', settings: {} } };

describe('another type of a field', () => {
  let model: ModelStore;
  let beneath: HTMLButtonElement;
  let rehearse: jasmine.Spy;
  beforeEach(async () => {
    const server = setUpWorkbench();
    model = await server.loadModel(documentOf(hutGroup(altitude, prices)));
    rehearse = spyOn(TestBed.inject(ModelApi), 'rehearse').and.returnValue(of(rehearsalOf()));
    beneath = document.body.appendChild(document.createElement('button'));
  });
  afterEach(() => {
    panel()?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
    beneath.remove();
  });
  const panel = (): HTMLElement | null => document.querySelector('tov-rehearsal-panel');
  const kind = () => model.compiled().fields.get('f_altitude')?.type.kind;
  const make = (patch: SetField['patch'] = { kind: 'text' }, field = 'f_altitude') =>
    TestBed.inject(TypeChange).make(field, patch, beneath);
  const opened = async (): Promise<HTMLElement> => {
    await until(() => panel()?.querySelector('tov-balance button') !== null && panel() !== null);
    const found = panel();
    if (!found) throw new Error('The rehearsal did not open.');
    return found;
  };
  const press = (name: string): void =>
    [...(panel()?.querySelectorAll('button') ?? [])]
      .find(({ textContent }) => textContent.includes(name))
      ?.click();

  it('is made at once where there are no values', async () => {
    expect(await make()).toBe(true);
    expect([kind(), panel()]).toEqual(['text', null]);
  });

  it('shows what becomes of the values first, the worst of them in words, and is made when it is wanted', async () => {
    rehearse.and.returnValue(of(rehearsalOf(change, samples)));
    const made = make();
    const text = (await opened()).textContent;
    expect(text).toContain('Altitude: Number → Text');
    expect(text).toContain('1 ask for a decision');
    expect(text).toContain('4 converted');
    expect(text).toContain('unknown');
    expect(kind()).toBe('number');
    press('4 converted');
    await until(() => panel()?.textContent.includes('Words beside the number are left out.') === true);
    press('Change the type');
    expect(await made).toBe(true);
    expect([kind(), panel(), document.activeElement]).toEqual(['text', null, beneath]);
  });

  it('is rehearsed again with what is chosen, and made so', async () => {
    rehearse.and.returnValue(of(rehearsalOf(change, samples)));
    const made = make();
    await opened();
    const calls = rehearse.calls.count();
    panel()?.querySelector<HTMLElement>('.mat-mdc-select-trigger')?.click();
    await until(() => document.querySelectorAll('mat-option').length === 3);
    [...document.querySelectorAll<HTMLElement>('mat-option')].at(1)?.click();
    await until(() => rehearse.calls.count() > calls);
    expect((rehearse.calls.mostRecent().args[0] as SetField).conversion?.otherwise).toBe('empty');
    press('Leave it');
    expect(await made).toBe(false);
  });

  it('cannot be made as it is chosen where that could not be rehearsed', async () => {
    rehearse.and.returnValue(of(rehearsalOf(change, samples)));
    const made = make();
    await opened();
    rehearse.and.returnValue(throwError(() => new HttpErrorResponse({ status: 422 })));
    panel()?.querySelector<HTMLElement>('.mat-mdc-select-trigger')?.click();
    await until(() => document.querySelectorAll('mat-option').length === 3);
    [...document.querySelectorAll<HTMLElement>('mat-option')].at(1)?.click();
    const button = (): HTMLButtonElement | undefined =>
      [...(panel()?.querySelectorAll('button') ?? [])].find(({ textContent }) =>
        textContent.includes('Change the type'),
      );
    await until(() => button()?.disabled === true && !panel()?.textContent.includes('Loading'));
    press('Change the type');
    expect(panel()).not.toBeNull();
    press('Leave it');
    expect(await made).toBe(false);
  });

  it('is left by Escape, and the field is as it was', async () => {
    rehearse.and.returnValue(of(rehearsalOf(change, samples)));
    const made = make();
    (await opened())
      .querySelector('button')
      ?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
    expect(await made).toBe(false);
    expect([kind(), panel()]).toEqual(['number', null]);
  });

  it('is not rehearsed where the model does not allow it', async () => {
    const said = spyOn(TestBed.inject(Notices), 'say');
    expect(await make({ kind: 'text' }, 'f_prices')).toBe(false);
    expect(said.calls.mostRecent().args[0]).toContain('has fields under it');
    expect(rehearse).not.toHaveBeenCalled();
  });

  it('is made without a rehearsal while the server is away, which is said', async () => {
    const said = spyOn(TestBed.inject(Notices), 'say');
    rehearse.and.returnValue(throwError(() => new HttpErrorResponse({ status: 0 })));
    expect(await make()).toBe(true);
    expect(said.calls.allArgs().flat().join(' ')).toContain('without a rehearsal');
    expect(kind()).toBe('text');
  });

  it('is not made where the rehearsal fails', async () => {
    rehearse.and.returnValue(throwError(() => new HttpErrorResponse({ status: 422 })));
    expect(await make()).toBe(false);
    expect(kind()).toBe('number');
  });
});
