import type { JsonObject } from '@tovlet/core/json';
import { eachWithWorkspace, PATIENT } from '../testing/workspace';
import { SandboxStopped } from './failures';
import { Sandbox, type Lane } from './sandbox';
import { SandboxedProcess } from './sandboxed-process';

describe('what people wrote', () => {
  const sandbox = new Sandbox(PATIENT);
  beforeAll(() => sandbox.warm(), 30_000);
  afterAll(() => sandbox.close());
  const evaluate = async (expression: string, lane: Lane = 'serve', limit = 1000) => {
    const calls = [{ inputs: [{ a: 1 }], entry: null }];
    const [outcomes = []] = await sandbox.run({ kind: 'expression', expression, calls }, { lane, limit });
    return outcomes;
  };

  it('runs in processes of its own and comes to values, to nothing, or to a reason', async () => {
    expect<readonly object[]>(await evaluate('a + 1')).toEqual([{ value: 2 }]);
    expect<readonly object[]>(await evaluate('b')).toEqual([{ nothing: true }]);
    expect<readonly object[]>(await evaluate('a + "x"')).toEqual([
      { stopped: jasmine.stringMatching(/number/), misfit: true },
    ]);
    expect<readonly object[]>(await evaluate('a >')).toEqual([
      { stopped: 'The expression ends too early.', misfit: false },
    ]);
  });

  it('is ended when it takes too much memory or time, and nobody else notices', async () => {
    const bombs = ['$pad("x", 500000000)', '$pad("x", 50000000) & $pad("y", 50000000)'];
    for (const bomb of bombs) {
      let turns = 0;
      const watch = setInterval(() => (turns += 1), 5);
      await expectAsync(evaluate(bomb)).withContext(bomb).toBeRejectedWithError(SandboxStopped);
      clearInterval(watch);
      // The main thread went on all the time.
      expect(turns).withContext(bomb).toBeGreaterThan(3);
    }
    expect<readonly object[]>(await evaluate('a + 1')).toEqual([{ value: 2 }]);
  });

  it('does not keep saves and pages waiting behind what is tried', async () => {
    const slow = '$pad("z", 400000000)';
    const tried = Promise.allSettled([evaluate(slow, 'try', 800), evaluate(slow, 'try', 800)]);
    const served = await evaluate('a + 2');
    expect<readonly object[]>(served).toEqual([{ value: 3 }]);
    await tried;
  });

  it('is not run again and again when it had to be ended twice', async () => {
    const bomb = '$pad("w", 300000000)';
    for (let round = 0; round < 2; round += 1) {
      await sandbox.warm();
      await expectAsync(evaluate(bomb, 'serve', 200)).toBeRejectedWithError(SandboxStopped);
    }
    const children = spyOn(SandboxedProcess.prototype, 'run').and.callThrough();
    await expectAsync(evaluate(bomb, 'serve', 200)).toBeRejectedWithError(SandboxStopped);
    expect(children).not.toHaveBeenCalled();
  });
});

describe('rules', () => {
  const workspace = eachWithWorkspace();
  const withRule = async (expression: string, severity: 'refuse' | 'warn' = 'refuse') => {
    const developer = await workspace().signIn();
    const rule = { id: 'u_test', expression, message: 'It has to hold', severity, field: null };
    return workspace().change(developer, { kind: 'set_group', group: 'g_hut', patch: { rules: [rule] } });
  };
  const save = async (status = 'published', values: JsonObject = {}) =>
    workspace().createHut(await workspace().signIn(1), values, { status });

  it('that do not end refuse what they should guard, and say so', async () => {
    expect((await withRule('($f := function($n) { $f($n + 1) }; $f(1)) > 0')).status).toBe(200);
    const { status, body } = await save();
    expect([status, body.errors?.[0]?.code]).toEqual([422, 'rule_undecided']);
    expect(body.detail).toContain('“It has to hold” cannot be answered');
    expect((await save('draft')).status).toBe(201);
  });

  it('that cannot be read are refused when the model is saved', async () => {
    const { status, body } = await withRule('altitude >');
    expect([status, body.detail]).toEqual([422, 'The expression ends too early.']);
  });

  it('about values that are not there hold', async () => {
    await withRule('season_until >= season_from and $length(phone) < 40');
    expect((await save()).status).toBe(201);
  });

  it('are tried in a moment, and say when they do not end', async () => {
    const developer = await workspace().signIn();
    for (const title of ['One', 'Two', 'Three']) await workspace().createHut(developer, {}, { title });
    const attempt = (expression: string) =>
      workspace().send<{ holds: number; looked: number; detail: string }>(
        'POST',
        '/api/studio/model/try-rule',
        { group: 'g_hut', expression },
        developer,
      );
    expect((await attempt('altitude > 3000')).body).toEqual(
      jasmine.objectContaining({ holds: 0, looked: 3 }),
    );
    const endless = await attempt('$map([1..99999], function($n) { $pad("x", 9999) })');
    expect([endless.status, endless.body.detail]).toEqual([
      422,
      jasmine.stringMatching(/cannot be answered/),
    ]);
  });
});

describe('patterns', () => {
  const workspace = eachWithWorkspace();

  it('that cannot be read are refused when the model is saved, wherever they stand', async () => {
    const developer = await workspace().signIn();
    for (const pattern of ['[', '(?=a)b', '(a{900}){900}']) {
      const setting = await workspace().change(developer, {
        kind: 'set_field',
        field: 'f_price_guest',
        patch: { settings: { pattern } },
      });
      const condition = await workspace().change(developer, {
        kind: 'set_field',
        field: 'f_email',
        patch: { shownWhen: { kind: 'field', field: 'f_phone', operator: 'matches', value: pattern } },
      });
      expect([setting.status, condition.status]).withContext(pattern).toEqual([422, 422]);
      expect(setting.body.errors[0]?.code).toBe('pattern_invalid');
    }
  });
});
