import type { Audience } from '@tovlet/core/access/audience';
import type { Scope } from '@tovlet/core/evaluation/scope';
import type { PresentContext } from '@tovlet/core/fields/field-type';
import { isJsonObject, type JsonObject, type JsonValue } from '@tovlet/core/json';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { NOTHING_MORE, type LoadPlan, type LoadWay } from '@tovlet/core/queries/load-plan';
import { targetTypes } from '@tovlet/core/paths/steps/field';
import type { Hop } from '@tovlet/core/paths/steps/step';
import { presentFields } from '@tovlet/core/values/present';
import { referencesOf, type Reference } from '@tovlet/core/values/references';
import type { Database } from '../db/connect';
import type { DeliveredEntry } from './delivered';
import { factsReader } from '../derived/facts';
import { ProblemException } from '../http/problem';
import { extentOf, MOST_THINGS, MOST_VALUES } from './extent';
import { pageInfo } from './page-info';
import { referenceContext } from './reference-context';
import { readThings, thingOf, type Thing } from './things';
import { targetsFrom, targetsOf, type TargetsById } from './ways';

/** An entry as it is read from outside: typed values by key, hidden ones left out. */
export interface PresentedEntry extends PresentedThing {
  readonly record: DeliveredEntry;
}

/** Anything that has a page, as it is read from outside. */
export interface PresentedThing {
  readonly scope: Scope;
  readonly value: JsonObject;
  /** For whom it was presented. */
  readonly audience: Audience;
  /** What was read with it, by id: what conditions on its page look at. */
  readonly around: ReadonlyMap<string, Thing>;
}

/** Documents by the ids of their things. */
type Documents = ReadonlyMap<string, JsonObject>;

/** A way that a statement of its own finds, and where it led. */
interface Followed {
  readonly way: LoadWay;
  readonly targets: TargetsById;
  readonly documents: Documents;
}

const isForward = ({ hop: { kind } }: LoadWay): boolean => kind === 'forward';

/** A way on whose own statement tells where it leads. */
type OwnWay = Parameters<typeof targetsOf>[1];
const isOwn = (way: LoadWay): way is OwnWay => way.hop.kind !== 'forward';

const tooMuch = (detail: string): ProblemException =>
  new ProblemException('invalid_query', `${detail} Include fewer ways, or ask for fewer entries at once.`, [
    { path: 'include', message: 'Too much is included.' },
  ]);

/**
 * Refuses to read far too much, before it is read.
 * @throws ProblemException that says how much it would be
 */
function assertFew(things: number): void {
  if (things > MOST_THINGS)
    throw tooMuch(`Around these entries ${things} others and more would be read; up to ${MOST_THINGS} are.`);
}

/**
 * Refuses what would be written out as far too much.
 * @throws ProblemException that says how much it would be
 */
function assertWithin(documents: Documents): void {
  const extent = extentOf([...documents.values()]);
  if (extent > MOST_VALUES)
    throw tooMuch(
      `With everything that is read around them, these entries would be ${extent} values; up to ${MOST_VALUES} are given.`,
    );
}

/** A term before those above it, each before what it stands below. */
function upwards(ids: readonly string[], from: string, documents: Documents): readonly string[] {
  const order: string[] = [];
  for (let at: string | undefined = from; at !== undefined && ids.includes(at) && !order.includes(at);) {
    order.push(at);
    const above: JsonValue = documents.get(at)?.['parent'] ?? null;
    // Where the plan reads the term above as well, it stands there itself.
    const parent: JsonValue | undefined = isJsonObject(above) ? above['id'] : above;
    at = typeof parent === 'string' ? parent : undefined;
  }
  return order;
}

/**
 * Presents entries, however many, and what a plan reads with them: one statement for each kind of thing they refer to, and a
 * fixed number for each way of the plan.
 */
export class EntryPresenter {
  private readonly around = new Map<string, Thing>();
  /** How many things were asked for beside the entries. */
  private read = 0;
  private open = false;

  constructor(
    private readonly database: Database,
    private readonly model: CompiledModel,
    private readonly audience: Audience,
  ) {}

  /**
   * Whether some references lead to nothing that is published, or to entries of types that their fields do not take: what may
   * come to stand there cannot be said before.
   */
  get leadsAnywhere(): boolean {
    return this.open;
  }

  /**
   * Presents entries.
   * @param plan what of other things is read with them
   * @returns the entries in the order they were given
   * @throws ProblemException where what refers to each other would be written out without end
   */
  async present(
    type: CompiledType,
    records: readonly DeliveredEntry[],
    plan: LoadPlan = NOTHING_MORE,
  ): Promise<readonly PresentedEntry[]> {
    const factsOf = await factsReader(this.database, this.model);
    const given = records.map((record) => ({ record, thing: thingOf(this.model, type, record, factsOf) }));
    const documents = await this.documents(
      given.map(({ thing }) => thing),
      plan,
    );
    if (plan.ways.size > 0) assertWithin(documents);
    return given.map(({ record, thing }) => ({
      record,
      scope: thing.scope,
      audience: this.audience,
      value: documents.get(record.id) ?? {},
      around: this.around,
    }));
  }

  /**
   * Presents things of any kind, with what a plan reads of them.
   * @returns their documents, in the order in which they were given
   * @throws ProblemException where what refers to each other would be written out without end
   */
  async presentThings(things: readonly Thing[], plan: LoadPlan): Promise<readonly JsonObject[]> {
    const documents = await this.documents(things, plan);
    if (plan.ways.size > 0) assertWithin(documents);
    return things.map(({ id }) => documents.get(id) ?? {});
  }

