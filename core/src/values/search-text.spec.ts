import type { JsonObject } from '../json';
import { field } from '../model/document';
import { asks, facts, modelWith, typeOf } from '../testing/model';
import { searchedFields, searchTexts } from './search-text';
import { resolveVisibility } from './visibility';

describe('the words an entry is found by', () => {
  const word = (id: string, given: object = {}) =>
    field({ id, key: id, label: id, kind: 'text', searchable: true, ...given });
  const model = modelWith(
    field({ id: 'f_open', key: 'open', label: 'Open', kind: 'switch' }),
    word('f_name'),
    word('f_plain', { searchable: false }),
    word('f_when_open', { shownWhen: asks('f_open', 'is_on') }),
    word('f_unseen', { editors: 'nothing' }),
    word('f_internal', { inApi: false }),
    word('f_neither', { editors: 'nothing', inApi: false }),
    word('f_words', { many: { min: null, max: null } }),
    field({ id: 'f_count', key: 'count', label: 'Count', kind: 'number', searchable: true }),
    field({ id: 'f_code', key: 'code', label: 'Code', kind: 'secret', searchable: true }),
    field({ id: 'f_text', key: 'text', label: 'Text', kind: 'rich_text', searchable: true }),
    field({
      id: 'f_level',
      key: 'level',
      label: 'Level',
      kind: 'one_choice',
      searchable: true,
      settings: { choices: [{ value: 'easy', label: 'For beginners' }] },
    }),
    field({ id: 'f_rows', key: 'rows', label: 'Rows', kind: 'repeater', fields: [word('f_stop')] }),
  );
  const hut = typeOf(model);
  const wordsOf = (values: JsonObject): readonly string[] =>
    searchTexts(hut.fields, resolveVisibility(model, hut, values, facts)).everybody.split('\n');

  it('are those of searchable fields that hold words, rows included', () => {
    expect([...searchedFields(hut.fields).keys()]).toEqual([
      'f_name',
      'f_when_open',
      'f_unseen',
      'f_internal',
      'f_words',
      'f_text',
      'f_level',
      'f_stop',
    ]);
    const rows = ['Millbrook', 'Upper Fold'].map((stop, at) => ({ id: `r_${at}`, values: { f_stop: stop } }));
    const values = { f_name: 'Larch', f_plain: 'Birch', f_words: ['stove', 'spring'], f_rows: rows };
    expect(wordsOf(values)).toEqual(['Larch', 'stove', 'spring', 'Millbrook', 'Upper Fold']);
  });

  it('are kept apart where only people, or only programs, may see them', () => {
    const values = { f_name: 'Larch', f_unseen: 'price', f_internal: 'memo', f_neither: 'nobody' };
    expect(searchTexts(hut.fields, resolveVisibility(model, hut, values, facts))).toEqual({
      everybody: 'Larch',
      people: 'memo',
      programs: 'price',
    });
  });

  it('are apart for all that stands in what some may not see', () => {
    const inner = [word('f_stop'), word('f_price', { editors: 'nothing' })];
    const rows = field({ id: 'f_in', key: 'in', label: 'In', kind: 'repeater', inApi: false, fields: inner });
    expect([...searchedFields(typeOf(modelWith(rows)).fields)]).toEqual([['f_stop', 'people']]);
  });

  it('leave out what is hidden, what editors may not see, secrets and empty values', () => {
    const values = { f_when_open: 'by rope', f_unseen: 'price', f_code: { hash: 'x' }, f_name: ' ' };
    expect(wordsOf({ ...values, f_open: false })).toEqual(['']);
    expect(wordsOf({ ...values, f_open: true })).toEqual(['by rope']);
  });

  it('are the readable ones: labels of choices, and text without its markup', () => {
    expect(wordsOf({ f_level: 'easy', f_text: '<p>A <strong>tiled</strong> stove</p>' })).toEqual([
      'A tiled stove',
      'For beginners',
    ]);
  });
});
