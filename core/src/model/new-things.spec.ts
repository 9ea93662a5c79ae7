import { documentOf } from '../testing/model';
import { addressFor, newGroupSchema, newTypeSchema, proposedNames, takenKeys } from './new-things';

const messages = (given: { readonly singular: string; readonly plural: string; readonly key: string }) =>
  newTypeSchema(documentOf)
    .safeParse(given)
    .error?.issues.map(({ path, message }) => [path.join('.'), message]) ?? [];

describe('a new content type', () => {
  it('has names, a key and page addresses of its own', () => {
    expect(messages({ singular: 'Pass', plural: 'Passes', key: 'pass' })).toEqual([]);
  });

  it('says everything that is wrong at once, each at its place', () => {
    expect(messages({ singular: ' ', plural: 'Huts', key: 'hut' })).toEqual([
      ['singular', 'Give it a name.'],
      ['plural', 'Another type has these page addresses. Change the plural.'],
      ['key', 'The key hut is already used by another content type.'],
    ]);
    expect(messages({ singular: 'A', plural: 'As', key: '9a' })).toEqual([
      ['key', 'A key starts with a letter.'],
    ]);
  });

  it('is proposed from one word', () => {
    expect(proposedNames(' Mountain pass ', ['mountain_pass'])).toEqual({
      plural: 'Mountain passes',
      key: 'mountain_pass_2',
    });
    expect(proposedNames('  ', [])).toEqual({ plural: '', key: '' });
    expect(addressFor('Mountain passes')).toBe('/mountain-passes/{slug}');
    expect(takenKeys(documentOf())).toContain('hut');
  });
});

describe('a new group', () => {
  it('has a name', () => {
    expect(newGroupSchema.safeParse({ label: '' }).success).toBeFalse();
    expect(newGroupSchema.parse({ label: ' Hut facts ' })).toEqual({ label: 'Hut facts' });
  });
});
