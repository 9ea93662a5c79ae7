import { useExpressionEngine } from '../expressions/engine';
import { jsonataEngine } from '../expressions/jsonata-engine';
import type { JsonObject } from '../json';
import { useWords } from '../messages/use-words';
import { compileModel } from '../model/compile';
import { emptyModel, field, type Field, type FieldGroup } from '../model/document';
import { applyChange } from '../model/changes';
import { appearsOnTypes } from '../model/reach';
import {
  altitude,
  asks,
  difficulty,
  documentOf,
  group,
  hutDocument,
  hutModel,
  hutType,
  winterRoom,
} from '../testing/model';
import { newErrors, runChecks } from './index';
import { usesOf } from '../uses/uses';

const codes = (...groups: readonly FieldGroup[]): readonly string[] =>
  runChecks(compileModel(documentOf(...groups))).map(({ code }) => code);
const withFields = (...fields: FieldGroup['fields']) => codes(group({ fields }));

describe('checks', () => {
  it('find nothing in a healthy or an empty model', () => {
    expect(runChecks(hutModel)).toEqual([]);
    expect(runChecks(compileModel(emptyModel))).toEqual([]);
  });

  it('find a group that reaches nothing, and one that names a removed type', () => {
    expect(codes(group({ appearsOn: { kind: 'any', conditions: [] } }))).toEqual(['group_reaches_nothing']);
    expect(codes(group({ appearsOn: appearsOnTypes(['t_gone']) }))).toEqual([
      'group_reaches_nothing',
      'group_type_gone',
    ]);
  });

  it('find keys used twice: in a group, in rows, across groups that meet', () => {
    const twin = { ...winterRoom, key: 'altitude' };
    expect(withFields(altitude, twin)).toEqual(['key_taken']);
    expect(codes(group({ fields: [altitude] }), group({ id: 'g_2', fields: [twin] }))).toEqual(['key_taken']);
    const apart = group({ id: 'g_2', fields: [twin], appearsOn: appearsOnTypes(['t_post']) });
    expect(codes(group({ fields: [altitude] }), apart)).toEqual([]);
  });

  it('find conditions in a circle, about removed fields, misfit operators and removed choices', () => {
    expect(
      withFields(
        { ...altitude, shownWhen: asks('f_winter', 'is_on') },
        { ...winterRoom, shownWhen: asks('f_altitude', 'is_filled') },
      ),
    ).toEqual(['condition_cycle']);
    expect(withFields({ ...altitude, shownWhen: asks('f_gone', 'is_on') })).toEqual(['condition_field_gone']);
    expect(withFields(difficulty, { ...altitude, shownWhen: asks('f_difficulty', 'is_on') })).toEqual([
      'condition_operator',
    ]);
    expect(withFields(difficulty, { ...altitude, shownWhen: asks('f_difficulty', 'is', 'extreme') })).toEqual(
      ['condition_choice_gone'],
    );
  });

  it('find defaults that are not valid and fields that are unfinished', () => {
    expect(withFields({ ...altitude, default: -5 })).toEqual(['default_invalid']);
    expect(withFields(field({ id: 'f_x', key: 'x', label: 'X', kind: 'one_choice' }))).toEqual([
      'choices_missing',
    ]);
    expect(withFields(field({ id: 'f_x', key: 'x', label: 'X', kind: 'repeater' }))).toEqual([
      'fields_missing',
    ]);
  });

  it('find types that share a key or an address', () => {
    const twin = { ...hutType, id: 't_twin', singular: 'Twin' };
    const found = runChecks(compileModel({ ...hutDocument, contentTypes: [hutType, twin] })).map(
      ({ code }) => code,
    );
    expect(found).toEqual(['type_key_taken', 'type_key_taken', 'address_taken']);
  });

  it('offer fixes that take the finding away', () => {
    const document = documentOf(
      group({ fields: [{ ...altitude, default: -5, shownWhen: asks('f_gone', 'is_on') }] }),
    );
    const findings = runChecks(compileModel(document));
    const mended = findings.flatMap(({ fix }) => fix?.changes ?? []).reduce(applyChange, document);
    expect(findings.length).toBe(2);
    expect(runChecks(compileModel(mended))).toEqual([]);
  });

  it('tell only the errors that a change brings in', () => {
    const before = compileModel(documentOf(group({ fields: [altitude] })));
    const after = compileModel(documentOf(group({ fields: [altitude, { ...winterRoom, key: 'slug' }] })));
    expect(newErrors(before, after).map(({ code }) => code)).toEqual(['key_invalid']);
    expect(newErrors(after, after)).toEqual([]);
  });
});

