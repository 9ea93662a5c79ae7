import fc from 'fast-check';
import { fieldKinds, fieldTypeOf, fieldTypes } from '../../fields';
import type { JsonObject, JsonValue } from '../../json';
import { documentOf, group, hutDocument } from '../../testing/model';
import { field, type Field } from '../document';
import { findField } from '../tree';
import {
  applyChange,
  ChangeRefused,
  completeChange,
  describeChange,
  inverseOf,
  makeChange,
  touchesOf,
  type ModelChange,
} from '.';
import { fieldProblem } from './fit';

const of = (kind: Field['kind'], settings: JsonObject, more: Partial<Field> = {}): Field =>
  field({ id: 'f_it', key: 'it', label: 'It', kind, settings, ...more });

describe('settings of a field', () => {
  const contradicting: readonly (readonly [Field['kind'], JsonObject])[] = [
    ['number', { min: 10, max: 1 }],
    ['money', { min: 10, max: 1 }],
    ['slider', { min: 10, max: 1 }],
    ['date', { min: '2026-05-31', max: '2026-05-30' }],
    ['text', { minLength: 10, maxLength: 1 }],
    ['long_text', { minLength: 10, maxLength: 1 }],
    ['rich_text', { minLength: 10, maxLength: 1 }],
    ['repeater', { minRows: 10, maxRows: 1 }],
    ['mixed_list', { minRows: 10, maxRows: 1 }],
    ['gallery', { minImages: 10, maxImages: 1 }],
    ['several_choices', { minChoices: 10, maxChoices: 1 }],
  ];
  for (const [kind, settings] of contradicting) {
    it(`of the type ${kind} leave something between least and most`, () => {
      expect(fieldProblem(of(kind, settings))).toMatch(/^The least, .*, is more than the most, .*\.$/);
      const [least, most] = Object.keys(settings);
      const [low = null, high = null] = Object.values(settings);
      const turned = { [least ?? '']: high, [most ?? '']: low };
      expect(fieldProblem(of(kind, turned))).toBeNull();
      expect(fieldProblem(of(kind, { [least ?? '']: low, [most ?? '']: low }))).toBeNull();
    });
  }

  for (const { kind, name } of fieldTypes) {
    it(`of the type ${kind} are those it knows, in their shape`, () => {
      expect(fieldProblem(of(kind, {}))).toBeNull();
      expect(fieldProblem(of(kind, { nonsense: 1 }))).toBe(`${name} has no setting “nonsense”.`);
      for (const { key, label } of fieldTypeOf(kind).controls)
        expect(fieldProblem(of(kind, { [key]: { wrong: true } })))
          .withContext(key)
          .toContain(label);
    });
  }

  it('have distinct choices, and as many values as there may be', () => {
    const choice = { value: 'a', label: 'A' };
    expect(fieldProblem(of('one_choice', { choices: [choice, choice] }))).toContain('Two choices');
    expect(fieldProblem(of('text', {}, { many: { min: 3, max: 2 } }))).toContain('The least, 3,');
  });

  it('read by the type itself have every default', () => {
    for (const kind of fieldKinds) {
      const { controls, settings } = fieldTypeOf(kind);
      const read = settings.parse({}) as Readonly<Record<string, JsonValue>>;
      for (const { key, control } of controls)
        if (control !== 'mirror')
          expect(key in read)
            .withContext(`${kind} ${key}`)
            .toBeTrue();
    }
  });
});

describe('the default of a field', () => {
  it('could be entered: it fits type and limits, also as a list', () => {
    expect(fieldProblem(of('number', { max: 10 }, { default: 10 }))).toBeNull();
    expect(fieldProblem(of('number', { max: 10 }, { default: 11 }))).toBe(
      'What a new entry starts with does not fit. Change it, or type and limits.',
    );
    expect(fieldProblem(of('text', {}, { default: 5 }))).toContain('does not fit');
    expect(fieldProblem(of('text', {}, { many: { min: null, max: null }, default: ['a'] }))).toBeNull();
    expect(fieldProblem(of('text', {}, { many: { min: null, max: 1 }, default: ['a', 'b'] }))).toContain(
      'does not fit',
    );
  });
});

