import { compileModel } from '../model/compile';
import { applyChange } from '../model/changes/index';
import { emptyModel, type ModelDocument } from '../model/document';
import { dataPackageSchema, foreignFieldSchema, type ForeignField } from './data-package';
import { castCell, equivalentField } from './equivalents/index';
import { describePackage } from './describe-package';
import { roleOf, type MovePlan } from './move-plan';
import { newColumnField } from './new-column-field';
import type { Proposing } from './propose-roles';
import { roleId, roleOptions, withRole } from './role-options';
import { recipeOf } from './move-recipe';
import type { ForeignKey, PackageTable } from './package-table';
import { planProblems } from './plan-problems';
import { plannedChanges } from './planned-changes';
import { proposeMove } from './propose-move';
import { tableOrder } from './table-order';

const column = (given: object): ForeignField => foreignFieldSchema.parse({ name: 'column', ...given });

interface Given {
  readonly fields: readonly object[];
  readonly primaryKey?: readonly string[];
  readonly foreignKeys?: readonly ForeignKey[];
  readonly samples?: PackageTable['samples'];
}

const table = (
  name: string,
  { fields, primaryKey = ['id'], foreignKeys = [], samples = [] }: Given,
): PackageTable => ({
  name,
  title: '',
  fields: fields.map((each) => foreignFieldSchema.parse(each)),
  primaryKey,
  foreignKeys,
  missingValues: [''],
  samples,
  problem: null,
});

const id = { name: 'id', type: 'integer' };
const lodges = table('lodges', {
  fields: [
    id,
    { name: 'name', type: 'string' },
    { name: 'altitude', type: 'integer', title: 'Height above the sea', constraints: { minimum: 0 } },
    { name: 'open', type: 'boolean' },
    { name: 'region_id', type: 'integer' },
    { name: 'neighbour', type: 'integer' },
  ],
  foreignKeys: [
    { column: 'region_id', table: 'regions' },
    { column: 'neighbour', table: 'lodges' },
  ],
});
const regions = table('regions', {
  fields: [id, { name: 'name', type: 'string' }, { name: 'parent', type: 'integer' }],
  foreignKeys: [{ column: 'parent', table: 'regions' }],
});
const paths = table('paths', {
  fields: [id, { name: 'title', type: 'string' }, { name: 'from', type: 'integer' }],
  foreignKeys: [{ column: 'from', table: 'lodges' }],
});
const keepers = table('keepers', {
  fields: [id, { name: 'name', type: 'string' }, { name: 'phone', type: 'string' }],
});
const keeping = table('lodge_keepers', {
  fields: [
    { name: 'lodge', type: 'integer' },
    { name: 'keeper', type: 'integer' },
  ],
  primaryKey: ['lodge', 'keeper'],
  foreignKeys: [
    { column: 'lodge', table: 'lodges' },
    { column: 'keeper', table: 'keepers' },
  ],
});
const prices = table('prices', {
  fields: [
    { name: 'lodge', type: 'integer' },
    { name: 'guest', type: 'string' },
    { name: 'price', type: 'number' },
  ],
  primaryKey: [],
  foreignKeys: [{ column: 'lodge', table: 'lodges' }],
});
const all = [paths, lodges, regions, keepers, keeping, prices];

const made = (document: ModelDocument, tables: readonly PackageTable[]) => {
  const plan = proposeMove(compileModel(document), tables, 'developer');
  const changes = plannedChanges(document, { plan, tables });
  return { plan, changes, after: changes.reduce(applyChange, document) };
};

