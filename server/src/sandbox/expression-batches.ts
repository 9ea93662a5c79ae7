import { SandboxStopped } from './failures';
import type { Lane, Sandbox } from './sandbox';
import type { ExpressionCall, ExpressionOutcome } from './tasks/expression';

type Outcomes = readonly ExpressionOutcome[];

interface Waiting {
  readonly call: ExpressionCall;
  resolve(outcomes: Outcomes): void;
  reject(error: unknown): void;
}

/** So many inputs go to a process at once: a way there takes as long as a dozen evaluations. */
const AT_ONCE = 100;

/** Parts of what waits, each of no more inputs than go at once; a call stays whole. */
function portions(waiting: readonly Waiting[]): readonly (readonly Waiting[])[] {
  const made: Waiting[][] = [];
  let inputs = AT_ONCE;
  for (const each of waiting) {
    const own = each.call.inputs.length;
    if (inputs + own > AT_ONCE) {
      made.push([]);
      inputs = 0;
    }
    made.at(-1)?.push(each);
    inputs += own;
  }
  return made;
}

const isLate = (outcomes: Outcomes): boolean => outcomes.some((outcome) => 'late' in outcome);

/**
 * Lets expressions of many entries be evaluated together: what is asked for in one turn goes to a process on one way. Nobody pays for
 * another: where together took too long, each is evaluated by itself.
 */
export class ExpressionBatches {
  private readonly waiting = new Map<string, Waiting[]>();

  constructor(
    private readonly sandbox: Sandbox,
    private readonly lane: Lane,
  ) {}

  /**
   * @returns an outcome for each input
   * @throws SandboxStopped when it went beyond a limit by itself; SandboxBusy when too much waits
   */
  evaluate(expression: string, call: ExpressionCall): Promise<Outcomes> {
    return new Promise((resolve, reject) => {
      const others = this.waiting.get(expression);
      const own = { call, resolve, reject };
      if (others) others.push(own);
      else {
        this.waiting.set(expression, [own]);
        setImmediate(() => this.send(expression));
      }
    });
  }

  private send(expression: string): void {
    const waiting = this.waiting.get(expression) ?? [];
    this.waiting.delete(expression);
    for (const portion of portions(waiting)) void this.together(expression, portion);
  }

  private async together(expression: string, portion: readonly Waiting[]): Promise<void> {
    try {
      const outcomes = await this.run(expression, portion, portion.length > 1);
      for (const [at, each] of portion.entries()) {
        const own = outcomes[at] ?? [];
        if (portion.length > 1 && isLate(own)) void this.together(expression, [each]);
        else each.resolve(own);
      }
    } catch (error) {
      if (portion.length > 1 && error instanceof SandboxStopped)
        for (const each of portion) await this.together(expression, [each]);
      else for (const { reject } of portion) reject(error);
    }
  }

  private run(
    expression: string,
    portion: readonly Waiting[],
    isPardoned: boolean,
  ): Promise<readonly Outcomes[]> {
    const calls = portion.map(({ call }) => call);
    return this.sandbox.run({ kind: 'expression', expression, calls }, { lane: this.lane, isPardoned });
  }
}
