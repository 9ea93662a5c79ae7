import { personWith } from '../access/audience';
import { compileModel } from '../model/compile';
import { field, plainGroup, plainType, type ModelDocument } from '../model/document';
import { appearsOnTypes } from '../model/reach';
import { compileColumn } from './column';

const type = { id: 't_hut', key: 'hut', pluralKey: 'huts', singular: 'Hut', plural: 'Huts', icon: 'cottage' };
const document: ModelDocument = {
  format: 'tovlet-model',
  version: 1,
  taxonomies: [],
  contentTypes: [{ ...type, address: '/huts/{slug}', ...plainType }],
  groups: [
    {
      ...plainGroup,
      id: 'g_a',
      key: 'a',
      label: 'A',
      appearsOn: appearsOnTypes(['t_hut']),
      fields: [
        field({ id: 'f_altitude', key: 'altitude', label: 'Altitude', kind: 'number', filterable: true }),
        field({ id: 'f_note', key: 'note', label: 'Note', kind: 'text' }),
        field({
          id: 'f_next',
          key: 'next',
          label: 'Next huts',
          kind: 'relation',
          many: { min: null, max: 9 },
        }),
        field({ id: 'f_code', key: 'code', label: 'Code', kind: 'secret' }),
      ],
    },
  ],
};

describe('a column of a list', () => {
  const model = compileModel(document);
  const from = { kind: 'entry', types: model.types } as const;
  const context = { model, audience: personWith('editor') };
  const column = (...fields: readonly string[]) =>
    compileColumn(
      fields.map((id) => ({ kind: 'field' as const, field: id })),
      from,
      context,
    );

  it('shows what the tables of lists hold, and is put in order by what is one value', () => {
    expect(column('f_altitude')).toEqual(jasmine.objectContaining({ valueKind: 'number', sorts: true }));
    expect(column('f_next', 'f_altitude')).toEqual(
      jasmine.objectContaining({ valueKind: 'number', sorts: false }),
    );
  });

  it('shows what references lead to, whether the tables hold them or not, under the name of the field', () => {
    const found = column('f_next');
    expect(found).toEqual(jasmine.objectContaining({ valueKind: 'links', sorts: false }));
    expect('path' in found && [found.path.label, found.path.end.kind, found.path.hops.length]).toEqual([
      'Next huts',
      'property',
      1,
    ]);
  });

  it('shows nothing else, and says why', () => {
    expect(column('f_note')).toEqual(
      jasmine.objectContaining({ problem: jasmine.stringContaining('Turn on Filterable') }),
    );
    expect(column('f_code')).toEqual(jasmine.objectContaining({ problem: jasmine.any(String) }));
    expect(column('f_gone')).toEqual(jasmine.objectContaining({ problem: jasmine.any(String) }));
  });
});