describe('What columns from elsewhere become', () => {
  it('follows what the standard says of them', () => {
    const kinds = [
      'string',
      'integer',
      'number',
      'boolean',
      'date',
      'datetime',
      'time',
      'year',
      'geopoint',
      'list',
    ];
    expect(kinds.map((type) => equivalentField(column({ type }), [])?.kind)).toEqual([
      'text',
      'number',
      'number',
      'switch',
      'date',
      'date_time',
      'time',
      'number',
      'place',
      'text',
    ]);
    expect(equivalentField(column({ type: 'string', format: 'email' }), [])?.kind).toBe('email');
    expect(equivalentField(column({ type: 'list' }), [])?.several).toBeTrue();
  });

  it('carries limits and choices', () => {
    const number = column({ type: 'integer', constraints: { minimum: 3, maximum: 9 } });
    expect<unknown>(equivalentField(number, [])?.settings).toEqual({ min: 3, max: 9, decimals: 0 });
    const choice = column({ type: 'string', constraints: { enum: ['easy', 'hard'] } });
    expect<unknown>(equivalentField(choice, [])?.settings).toEqual({
      choices: [
        { value: 'easy', label: 'easy' },
        { value: 'hard', label: 'hard' },
      ],
    });
    const labelled = column({ type: 'string', categories: [{ value: 'e', label: 'Easy' }, 'hard'] });
    expect<unknown>(equivalentField(labelled, [])?.settings).toEqual({
      choices: [
        { value: 'e', label: 'Easy' },
        { value: 'hard', label: 'hard' },
      ],
    });
  });

  it('takes what nothing is said of as what it looks like', () => {
    const any = column({});
    expect(equivalentField(any, ['2024-05-01', '2023-01-31'])?.kind).toBe('date');
    expect(equivalentField(any, ['<p>Larch</p>'])?.kind).toBe('rich_text');
    expect(equivalentField(any, [{ a: 1 }])?.kind).toBe('code');
    expect(equivalentField(column({ type: 'hologram' }), [true])?.kind).toBe('switch');
  });

  it('reads cells as their columns write them', () => {
    const cast = (cell: string, given: object): unknown => castCell(cell, column(given), ['', '-']);
    expect(cast('1.240,5', { type: 'number', decimalChar: ',', groupChar: '.' })).toBe(1240.5);
    expect(cast('€ 95', { type: 'number', bareNumber: false })).toBe(95);
    expect(cast('J', { type: 'boolean', trueValues: ['J'], falseValues: ['N'] })).toBe(true);
    expect(cast('31.5.1927', { type: 'date', format: '%d.%m.%Y' })).toBe('1927-05-31');
    expect(cast('1.2.68 07:05', { type: 'datetime', format: '%d.%m.%y %H:%M' })).toBe('2068-02-01T07:05:00Z');
    expect(cast('-38.33, 41.51', { type: 'geopoint' })).toEqual({
      latitude: 41.51,
      longitude: -38.33,
      address: '',
    });
    expect(cast('{"type":"Point","coordinates":[1,2]}', { type: 'geojson' })).toEqual({
      latitude: 2,
      longitude: 1,
      address: '',
    });
    expect(cast('stove; sauna', { type: 'list', delimiter: ';' })).toEqual(['stove', 'sauna']);
    expect(cast('["a","b"]', { type: 'array' })).toEqual(['a', 'b']);
    expect(cast('-', { type: 'number' })).toBeNull();
    expect(cast('  ', { type: 'string' })).toBeNull();
  });

  it('leaves what is not written so as it stands', () => {
    const cast = (cell: string, given: object): unknown => castCell(cell, column(given), ['']);
    expect(cast('many', { type: 'integer' })).toBe('many');
    expect(cast('31.2.1927', { type: 'date', format: '%d.%m.%Y' })).toBe('31.2.1927');
    expect(cast('1.1.1927', { type: 'date', format: '%Q.%d.%d' })).toBe('1.1.1927');
    expect(cast('a.*', { type: 'date', format: '%d(' })).toBe('a.*');
    expect(cast('[1', { type: 'array' })).toBe('[1');
    expect(cast('maybe', { type: 'boolean' })).toBe('maybe');
  });
});