  /**
   * Presents a thing of any kind for a page of its own.
   * @throws ProblemException where what refers to each other would be written out without end
   */
  async presentThing(thing: Thing, plan: LoadPlan): Promise<PresentedThing> {
    const [value = {}] = await this.presentThings([thing], plan);
    return { scope: thing.scope, audience: this.audience, value, around: this.around };
  }

  /** Presents things with what a plan reads of them. */
  private async documents(things: readonly Thing[], plan: LoadPlan): Promise<Documents> {
    const fieldsOf = ({ type }: Thing): readonly CompiledField[] =>
      plan.fields === null ? type.fields : type.fields.filter(({ id }) => plan.fields?.has(id));
    const references = things.flatMap((thing) => referencesOf(fieldsOf(thing), thing.scope));
    const context = await this.contextFor(references, plan);
    const followed = await this.follow(things, plan);
    return new Map(
      things.map((thing) => [
        thing.id,
        {
          ...thing.own,
          ...presentFields(fieldsOf(thing), thing.scope, this.audience, context),
          ...Object.fromEntries(followed.map((each) => [each.way.key, leadingFrom(thing, each)])),
          ...withoutKeys(thing.own, followed),
        },
      ]),
    );
  }

  /** What references are presented as: what the plan reads of them, else what they are everywhere. */
  private async contextFor(references: readonly Reference[], plan: LoadPlan): Promise<PresentContext> {
    const forward = [...plan.ways.values()].filter(isForward);
    const byField = new Map<string, Documents>();
    for (const { hop, plan: further } of forward.filter((way) => way.plan.whole)) {
      const ids = references.filter(({ field }) => field.id === hop.field).map(({ id }) => id);
      if (hop.field !== null) byField.set(hop.field, await this.readAlong(hop, ids, further));
    }
    const others = references.filter(({ field }) => !byField.has(field.id));
    const context = await referenceContext(this.database, this.model, others);
    const hops = new Map(forward.map(({ hop }) => [hop.field, hop]));
    const of = (field: string): PresentContext => {
      const [documents, hop] = [byField.get(field), hops.get(field)];
      if (documents) return { ...context, refer: (_kind, id) => documents.get(id) ?? null };
      return hop ? leadingTo(hop, context) : context;
    };
    this.open ||= references.some((reference) => !this.isAsSet(reference, of(reference.field.id)));
    return { ...context, of };
  }

  /** Whether a reference leads to something, and to what its field takes. */
  private isAsSet({ kind, id, field }: Reference, context: PresentContext): boolean {
    if (kind !== 'entry') return true;
    const type = context.refer(kind, id)?.['type'];
    return targetTypes(field, this.model).some(({ contentType }) => contentType.key === type);
  }

  private async follow(things: readonly Thing[], plan: LoadPlan): Promise<readonly Followed[]> {
    const followed: Followed[] = [];
    for (const way of plan.ways.values()) {
      if (!isOwn(way)) continue;
      const targets = await targetsOf(this.database, way, things, this.model, this.audience);
      const ids = [...targets.values()].flatMap((each) => each.ids);
      const documents = await this.readAlong(way.hop, ids, way.plan);
      followed.push({ way, targets, documents });
    }
    return followed;
  }

  private async readAlong({ to }: Hop, ids: readonly string[], plan: LoadPlan): Promise<Documents> {
    const own = [...new Set(ids)];
    this.read += own.length;
    assertFew(this.read);
    const found = await readThings(this.database, this.model, to.kind, own);
    const things = found.filter(({ type }) => to.types.includes(type));
    for (const thing of things) this.around.set(thing.id, thing);
    return this.documents(things, plan);
  }
}

/** A path leads to things of its types alone; a relation may hold others still, from before its settings changed. */
function leadingTo({ to }: Hop, context: PresentContext): PresentContext {
  if (to.kind !== 'entry') return context;
  const keys = new Set(to.types.map(({ contentType }) => contentType.key));
  return {
    ...context,
    refer(kind, id) {
      const found = context.refer(kind, id);
      return found && keys.has(String(found['type'])) ? found : null;
    },
  };
}

/** The documents that a way leads to from a thing, in order; a page of them with its cursors where one was asked for. */
function leadingFrom({ id }: Thing, { way, targets, documents }: Followed): JsonValue {
  const { ids, cursors, total, ...told } = targetsFrom(targets, id);
  const inOrder = way.hop.kind === 'ancestor_or_self' ? upwards(ids, id, documents) : ids;
  const nodes = inOrder.map((each) => documents.get(each)).filter((each) => each !== undefined);
  if (!way.hop.many) return nodes[0] ?? null;
  if (!way.page) return nodes;
  return {
    nodes,
    edges: nodes.map((node, index) => ({ node, cursor: cursors[index] ?? '' })),
    pageInfo: pageInfo(told, cursors[0] ?? null, cursors.at(-1) ?? null),
    totalCount: total ?? (way.page.counted ? 0 : null),
  };
}

/** What a thing has beside its fields stands before fields of the same key, but not before ways. */
function withoutKeys(own: JsonObject, followed: readonly Followed[]): JsonObject {
  return Object.fromEntries(
    Object.entries(own).filter(([key]) => !followed.some(({ way }) => way.key === key)),
  );
}