describe('changes of the model', () => {
  const bad = of('number', { min: 'x', nonsense: 1 });
  const ways: readonly (readonly [string, ModelChange])[] = [
    ['a new field', { kind: 'add_field', group: 'g_hut', parent: null, index: 0, field: bad }],
    [
      'a field inside a new one',
      {
        kind: 'add_field',
        group: 'g_hut',
        parent: null,
        index: 0,
        field: field({ id: 'f_box', key: 'box', label: 'Box', kind: 'group', fields: [bad] }),
      },
    ],
    ['a pasted group', { kind: 'add_group', group: group({ id: 'g_new', fields: [bad] }) }],
    ['other settings', { kind: 'set_field', field: 'f_altitude', patch: { settings: bad.settings } }],
    ['one setting', { kind: 'set_settings', field: 'f_altitude', set: { max: -1 }, unset: [] }],
    ['a default', { kind: 'set_field', field: 'f_altitude', patch: { default: 'high' } }],
  ];
  for (const [way, change] of ways) {
    it(`refuse what does not fit, by way of ${way}, and name the field`, () => {
      expect(() => makeChange(hutDocument, change)).toThrowError(ChangeRefused, /^(It|Altitude): /);
    });
  }

  it('leave fields of earlier times alone, which can be changed for the better', () => {
    const old = documentOf(group({ fields: [of('number', { min: 10, max: 1 })] }));
    const label: ModelChange = { kind: 'set_group', group: 'g_hut', patch: { label: 'Facts' } };
    expect(makeChange(old, label).groups[0]?.label).toBe('Facts');
    const mended: ModelChange = { kind: 'set_settings', field: 'f_it', set: { max: 20 }, unset: [] };
    expect<unknown>(findField(makeChange(old, mended), 'f_it')?.field.settings).toEqual({ min: 10, max: 20 });
    expect(applyChange(old, label).groups[0]?.label).toBe('Facts');
  });

  it('may leave what did not fit before, and add nothing to it', () => {
    const leftOver = documentOf(group({ fields: [of('text', { min: 5 })] }));
    const hint: ModelChange = { kind: 'set_settings', field: 'f_it', set: { placeholder: 'x' }, unset: [] };
    expect<unknown>(findField(makeChange(leftOver, hint), 'f_it')?.field.settings).toEqual({
      min: 5,
      placeholder: 'x',
    });
    const worse: ModelChange = {
      kind: 'set_settings',
      field: 'f_it',
      set: { maxLength: 'x' },
      unset: ['min'],
    };
    expect(() => makeChange(leftOver, worse)).toThrowError(ChangeRefused);
  });
});

describe('another type for a field', () => {
  const given = (from: Field['kind']) =>
    documentOf(group({ fields: [of(from, { unit: 'm', placeholder: 'x', min: 1 }, { default: 2 })] }));
  const to = (kind: Field['kind']): ModelChange => ({ kind: 'set_field', field: 'f_it', patch: { kind } });

  it('takes over the settings and the default that fit it, and is taken back with all', () => {
    const kinds = fc.constantFrom(...fieldKinds.filter((kind) => fieldTypeOf(kind).holds === null));
    fc.assert(
      fc.property(kinds, kinds, (from, kind) => {
        const before = given(from);
        const change = completeChange(before, to(kind));
        const after = applyChange(before, change);
        const now = findField(after, 'f_it')?.field;
        if (from !== kind && now) expect(fieldProblem(now)).toBeNull();
        expect<unknown>(inverseOf(before, change).reduce(applyChange, after)).toEqual(before);
      }),
    );
  });

  it('is named in the history by itself, and clears others’ settings', () => {
    const before = given('number');
    const change = completeChange(before, to('slider'));
    expect<unknown>(findField(makeChange(before, change), 'f_it')?.field.settings).toEqual({
      unit: 'm',
      min: 1,
    });
    expect(describeChange(before, change)).toBe('Changed type of “It”');
    expect(touchesOf(change)).toContain('f_it:settings');
  });

  it('is replayed as it was recorded, also when it brought nothing along at its time', () => {
    const after = applyChange(given('number'), to('text'));
    expect<unknown>(findField(after, 'f_it')?.field.settings).toEqual({
      unit: 'm',
      placeholder: 'x',
      min: 1,
    });
  });
});