describe('The descriptor of a package', () => {
  it('is read in both versions of the standard', () => {
    const one = dataPackageSchema.parse({
      resources: [{ name: 'huts', path: 'huts.csv', schema: { fields: [{ name: 'id' }], primaryKey: 'id' } }],
    });
    expect(one.resources[0]?.schema?.primaryKey).toEqual(['id']);
    const two = dataPackageSchema.parse({
      $schema: 'https://datapackage.org/profiles/2.0/datapackage.json',
      resources: [
        {
          name: 'huts',
          path: ['huts.csv'],
          schema: {
            fields: [{ name: 'id', missingValues: ['x'] }],
            missingValues: [{ value: '-', label: 'none' }],
          },
        },
      ],
    });
    expect(two.resources[0]?.schema?.missingValues).toEqual(['-']);
  });

  it('is refused without tables', () => {
    expect(dataPackageSchema.safeParse({ resources: [] }).success).toBeFalse();
    expect(dataPackageSchema.safeParse({ resources: [{ path: 'a.csv' }] }).success).toBeFalse();
  });
});

describe('What tables from elsewhere become', () => {
  const { plan, after } = made(emptyModel, all);

  it('is a type, a taxonomy, rows, or what joins two others', () => {
    expect(plan.tables.map(({ becomes }) => becomes.role)).toEqual([
      'type',
      'type',
      'taxonomy',
      'type',
      'join',
      'rows',
    ]);
  });

  it('keeps keys, labels and limits', () => {
    const model = compileModel(after);
    const lodge = model.typeByKey.get('lodge');
    expect(lodge?.contentType.plural).toBe('Lodges');
    expect(lodge?.fields.map(({ field }) => [field.key, field.kind])).toEqual([
      ['altitude', 'number'],
      ['open', 'switch'],
      ['neighbour', 'relation'],
      ['keepers', 'relation'],
      ['prices', 'repeater'],
      ['region', 'term'],
    ]);
    const altitude = lodge?.fields[0]?.field;
    expect(altitude?.label).toBe('Height above the sea');
    expect<unknown>(altitude?.settings).toEqual({ min: 0, decimals: 0 });
    const repeater = lodge?.fields.find(({ field }) => field.key === 'prices');
    expect(repeater?.children.map(({ field }) => field.key)).toEqual(['guest', 'price']);
    expect(after.taxonomies.map(({ key, tree }) => [key, tree])).toEqual([['region', true]]);
  });

  it('leads relations to the types that the other tables become', () => {
    const type = roleOf(plan, 'lodges', 'type')?.type;
    const path = compileModel(after).typeByKey.get('path');
    expect<unknown>(path?.fields.find(({ field }) => field.key === 'from')?.field.settings['types']).toEqual([
      type ?? '',
    ]);
  });

  it('makes nothing twice', () => {
    expect(plannedChanges(after, { plan, tables: all })).toEqual([]);
  });

  it('takes what is called alike from the model', () => {
    const again = made(after, all);
    expect(again.changes).toEqual([]);
    expect<unknown>(again.after).toEqual(after);
  });

  it('makes only what is missing', () => {
    const more = table('lodges', {
      fields: [...lodges.fields, { name: 'opened', type: 'date' }],
      foreignKeys: lodges.foreignKeys,
    });
    const { changes, after: now } = made(after, [more, regions]);
    expect(changes.map(({ kind }) => kind)).toEqual(['add_group']);
    expect(
      compileModel(now)
        .typeByKey.get('lodge')
        ?.fields.some(({ field }) => field.key === 'opened'),
    ).toBeTrue();
  });

  it('leaves a relation out whose other table is left out', () => {
    const left = {
      tables: plan.tables.map((each) =>
        each.table === 'lodges' ? { table: 'lodges', becomes: { role: 'left' as const } } : each,
      ),
    };
    const now = plannedChanges(emptyModel, { plan: left, tables: all }).reduce(applyChange, emptyModel);
    expect(compileModel(now).typeByKey.get('path')?.fields).toEqual([]);
  });

  it('goes in an order in which what is named is there, circles last', () => {
    const order = tableOrder(all, plan);
    expect(order.tables.indexOf('lodges')).toBeLessThan(order.tables.indexOf('paths'));
    expect(order.tables.indexOf('keepers')).toBeLessThan(order.tables.indexOf('lodges'));
    expect([...order.late]).toEqual([['lodges', ['neighbour']]]);
  });

  it('names rows by their keys where no column is a title', () => {
    const plain = table('stamps', { fields: [id, { name: 'count', type: 'integer' }] });
    const { plan: own } = made(emptyModel, [plain]);
    const becomes = roleOf(own, 'stamps', 'type');
    expect(
      becomes && recipeOf(becomes).columns.map(({ column: name, to }) => [name, to === 'title']),
    ).toEqual([
      ['count', false],
      ['tovlet:title', true],
    ]);
  });

  it('tells what cannot be done', () => {
    const [first] = plan.tables.filter(({ table: name }) => name === 'lodges');
    if (first?.becomes.role !== 'type') return fail('Lodges become a type');
    const { columns } = first.becomes;
    const required = columns.map((each) =>
      each.column === 'neighbour' && each.made ? { ...each, made: { ...each.made, required: true } } : each,
    );
    const twice = columns.map((each) => ({ ...each, to: each.column === 'open' ? 'title' : each.to }));
    const of = (given: typeof columns) =>
      planProblems(emptyModel, {
        tables: all,
        plan: {
          tables: plan.tables.map((each) =>
            each.table === 'lodges' && each.becomes.role === 'type'
              ? { ...each, becomes: { ...each.becomes, columns: given } }
              : each,
          ),
        },
      }).map(({ table: name, column: at }) => [name, at]);
    expect(of(columns)).toEqual([]);
    expect(of(required)).toEqual([['lodges', 'neighbour']]);
    expect(of(twice)).toEqual([['lodges', 'open']]);
    const homeless = plan.tables.map((each) =>
      each.table === 'lodges' ? { table: 'lodges', becomes: { role: 'left' as const } } : each,
    );
    expect(
      planProblems(emptyModel, { tables: all, plan: { tables: homeless } }).map(({ table: name }) => name),
    ).toEqual(['prices']);
  });
});

