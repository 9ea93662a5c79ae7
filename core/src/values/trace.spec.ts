import { type Scope } from '../evaluation/scope';
import { facts, hutModel, hutType, typeOf } from '../testing/model';
import { traceConditions } from './trace';
import { resolveVisibility } from './visibility';

const type = typeOf(hutModel);
const trace = (values: Parameters<typeof Scope.ofEntry>[1]) =>
  traceConditions(
    type.fields,
    resolveVisibility(hutModel, type, values, { ...facts, type: hutType.id }),
    hutModel,
  );

describe('the trace of conditions', () => {
  it('tells for each conditional field whether it shows, and the value that decided', () => {
    const [code] = trace({ f_winter: true });
    expect(code?.field.id).toBe('f_code');
    expect(code?.places.map(({ row, shown }) => [row, shown])).toEqual([[null, true]]);
    expect<unknown>(code?.places[0]?.explanation.actual).toEqual([true]);
    expect(trace({})[0]?.places[0]?.shown).toBeFalse();
  });

  it('tells it row by row', () => {
    const rows = [5, 30].map((amount, index) => ({ id: `r_${index}`, values: { f_amount: amount } }));
    const note = trace({ f_prices: rows }).find(({ field }) => field.id === 'f_note');
    expect(note?.places.map(({ row, shown }) => [row, shown])).toEqual([
      [0, false],
      [1, true],
    ]);
    expect(trace({}).find(({ field }) => field.id === 'f_note')?.places).toEqual([]);
  });
});
