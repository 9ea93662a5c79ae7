import { field } from '../model/document';
import { fieldOf, modelWith, prices, typeOf } from '../testing/model';
import {
  ExpressionStopped,
  hasExpressionEngine,
  isFault,
  readExpression,
  useExpressionEngine,
  type CompiledExpression,
} from './engine';
import { jsonataEngine } from './jsonata-engine';
import { pathsIn } from './names-in';
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
    ['$map(prices, function($p) { $p.amount })', ['prices', 'prices.amount']],
    ['$filter(prices, function($p, $i) { $i.amount })', ['prices']],
    ['$sort(prices, function($a, $b) { $a.amount > $b.guest })', ['prices', 'prices.amount', 'prices.guest']],
    ['$reduce(prices, function($sum, $p) { $sum + $p.amount }, 0)', ['prices', 'prices.amount']],
    ['$each(prices, function($p) { $p.amount })', ['prices']],
    ['($r := rooms[floor = 1]; $r.beds)', ['rooms', 'rooms.floor', 'rooms.beds']],
    ['($r := rooms; $r := 1; $r.beds)', ['rooms']],
    ['$r.beds', []],
    ['rooms.$sum(beds)', ['rooms', 'rooms.beds']],
    ['rooms[$.floor = 1]', ['rooms', 'rooms.floor']],
    ['$.altitude', ['altitude']],
    ['$max([altitude, beds])', ['altitude', 'beds']],
    ['true and false or null', []],
    ['/* only a note: altitude */ 1', []],
    ['beds /* each */ .width', ['beds', 'beds.width']],
    ['rooms{beds: width}', ['rooms', 'rooms.beds', 'rooms.width']],
    ['{"key": altitude}', ['altitude']],
    ['$match(altitude, /beds \\/ rate/i) & rooms', ['altitude', 'rooms']],
    ['altitude / beds / rate', ['altitude', 'beds', 'rate']],
    ['(altitude) / beds /* rate */ / rooms[0] / rate', ['altitude', 'beds', 'rooms', 'rate']],
    ['/beds/', []],
    ['rooms[0].(beds + $$.rate)', ['rooms', 'rooms.beds', '$$.rate']],
    ['(rooms).beds', ['rooms']],
    ['$f(rooms).beds', ['rooms']],
    ['[rooms].beds', ['rooms']],
    ['rooms[floor = 1][beds > 2].width', ['rooms', 'rooms.floor', 'rooms.beds', 'rooms.width']],
    ['rooms.bunks.(width > $entry.rate)', ['rooms', 'rooms.bunks', 'rooms.bunks.width', '$$.rate']],
    ['altitude altitude `altitude`', ['altitude']],
    ['$$', []],
    ['rooms + .beds', ['rooms']],
    [') altitude', ['altitude']],
    ['a.b + a.b', ['a', 'a.b']],
    ['`a.b` + a.b', ['a.b', 'a', 'a.b']],
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

describe('the engine of expressions', () => {
  // Other specs count on the engine of the language.
  afterEach(() => useExpressionEngine(jsonataEngine));

  it('is given once, and reads each expression once', () => {
    const read = jasmine.createSpy('compile').and.callFake(() => ({ message: 'It is read.', position: 0 }));
    useExpressionEngine({ compile: read });
    expect(hasExpressionEngine()).toBeTrue();
    for (let time = 0; time < 3; time += 1) readExpression('a');
    expect(read).toHaveBeenCalledOnceWith('a');
    useExpressionEngine({ compile: read });
    readExpression('a');
    expect(read).toHaveBeenCalledTimes(2);
  });

  it('forgets what it read, so that it does not grow without end', () => {
    const read = jasmine.createSpy('compile').and.callFake(() => ({ message: 'It is read.', position: 0 }));
    useExpressionEngine({ compile: read });
    for (let index = 0; index <= 2000; index += 1) readExpression(`a${index}`);
    readExpression('a0');
    expect(read).toHaveBeenCalledTimes(2001);
    readExpression('one more');
    readExpression('a0');
    expect(read).toHaveBeenCalledTimes(2003);
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

  it('that cannot be read say why and where, as a sentence', () => {
    expect(['altitude >', 'a b', '$match(a, //)'].map(readExpression)).toEqual([
      { message: 'The expression ends too early.', position: 10 },
      { message: 'Syntax error: "b".', position: 3 },
      { message: 'Empty regular expressions are not allowed.', position: 11 },
    ]);
  });

  const reasonOf = async (expression: string): Promise<ExpressionStopped> => {
    const [result] = await compiled(expression).evaluateEach([{}], {});
    if (result instanceof ExpressionStopped) return result;
    throw new Error(`${expression} comes to ${String(result)}`);
  };

  it('are stopped when they do not end, or work on what they cannot', async () => {
    const endless = '($f := function($n) { $f($n + 1) }; $f(1))';
    await expectAsync(value(endless, {})).toBeRejectedWithError(ExpressionStopped);
    await expectAsync(value('1 + "a"', {})).toBeRejectedWithError(ExpressionStopped);
    expect((await reasonOf(endless)).misfit).toBeFalse();
    expect((await reasonOf('"x" + 1')).misfit).toBeTrue();
    // What the linear engine does not know is no expression at all.
    expect((await reasonOf('$match("ab", /(?=b)/)')).message).toMatch(/\.$/);
    const own = await reasonOf('$error("Is this right?")');
    expect([own.message, own.misfit, own.name]).toEqual(['Is this right?', false, 'ExpressionStopped']);
    expect(new ExpressionStopped('It was too long.').misfit).toBeFalse();
    expect((await reasonOf('1 ~> 2')).message).toMatch(/must be a function\.$/);
  });

  it('come to a value or a reason for each of several inputs', async () => {
    const [first, second, third] = await compiled('a + 1').evaluateEach([{ a: 1 }, { a: 'x' }, {}], {});
    expect([first, second instanceof ExpressionStopped, third]).toEqual([2, true, undefined]);
  });

  it('match patterns on a linear-time engine', async () => {
    expect(await value('$match(code, /[A-Z]{2}-([0-9]+)/).groups', { code: 'VM-42' })).toEqual(['42']);
    expect(await value('$contains(name, /larch/i)', { name: 'The Larch' })).toBeTrue();
    expect(await value('$contains(name, /larch/)', { name: 'The Larch' })).toBeFalse();
    expect(await value('$match(text, /^b/m).index', { text: 'a\nb' })).toBe(2);
    expect(await value('$match(text, /^b/).index', { text: 'a\nb' })).toBeUndefined();
    expect(await value('$match(text, /(b)?a/)', { text: 'xay' })).toEqual({
      match: 'a',
      index: 1,
      groups: [''],
    });
    expect(JSON.stringify(await value('$match(text, /[a-z]([0-9])/).groups', { text: 'a1b2' }))).toBe(
      '["1","2"]',
    );
    expect(JSON.stringify(await value('$match(text, /a/).index', { text: 'aaXa' }))).toBe('[0,1,3]');
    expect(await value('$split(text, /-/)', { text: 'a-b-c' })).toEqual(['a', 'b', 'c']);
    expect(await value('$replace(name, /a/, "o")', { name: 'banana' })).toBe('bonono');
    expect(await value('$contains(text, /^(a+)+$/)', { text: `${'a'.repeat(3000)}!` })).toBeFalse();
  });
});
