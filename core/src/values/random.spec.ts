import { PROGRAMS } from '../access/audience';
import { Ajv2020 } from 'ajv/dist/2020';
import fc from 'fast-check';
import { isConditionList, type Condition } from '../conditions/condition';
import { fieldsSchema } from '../delivery/json-schema';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../json';
import { compileModel } from '../model/compile';
import type { Field } from '../model/document';
import { documentOf, facts, group, typeOf } from '../testing/model';
import { randomFields, valuesOf } from '../testing/random-model';
import { acceptValues } from './accept';
import { plainContext } from './compute';
import { presentFields } from './present';
import { resolveVisibility } from './visibility';

/** A place where values stand, as a reader without cleverness sees it: the way down, from the entry. */
interface Standing {
  readonly field: string | null;
  readonly values: JsonObject;
  readonly above: Standing | null;
}

const setsIn = (value: JsonValue | undefined, each: Field): readonly JsonObject[] => {
  if (each.kind === 'group') return [isJsonObject(value) ? value : {}];
  if (value === undefined || !isJsonList(value)) return [];
  return value.map((row) => (isJsonObject(row) && isJsonObject(row['values']) ? row['values'] : {}));
};

/** A second reading of what shows: field after field in the order of the form, each condition read afresh. */
class Naive {
  private readonly hidden = new Map<JsonObject, Set<string>>();
  private readonly wayTo = new Map<string, readonly Field[]>();

  constructor(
    private readonly fields: readonly Field[],
    private readonly entry: JsonObject,
  ) {
    const note = (inside: readonly Field[], way: readonly Field[]): void => {
      for (const each of inside) {
        this.wayTo.set(each.id, [...way, each]);
        note(each.fields, [...way, each]);
      }
    };
    note(fields, []);
    this.resolve(fields);
  }

  isHidden = (values: JsonObject, id: string): boolean => this.hidden.get(values)?.has(id) === true;

  private standings(way: readonly Field[], from: Standing): readonly Standing[] {
    return way.reduce<readonly Standing[]>(
      (found, each) =>
        found.flatMap((standing) =>
          this.isHidden(standing.values, each.id)
            ? []
            : setsIn(standing.values[each.id], each).map((values) => ({
                field: each.id,
                values,
                above: standing,
              })),
        ),
      [from],
    );
  }

  private resolve(inside: readonly Field[], way: readonly Field[] = []): void {
    for (const each of inside) {
      for (const standing of this.standings(way, { field: null, values: this.entry, above: null })) {
        if (each.shownWhen === null || this.holds(each.shownWhen, standing)) continue;
        const own = this.hidden.get(standing.values) ?? new Set();
        this.hidden.set(standing.values, own.add(each.id));
      }
      this.resolve(each.fields, [...way, each]);
    }
  }

  private holds(condition: Condition, standing: Standing): boolean {
    if (isConditionList(condition)) {
      const held = condition.conditions.filter((part) => this.holds(part, standing)).length;
      if (condition.kind === 'all') return held === condition.conditions.length;
      return condition.kind === 'any' ? held > 0 : held === 0;
    }
    if (condition.kind !== 'field') return false;
    const way = this.wayTo.get(condition.field) ?? [];
    const above = way.slice(0, -1);
    // From the row or group outward to the first place that the way leads through, then down again.
    let from: Standing = standing;
    const chain: Standing[] = [];
    for (let each: Standing | null = standing; each; each = each.above) chain.unshift(each);
    let depth = 0;
    while (depth < above.length && chain[depth + 1]?.field === above[depth]?.id) depth += 1;
    from = chain[depth] ?? standing;
    const places = this.standings(above.slice(depth), from);
    const test = (values: JsonObject): boolean => {
      const value = this.isHidden(values, condition.field) ? null : (values[condition.field] ?? null);
      if (condition.operator === 'is_on') return value === true;
      return typeof value === 'number' && typeof condition.value === 'number' && value > condition.value;
    };
    const held = places.filter(({ values }) => test(values)).length;
    if (depth === above.length) return held === 1;
    if (condition.rows === 'every') return held === places.length;
    return condition.rows === 'no' ? held === 0 : held > 0;
  }

  /** What is presented, by ids, hidden values left out. */
  present(inside: readonly Field[] = this.fields, values: JsonObject = this.entry): JsonObject {
    const shown = inside.filter(({ id }) => !this.isHidden(values, id));
    return Object.fromEntries(
      shown.map((each): [string, JsonValue] => {
        if (each.kind === 'group')
          return [each.key, this.present(each.fields, setsIn(values[each.id], each)[0] ?? {})];
        if (each.kind === 'repeater')
          return [each.key, setsIn(values[each.id], each).map((row) => this.present(each.fields, row))];
        return [each.key, values[each.id] ?? null];
      }),
    );
  }
}

const modelAndValues = randomFields.chain((fields) => valuesOf(fields).map((values) => ({ fields, values })));

/** Objects of their own for every place, so that two empty groups are not taken for one another. */
function filledIn(fields: readonly Field[], values: JsonObject): JsonObject {
  return Object.fromEntries(
    fields.flatMap((each): readonly [string, JsonValue][] => {
      const value = values[each.id];
      if (each.kind === 'group') return [[each.id, filledIn(each.fields, isJsonObject(value) ? value : {})]];
      if (value === undefined) return [];
      if (!isJsonList(value)) return [[each.id, value]];
      const rows = value.map((row) =>
        isJsonObject(row) && isJsonObject(row['values'])
          ? { ...row, values: filledIn(each.fields, row['values']) }
          : row,
      );
      return [[each.id, rows]];
    }),
  );
}

describe('random models with random values', () => {
  it('show what a naive reading shows, at any depth', () => {
    fc.assert(
      fc.property(modelAndValues, ({ fields, values: given }) => {
        const values = filledIn(fields, given);
        const model = compileModel(documentOf(group({ fields })));
        const type = typeOf(model);
        expect(type.cycles).toEqual([]);
        const presented = presentFields(
          type.fields,
          resolveVisibility(model, type, values, facts),
          PROGRAMS,
          plainContext,
        );
        expect<unknown>(presented).toEqual(new Naive(fields, values).present());
      }),
      { numRuns: 400 },
    );
  });

  it('are delivered as the emitted JSON Schema says', () => {
    fc.assert(
      fc.property(modelAndValues, ({ fields, values }) => {
        const model = compileModel(documentOf(group({ fields })));
        const type = typeOf(model);
        const valid = new Ajv2020({ strict: false }).compile(fieldsSchema(type.fields));
        const scope = resolveVisibility(model, type, values, facts);
        expect(valid(presentFields(type.fields, scope, PROGRAMS, plainContext)))
          .withContext(JSON.stringify(valid.errors))
          .toBeTrue();
      }),
      { numRuns: 60 },
    );
  });

  it('go out by key and come back as they were', () => {
    fc.assert(
      fc.property(modelAndValues, ({ fields, values: given }) => {
        const plain = fields.map((each) => withoutConditions(each));
        const model = compileModel(documentOf(group({ fields: plain })));
        const type = typeOf(model);
        const present = (values: JsonObject): JsonObject =>
          presentFields(type.fields, resolveVisibility(model, type, values, facts), PROGRAMS, plainContext);
        const out = present(given);
        const { values, issues } = acceptValues(type.fields, out);
        expect(issues).toEqual([]);
        expect<unknown>(present(values)).toEqual(out);
      }),
    );
  });
});

const withoutConditions = (each: Field): Field => ({
  ...each,
  shownWhen: null,
  fields: each.fields.map(withoutConditions),
});
