import { field } from '../model/document';
import { modelWith, typeOf } from '../testing/model';
import { nestedType } from '../testing/nested-model';
import { defaultValues } from './defaults';

describe('the values that a new entry starts with', () => {
  it('are the defaults, those of groups within them', () => {
    expect<unknown>(defaultValues(nestedType.fields)).toEqual({ f_altitude: 1200, f_beds: { f_summer: 4 } });
  });

  it('leave out groups without any, and what does not fit', () => {
    const { fields } = typeOf(
      modelWith(
        field({
          id: 'f_g',
          key: 'g',
          label: 'G',
          kind: 'group',
          fields: [field({ id: 'f_in', key: 'in', label: 'In', kind: 'text' })],
        }),
        field({ id: 'f_n', key: 'n', label: 'N', kind: 'number', default: 'many' }),
        field({ id: 'f_t', key: 't', label: 'T', kind: 'text', default: null }),
      ),
    );
    expect(Object.keys(defaultValues(fields))).toEqual([]);
  });
});
