import { PROGRAMS } from '../access/audience';
import { runChecks } from '../checks';
import { asks, documentOf, facts, group, modelWith, typeOf } from '../testing/model';
import type { JsonObject } from '../json';
import { plainContext } from '../values/compute';
import { acceptValues } from '../values/accept';
import { presentFields } from '../values/present';
import { validateEntry } from '../values/validate';
import { resolveVisibility } from '../values/visibility';
import { applyChange, ChangeRefused, type ModelChange } from './changes';
import { compileModel } from './compile';
import { field, plainGroup, type Field, type FieldGroup, type ModelDocument } from './document';
import { originOf } from './expand';

const text = (id: string, more: Partial<Field> = {}): Field =>
  field({ id: `f_${id}`, key: id, label: id, kind: 'text', ...more });
const include = (id: string, set: string): Field =>
  field({ id: `f_${id}`, key: id, label: id, kind: 'shared_set', settings: { set } });
const set = (id: string, ...fields: readonly Field[]): FieldGroup => ({
  ...plainGroup,
  id: `g_${id}`,
  key: id,
  label: id,
  shared: true,
  appearsOn: { kind: 'any', conditions: [] },
  fields,
});
const words = set(
  'words',
  text('title', { key: 'headline' }),
  text('note', { shownWhen: asks('f_title', 'is_filled'), required: true }),
);
const twice = documentOf(group({ fields: [include('one', 'g_words'), include('two', 'g_words')] }), words);

describe('shared sets', () => {
  const model = compileModel(twice);
  const hut = typeOf(model);
  const scopeOf = (values: object) => resolveVisibility(model, hut, { ...values }, facts);

  it('stand where they are included, each time with values of their own', () => {
    const { values, issues } = acceptValues(hut.fields, {
      one: { headline: 'A' },
      two: { headline: 'B', note: 'C' },
    });
    expect(issues).toEqual([]);
    expect<unknown>(presentFields(hut.fields, scopeOf(values), PROGRAMS, plainContext)).toEqual({
      one: { headline: 'A', note: null },
      two: { headline: 'B', note: 'C' },
    });
  });

  it('keep their conditions among their own fields', () => {
    const scope = scopeOf({ f_one: { f_one__f_title: 'A' }, f_two: {} });
    expect(validateEntry(hut, scope, 'published').map(({ path }) => path)).toEqual([
      ['f_one', 'f_one__f_note'],
    ]);
  });

  it('are changed in one place for all', () => {
    const renamed = applyChange(twice, { kind: 'set_field', field: 'f_title', patch: { key: 'top_line' } });
    const keys = compileModel(renamed).types[0]?.fields.map(({ children }) => children[0]?.key);
    expect(keys).toEqual(['top_line', 'top_line']);
    expect(originOf('f_one__f_title')).toBe('f_title');
  });

  it('leave groups without sets as they are, and what did not change compiled', () => {
    const plain = documentOf(group({ fields: [text('a')] }), words);
    const [before] = compileModel(plain).types;
    const after = compileModel(
      applyChange(plain, { kind: 'set_field', field: 'f_note', patch: { label: 'N' } }),
    );
    expect(after.types[0]).toBe(before);
  });

  it('appear on nothing by themselves', () => {
    const [only] = compileModel(documentOf(words)).types;
    expect(only?.groups).toEqual([]);
    expect(runChecks(compileModel(documentOf(words)))).toEqual([]);
  });

  it('cannot include themselves, neither directly nor through others', () => {
    const document = documentOf(set('a', text('x')), set('b', include('in_b', 'g_a')));
    const add = (where: string, what: string): ModelChange => ({
      kind: 'add_field',
      group: where,
      parent: null,
      index: 0,
      field: include('loop', what),
    });
    expect(() => applyChange(document, add('g_a', 'g_a'))).toThrowError(ChangeRefused);
    expect(() => applyChange(document, add('g_a', 'g_b'))).toThrowError(ChangeRefused);
    expect(() => applyChange(document, add('g_b', 'g_a'))).not.toThrow();
  });

  it('that include themselves all the same are reported, and end', () => {
    const loop = documentOf(set('a', include('again', 'g_a')), group({ fields: [include('one', 'g_a')] }));
    expect(runChecks(compileModel(loop)).map(({ code }) => code)).toContain('shared_set_cycle');
  });
});

describe('nesting', () => {
  const levels = (count: number): Field =>
    field({
      id: `f_level${count}`,
      key: `level${count}`,
      label: `Level ${count}`,
      kind: count % 2 === 0 ? 'group' : 'repeater',
      fields: count === 1 ? [text('deep', { required: true })] : [levels(count - 1)],
    });
  const document: ModelDocument = documentOf(group({ fields: [] }));
  const add = (depth: number): ModelChange => ({
    kind: 'add_field',
    group: 'g_hut',
    parent: null,
    index: 0,
    field: levels(depth),
  });

  it('goes six levels deep, and not seven', () => {
    expect(() => applyChange(document, add(6))).not.toThrow();
    expect(() => applyChange(document, add(7))).toThrowError(/6 levels/);
  });

  it('accepts, checks and presents values at every level', () => {
    const model = modelWith(levels(6));
    const hut = typeOf(model);
    const given: JsonObject = {
      level6: { level5: [{ level4: { level3: [{ level2: { level1: [{ deep: 'here' }, {}] } }] } }] },
    };
    const { values, issues } = acceptValues(hut.fields, given);
    expect(issues).toEqual([]);
    const scope = resolveVisibility(model, hut, values, facts);
    const presented = presentFields(hut.fields, scope, PROGRAMS, plainContext);
    expect(JSON.stringify(presented)).toContain('"level1":[{"deep":"here"},{"deep":null}]');
    expect(validateEntry(hut, scope, 'published').map(({ path }) => path)).toEqual([
      ['f_level6', 'f_level5', 0, 'f_level4', 'f_level3', 0, 'f_level2', 'f_level1', 1, 'f_deep'],
    ]);
  });
});