describe('A table that becomes something else', () => {
  const model = compileModel(emptyModel);
  const proposing: Proposing = { model, tables: all, role: 'developer' };
  const plan = proposeMove(model, all, 'developer');
  const changed = (name: string, id: string) => {
    const source = all.find((each) => each.name === name);
    const option = source && roleOptions(proposing, source).find((each) => each.id === id);
    return source && option ? withRole(proposing, plan, source, option) : plan;
  };

  it('can be what is there, something new, a part of another, or nothing', () => {
    const idsOf = (of: PackageTable) => roleOptions(proposing, of).map(({ id: option }) => option);
    expect(idsOf(prices)).toEqual(['new_type', 'new_taxonomy', 'rows lodge', 'left']);
    expect(idsOf(keeping)).toEqual(['new_type', 'new_taxonomy', 'rows lodge', 'rows keeper', 'join', 'left']);
    expect(plan.tables.map(roleId)).toEqual([
      'new_type',
      'new_type',
      'new_taxonomy',
      'new_type',
      'join',
      'rows lodge',
    ]);
  });

  it('takes with it what other tables say of it', () => {
    const columnOf = (of: MovePlan, name: string, at: string) =>
      roleOf(of, name, 'type')?.columns.find((each) => each.column === at);
    const terms = changed('lodges', 'new_taxonomy');
    expect(columnOf(terms, 'paths', 'from')?.to).toBe(
      `f_${roleOf(terms, 'lodges', 'taxonomy')?.taxonomy ?? ''}`,
    );
    const left = changed('keepers', 'left');
    expect(columnOf(left, 'lodges', 'lodge_keepers')?.to).toBeNull();
    // What is not about it stays as it was.
    expect(columnOf(left, 'lodges', 'altitude')).toEqual(columnOf(plan, 'lodges', 'altitude'));
    const entries = changed('prices', 'new_type');
    expect(columnOf(entries, 'lodges', 'prices')).toBeUndefined();
    expect(columnOf(entries, 'prices', 'lodge')?.made?.kind).toBe('relation');
  });

  it('gives a column a field of its own, of another type where that is wanted', () => {
    expect(newColumnField(proposing, plan, lodges, 'altitude', 'text')?.kind).toBe('text');
    expect(newColumnField(proposing, plan, lodges, 'neighbour')?.kind).toBe('relation');
    expect(newColumnField(proposing, plan, lodges, 'lodge_keepers')?.kind).toBe('relation');
    expect(newColumnField(proposing, plan, lodges, 'nothing')).toBeNull();
  });

  it('keeps keys that a field may have, and finds others for those that it may not', () => {
    const odd = table('odd', {
      fields: [
        id,
        { name: 'title', type: 'string' },
        { name: 'status', type: 'integer' },
        { name: 'Übung 1', type: 'string' },
      ],
    });
    const { after } = made(emptyModel, [odd]);
    expect(
      compileModel(after)
        .typeByKey.get('odd')
        ?.fields.map(({ field }) => field.key),
    ).toEqual(['status_2', 'ubung_1']);
  });
});

