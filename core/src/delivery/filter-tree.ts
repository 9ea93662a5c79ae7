import { connectives, type Connective } from '../conditions/condition';
import type { CompiledCondition, CompiledConditionList } from '../queries/compile';
import { DEPTH_LIMIT } from '../queries/condition';

/** Lists of conditions that stand in each other, as filters name them: `any`, then the number of the part. */
interface Branch {
  readonly terms: CompiledCondition[];
  readonly lists: Map<Connective, Map<string, Branch>>;
}

const branch = (): Branch => ({ terms: [], lists: new Map() });

const connectiveNamed = (name: string): Connective | undefined => connectives.find((each) => each === name);

const ORDINAL = /^\d{1,3}$/;

function conditionOf({ terms, lists }: Branch): CompiledConditionList {
  const inner = [...lists].map(([kind, parts]): CompiledCondition => {
    const inOrder = [...parts].sort(([a], [b]) => Number(a) - Number(b));
    return { kind, conditions: inOrder.map(([, part]) => conditionOf(part)) };
  });
  return { kind: 'all', conditions: [...terms, ...inner] };
}

/** Gathers the terms of filters such as `filter[any][0][altitude][gte]` into one condition. */
export class FilterTree {
  private readonly root = branch();

  /**
   * Reads where a term stands off the names of its parameter.
   * @returns what adds the term there, and the names that are left; null where lists stand too deep in each other
   */
  place(
    names: readonly string[],
  ): { readonly add: (term: CompiledCondition) => void; readonly rest: readonly string[] } | null {
    let at = this.root;
    let rest = names;
    for (let depth = 0; ; depth += 1) {
      const [name = '', part = ''] = rest;
      const kind = connectiveNamed(name);
      if (!kind || !ORDINAL.test(part)) break;
      if (depth === DEPTH_LIMIT) return null;
      const list = at.lists.get(kind) ?? new Map<string, Branch>();
      at.lists.set(kind, list);
      const next = list.get(String(Number(part))) ?? branch();
      list.set(String(Number(part)), next);
      at = next;
      rest = rest.slice(2);
    }
    const { terms } = at;
    return { add: (term) => void terms.push(term), rest };
  }

  /** All terms as one condition. */
  condition(): CompiledConditionList {
    return conditionOf(this.root);
  }
}