describe('checks of relations, structure and expressions', () => {
  const relation = (id: string, settings: JsonObject): Field =>
    field({ id: `f_${id}`, key: id, label: id, kind: 'relation', settings });
  const computed = (id: string, expression: string): Field =>
    field({ id: `f_${id}`, key: id, label: id, kind: 'computed', settings: { expression } });

  it('find what points to something removed', () => {
    expect(withFields(relation('wardens', { types: ['t_gone'] }))).toEqual(['reference_gone']);
    expect(withFields(relation('wardens', { types: ['t_post'], mirror: 'f_gone' }))).toEqual([
      'reference_gone',
    ]);
    expect(withFields(field({ id: 'f_t', key: 't', label: 'T', kind: 'term' }))).toEqual(['reference_gone']);
    expect(
      withFields(field({ id: 'f_s', key: 's', label: 'S', kind: 'shared_set', settings: { set: 'g_gone' } })),
    ).toEqual(['fields_missing']);
  });

  it('find a mirror that does not name its relation back, and mend it', () => {
    const document = documentOf(
      group({ fields: [relation('wardens', { types: ['t_post'], mirror: 'f_huts' })] }),
      group({ id: 'g_2', key: 'two', fields: [relation('huts', {})], appearsOn: appearsOnTypes(['t_post']) }),
    );
    const [finding] = runChecks(compileModel(document));
    expect(finding?.code).toBe('mirror_one_sided');
    const mended = (finding?.fix?.changes ?? []).reduce(applyChange, document);
    expect(runChecks(compileModel(mended))).toEqual([]);
  });

  it('find expressions that cannot be read, or that ask for what is not there', () => {
    useExpressionEngine(jsonataEngine);
    expect(withFields(altitude, computed('double', 'altitude * 2'))).toEqual([]);
    expect(withFields(altitude, computed('double', 'altitude *'))).toEqual(['expression_invalid']);
    expect(withFields(altitude, computed('double', 'altitud * 2'))).toEqual(['expression_invalid']);
    const rule = {
      id: 'k_1',
      expression: 'depth > 1',
      message: 'No.',
      severity: 'refuse',
      field: null,
    } as const;
    expect(codes(group({ fields: [altitude], rules: [rule] }))).toEqual(['expression_invalid']);
  });

  it('find values that are computed from one another in a circle', () => {
    expect(withFields(computed('one', 'two + 1'), computed('two', 'one + 1'))).toEqual(['condition_cycle']);
    expect(withFields(altitude, computed('one', 'altitude'), computed('two', 'one + 1'))).toEqual([]);
  });

  it('keep keys of types and taxonomies apart', () => {
    const area = {
      id: 'y_a',
      key: 'hut',
      pluralKey: 'areas',
      singular: 'Area',
      plural: 'Areas',
      tree: false,
    };
    const model = compileModel({ ...hutDocument, taxonomies: [area] });
    expect(runChecks(model).map(({ code, target }) => `${code} ${target.kind}`)).toEqual([
      'type_key_taken taxonomy',
    ]);
  });

  it('count expressions, rules, mirrors and included sets among the uses of a field', () => {
    const set = group({ id: 'g_set', key: 'set', shared: true, fields: [altitude] });
    const document = documentOf(
      set,
      group({
        fields: [
          winterRoom,
          field({ id: 'f_in', key: 'own', label: 'Own', kind: 'shared_set', settings: { set: 'g_set' } }),
          computed('sum', 'own.altitude + 1'),
        ],
        rules: [
          {
            id: 'k_1',
            expression: 'winter_room or own.altitude > 3',
            message: 'No.',
            severity: 'warn',
            field: null,
          },
        ],
      }),
    );
    const uses = usesOf(compileModel(document), new Map());
    const kinds = (id: string) => [...new Set(uses.get(id)?.map(({ place }) => place.kind))];
    expect(kinds('f_winter')).toEqual(['page_order', 'rule']);
    expect(kinds('f_altitude')).toEqual(['page_order', 'computed', 'rule']);
    const rule = uses.get('f_winter')?.find(({ place }) => place.kind === 'rule');
    expect(rule && useWords(rule.place, compileModel(document))).toBe('Read by the rule “No.”');
  });
});
