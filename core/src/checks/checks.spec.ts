import { compileModel } from '../model/compile';
import { emptyModel, field, type FieldGroup } from '../model/document';
import { applyChange } from '../model/changes';
import { appearsOnTypes } from '../placement/reach';
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