describe('A workspace as a package', () => {
  const { after } = made(emptyModel, all);
  const described = describePackage(compileModel(after), 'lodges', 'Lodges');

  it('is one by the standard, with a table for each type, taxonomy, and what entries name', () => {
    const read = dataPackageSchema.parse(described.descriptor);
    expect(read.resources.map(({ name }) => name).toSorted()).toEqual([
      'keepers',
      'lodges',
      'lodges_keepers',
      'lodges_prices',
      'paths',
      'regions',
    ]);
    const own = read.resources.find(({ name }) => name === 'lodges');
    const altitude = own?.schema?.fields.find(({ name }) => name === 'altitude');
    expect(altitude?.title).toBe('Height above the sea');
    expect(altitude?.constraints.minimum).toBe(0);
    expect(own?.schema?.foreignKeys.map(({ fields }) => fields)).toEqual([['neighbour'], ['region']]);
  });

  it('has the values of an entry in its tables', () => {
    const lodge = compileModel(after).typeByKey.get('lodge');
    const idOf = (key: string): string => lodge?.fields.find(({ field }) => field.key === key)?.id ?? '';
    const repeater = lodge?.fields.find(({ field }) => field.key === 'prices');
    const entry = {
      id: 'e_1',
      title: 'Larch',
      slug: 'larch',
      status: 'draft',
      values: {
        [idOf('altitude')]: 1400,
        [idOf('neighbour')]: 'e_2',
        [idOf('keepers')]: ['e_3', 'e_4'],
        [idOf('prices')]: [{ id: 'r_1', values: { [repeater?.children[0]?.id ?? '']: 'Guest' } }],
      },
    };
    const tables = described.types.find(({ type }) => type.contentType.key === 'lodge')?.tables ?? [];
    const rows = Object.fromEntries(tables.map((each) => [each.name, each.rowsOf(entry, (named) => named)]));
    expect<unknown>(rows).toEqual({
      lodges: [
        { id: 'e_1', title: 'Larch', slug: 'larch', status: 'draft', altitude: 1400, neighbour: 'e_2' },
      ],
      lodges_keepers: [
        { lodge: 'e_1', names: 'e_3' },
        { lodge: 'e_1', names: 'e_4' },
      ],
      lodges_prices: [{ lodge: 'e_1', row: 'r_1', guest: 'Guest' }],
    });
  });
});
