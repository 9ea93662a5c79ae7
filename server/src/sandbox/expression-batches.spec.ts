import type { JsonValue } from '@tovlet/core/json';
import { PATIENT } from '../testing/workspace';
import { ExpressionBatches } from './expression-batches';
import { SandboxStopped } from './failures';
import { Sandbox } from './sandbox';

describe('expressions of many entries', () => {
  const sandbox = new Sandbox(PATIENT);
  const batches = new ExpressionBatches(sandbox, 'serve');
  beforeAll(() => sandbox.warm(), 30_000);
  afterAll(() => sandbox.close());
  const evaluate = async (expression: string, inputs: readonly JsonValue[], entry: JsonValue = null) =>
    (await batches.evaluate(expression, { inputs, entry })).map((outcome): unknown =>
      'value' in outcome ? outcome.value : outcome,
    );

  it('go there together, and each gets its own', async () => {
    const run = spyOn(sandbox, 'run').and.callThrough();
    const numbers = Array.from({ length: 30 }, (_each, at) => at);
    const sums = await Promise.all(
      numbers.map((at) => evaluate('a + $entry.b', [{ a: at }, { a: 1 }], { b: at })),
    );
    expect(sums).toEqual(numbers.map((at) => [2 * at, at + 1]));
    expect(run).toHaveBeenCalledTimes(1);
    // More than go at once go on several ways; what is one stays one.
    const many = Array.from({ length: 150 }, (_each, at) => ({ a: at }));
    const [one, other] = await Promise.all([evaluate('a', many), evaluate('a', [{ a: 7 }])]);
    expect([one.length, one[149], other[0]]).toEqual([150, 149, 7]);
    expect(run).toHaveBeenCalledTimes(3);
  });

  it('do not pay for one that comes to no end', async () => {
    const bomb = 'a = 1 ? $pad("x", 500000000) : a';
    const given = [0, 1, 2, 3].map((a) => evaluate(bomb, [{ a }]));
    const ends = await Promise.allSettled(given);
    expect(ends.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled', 'fulfilled']);
    const [, ended] = ends;
    expect(ended?.status === 'rejected' && ended.reason).toBeInstanceOf(SandboxStopped);
  });

  it('are told apart by what they are, not by when they came', async () => {
    const [sum, difference, broken] = await Promise.all([
      evaluate('a + 1', [{ a: 1 }]),
      evaluate('a - 1', [{ a: 1 }]),
      evaluate('a >', [{ a: 1 }]),
    ]);
    expect([sum, difference]).toEqual([[2], [0]]);
    expect(broken[0]).toEqual({ stopped: 'The expression ends too early.', misfit: false });
  });
});
