import type { CompiledField } from '../model/compiled';
import { rowsOf, type Row, type Values } from '../fields/repeater/row';
import { isJsonObject, type JsonValue } from '../json';

/** What a condition may know of the entry beside its values. */
export interface EntryFacts {
  readonly type: string;
  readonly status: string;
  /** The entry's id, or null for one that has not been saved yet. */
  readonly entry: string | null;
  /** Its terms, and all terms above them. */
  readonly term: readonly string[];
  /** The entry above it. */
  readonly parent: string | null;
  /** The template of its page; the standard one has the id of the type. */
  readonly template: string | null;
  /** The role of its author. */
  readonly role: string | null;
}

/** Facts about an entry of which only some are known; the others read as nothing. */
export function factsFrom(known: Partial<EntryFacts> & Pick<EntryFacts, 'type'>): EntryFacts {
  return { status: 'draft', entry: null, term: [], parent: null, template: null, role: null, ...known };
}

const NONE: ReadonlySet<string> = new Set();
const NOTHING: Values = {};

/** The sets of child values that a stored value holds: its rows, or the one set of a group or shape. */
function setsOf(value: JsonValue | undefined, single: boolean): readonly Row[] {
  if (isJsonObject(value)) return [{ id: '', values: value }];
  return single ? [{ id: '', values: NOTHING }] : rowsOf(value);
}

/**
 * Where values are read from: the entry itself, or one row or group within it.
 *
 * A hidden field reads as empty everywhere, its stored value notwithstanding.
 */
export class Scope {
  // Made when first needed: an entry with thousands of rows has as many scopes, most of them without either.
  private hidden: Set<string> | null = null;
  private rowScopes: Map<string, readonly Scope[]> | null = null;

  private constructor(
    readonly facts: EntryFacts,
    readonly values: Values,
    readonly parent: Scope | null,
    /** Fields that hold one set of child values, which is there even where nothing is stored. */
    private readonly singles: ReadonlySet<string>,
    /** The field whose row, or whose one set of values, this is; null for the entry. */
    readonly repeater: string | null,
    readonly row: Row | null,
  ) {}

  /**
   * The scope of a whole entry.
   * @param singles ids of the model's groups and included sets
   */
  static ofEntry(facts: EntryFacts, values: Values, singles: ReadonlySet<string> = NONE): Scope {
    return new Scope(facts, values, null, singles, null, null);
  }

  hide(fieldId: string): void {
    (this.hidden ??= new Set()).add(fieldId);
  }

  isHidden(fieldId: string): boolean {
    return this.hidden !== null && this.hidden.has(fieldId);
  }

  /** The scopes of a field's rows, in order, or of its one set of values; none when it is hidden or empty. */
  rows(repeaterId: string): readonly Scope[] {
    if (this.isHidden(repeaterId)) return [];
    const known = this.rowScopes?.get(repeaterId);
    if (known) return known;
    const scopes = setsOf(this.values[repeaterId], this.singles.has(repeaterId)).map(
      (row) => new Scope(this.facts, row.values, this, this.singles, repeaterId, row),
    );
    (this.rowScopes ??= new Map()).set(repeaterId, scopes);
    return scopes;
  }

  /** A field's value in this very scope: null when hidden or empty. */
  value(field: CompiledField): JsonValue {
    if (this.isHidden(field.id)) return null;
    const value = this.values[field.id];
    return value === undefined || field.behaviour.isEmpty(value) ? null : value;
  }

  /** This scope and those around it, the entry first. */
  private chain(): readonly Scope[] {
    return [...(this.parent?.chain() ?? []), this];
  }

  /** The nearest scope, from this one outward, from which a field under the given repeaters can be seen. */
  reach(ancestors: readonly string[]): { readonly scope: Scope; readonly remaining: readonly string[] } {
    const chain = this.chain();
    let depth = 0;
    while (depth < ancestors.length && chain[depth + 1]?.repeater === ancestors[depth]) depth += 1;
    return { scope: chain[depth] ?? this, remaining: ancestors.slice(depth) };
  }

  /** All scopes found by going down through the named repeaters. */
  descend(repeaters: readonly string[]): readonly Scope[] {
    return repeaters.reduce<readonly Scope[]>(
      (scopes, repeater) => scopes.flatMap((scope) => scope.rows(repeater)),
      [this],
    );
  }
}
