import fc from 'fast-check';
import type { JsonObject } from '../json';
import { compileModel } from '../model/compile';
import { documentOf, facts, group, hutModel, prices, typeOf } from '../testing/model';
import { randomFields, valuesOf } from '../testing/random-model';
import { applyValueChange } from './changes';
import { rememberIssues } from './known-issues';
import { validateEntry } from './validate';
import { resolveVisibility } from './visibility';

const row = (id: string, guest: string) => ({ id, values: { f_guest: guest, f_amount: 'dear' } });

describe('issues that are remembered', () => {
  it('are those that are found anew, entry after entry', () => {
    const entries = randomFields.chain((fields) =>
      fc.array(valuesOf(fields), { minLength: 1, maxLength: 4 }).map((values) => ({ fields, values })),
    );
    fc.assert(
      fc.property(entries, ({ fields, values: all }) => {
        const model = compileModel(documentOf(group({ fields })));
        const type = typeOf(model);
        const own = rememberIssues();
        const issuesOf = (values: JsonObject, remembered = own) =>
          validateEntry(type, resolveVisibility(model, type, values, facts), 'published', remembered);
        for (const values of [...all, ...all])
          expect(issuesOf(values)).toEqual(issuesOf(values, rememberIssues()));
      }),
      { numRuns: 100 },
    );
  });

  it('are looked for again only in the row that changed', () => {
    const type = typeOf(hutModel);
    const amount = hutModel.fields.get('f_amount');
    if (!amount) throw new Error('Prices have amounts.');
    const validate = spyOn(amount.behaviour, 'validate').and.callThrough();
    const own = rememberIssues();
    const issuesOf = (values: JsonObject) =>
      validateEntry(type, resolveVisibility(hutModel, type, values, facts), 'draft', own).map(({ path }) =>
        path.join('/'),
      );
    const before = { [prices.id]: [row('r_1', 'Adult'), row('r_2', 'Child')] };
    expect(issuesOf(before)).toEqual([`${prices.id}/0/f_amount`, `${prices.id}/1/f_amount`]);
    expect(validate).toHaveBeenCalledTimes(2);
    const place = [{ field: prices.id, row: 'r_2' }];
    const after = applyValueChange(before, { kind: 'set_value', place, field: 'f_amount', value: 12 });
    expect(issuesOf(after)).toEqual([`${prices.id}/0/f_amount`]);
    expect(validate).toHaveBeenCalledTimes(3);
  });
});
