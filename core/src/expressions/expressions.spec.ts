import { field } from '../model/document';
import { fieldOf, modelWith, prices, typeOf } from '../testing/model';
import {
  ExpressionStopped,
  isFault,
  readExpression,
  useExpressionEngine,
  type CompiledExpression,
} from './engine';
import { jsonataEngine } from './jsonata-engine';
import { pathsIn } from './paths-in';
import { readsOf, unknownIn } from '../model/reads';

const pathWords = (expression: string): readonly string[] =>
  pathsIn(expression).map(({ from, keys }) => `${from === 'entry' ? '$$.' : ''}${keys.join('.')}`);

describe('the ways an expression reads', () => {
  const cases: readonly (readonly [string, readonly string[]])[] = [
    ['summer >= winter', ['summer', 'winter']],
    ['$sum(prices.amount)', ['prices', 'prices.amount']],
    ['prices[amount > 3].guest', ['prices', 'prices.amount', 'prices.guest']],
    ['prices.(amount * 2)', ['prices', 'prices.amount']],
    ['$$.altitude + $entry.beds', ['$$.altitude', '$$.beds']],
    ['"summer" & \'winter\' /* note */ & `odd name`', ['odd name']],
    ['($x := altitude; $x + 1)', ['altitude']],
    ['$map(prices, function($p) { $p.amount })', ['prices']],
    ['true and false or null', []],
  ];
  for (const [expression, paths] of cases) {
    it(`of ${expression}`, () => expect(pathWords(expression)).toEqual(paths));
  }

  it('lead to fields of the model, and what stands for nothing is told', () => {
    const model = modelWith(
      prices,
      field({ id: 'f_alt', key: 'altitude', label: 'Altitude', kind: 'number' }),
    );
    const { fields } = typeOf(model);
    const scope = { here: fields, entry: fields };
    expect(readsOf('$sum(prices.amount) + altitude', scope)).toEqual(['f_prices', 'f_amount', 'f_alt']);
    expect(unknownIn('$sum(prices.amont) + altitud + slug', scope)).toEqual(['prices.amont', 'altitud']);
    expect(readsOf('amount', { here: fieldOf(model, 'f_prices').children, entry: fields })).toEqual([
      'f_amount',
    ]);
  });
});

describe('expressions', () => {
  beforeEach(() => useExpressionEngine(jsonataEngine));
  const compiled = (expression: string): CompiledExpression => {
    const read = readExpression(expression);
    if (!read || isFault(read)) throw new Error(`${expression} can be read`);
    return read;
  };
  const value = (expression: string, input: unknown): Promise<unknown> =>
    compiled(expression).evaluate(input, {});

  it('come to values, or to nothing', async () => {
    expect(await value('$sum(rooms.beds)', { rooms: [{ beds: 2 }, { beds: 3 }] })).toBe(5);
    expect(await value('a > b', { a: 3 })).toBeUndefined();
  });

  it('that cannot be read say why and where', () => {
    const fault = readExpression('altitude >');
    expect(fault && isFault(fault) && [fault.message, fault.position > 0]).toEqual([
      'The expression ends too early.',
      true,
    ]);
  });

  it('are stopped when they do not end', async () => {
    const endless = '($f := function($n) { $f($n + 1) }; $f(1))';
    await expectAsync(value(endless, {})).toBeRejectedWithError(ExpressionStopped);
    await expectAsync(value('1 + "a"', {})).toBeRejectedWithError(ExpressionStopped);
  });

  it('match patterns on a linear-time engine', async () => {
    expect(await value('$match(code, /[A-Z]{2}-([0-9]+)/).groups', { code: 'VM-42' })).toEqual(['42']);
    expect(await value('$contains(name, /larch/i)', { name: 'The Larch' })).toBeTrue();
    expect(await value('$replace(name, /a/, "o")', { name: 'banana' })).toBe('bonono');
    expect(await value('$contains(text, /^(a+)+$/)', { text: `${'a'.repeat(3000)}!` })).toBeFalse();
  });
});
