import { PROGRAMS, personWith } from '../access/audience';
import { compileModel } from '../model/compile';
import { relatedDocument, relatedModel } from '../testing/related-model';
import { pathFromKeys } from './from-keys';
import { pathsFrom } from './paths-from';
import { isPathProblem, resolvePath } from './resolve';
import type { PathContext, Standing } from './standing';
import type { Path } from './path';

const model = relatedModel;
const asked: PathContext = { model, audience: PROGRAMS };
const hut = model.typeById.get('t_hut');
const huts: Standing = { kind: 'entry', types: hut ? [hut] : [] };

const read = (keys: string, context = asked) => {
  const steps = pathFromKeys(keys, huts, context);
  if ('problem' in steps) return steps.problem;
  const path = resolvePath(steps, huts, context);
  return isPathProblem(path) ? path.problem : path;
};

describe('a path', () => {
  const cases: readonly (readonly [string, boolean, string])[] = [
    ['title', false, 'Title'],
    ['altitude', false, 'ALTITUDE'],
    ['beds.rooms', false, 'BEDS › ROOMS'],
    ['prices.amount', true, 'PRICES › AMOUNT'],
    ['prices.who.name', true, 'PRICES › WHO › Name'],
    ['story.lead', false, 'STORY › LEAD'],
    ['story.huts.title', true, 'STORY › HUTS › Title'],
    ['area.label', false, 'Area › Label'],
    ['area.ancestor_or_self', true, 'Area › with those below'],
    ['area.parent.label', false, 'Area › the one above › Label'],
    ['area.children.label', true, 'Area › those right below › Label'],
    ['posts_by_huts.lead', true, 'Posts by their HUTS › LEAD'],
  ];
  for (const [keys, many, label] of cases)
    it(`${keys} is read, and written by the same keys`, () => {
      const path = read(keys);
      if (typeof path === 'string') return fail(path);
      expect([path.keys, path.many, path.label]).toEqual([keys, many, label]);
    });

  it('ends where nothing can be seen, and says what would be there', () => {
    for (const keys of ['inner', 'code', 'status']) expect(read(keys)).toContain('There is no field');
    expect(read('altitud')).toContain('Did you mean “altitude”?');
    expect(read('story.leed')).toContain('Did you mean “lead”?');
    expect(read('altitude.title')).toBe('ALTITUDE holds no reference that could be followed.');
    expect(read('title.slug')).toBe('Nothing comes after Title.');
    expect(typeof read('inner', { model, audience: personWith('editor') })).toBe('object');
    expect(typeof read('code', { model, audience: personWith('developer') })).toBe('string');
  });

  it('leads through a bounded number of things', () => {
    const long = Array.from({ length: 9 }, () => 'story.huts').join('.');
    expect(read(`${long}.title`)).toBe('A path has 8 steps at most.');
    expect(read('story.huts.story.huts.story.huts.story.title')).toBe(
      'A path leads through 6 things at most.',
    );
  });

  it('is named by a bounded number of characters', () => {
    expect(read('a.'.repeat(200_000))).toBe('A path is named by 500 characters at most.');
  });

  it('stands by permanent ids: other keys change nothing', () => {
    const steps: Path = [
      { kind: 'field', field: 'f_story' },
      { kind: 'field', field: 'f_lead' },
    ];
    const renamed = compileModel({
      ...relatedDocument,
      groups: relatedDocument.groups.map((each) => ({
        ...each,
        fields: each.fields.map((one) => ({ ...one, key: `new_${one.key}` })),
      })),
    });
    const type = renamed.typeById.get('t_hut');
    const from: Standing = { kind: 'entry', types: type ? [type] : [] };
    const path = resolvePath(steps, from, { model: renamed, audience: PROGRAMS });
    expect(isPathProblem(path) ? path.problem : path.keys).toBe('new_story.new_lead');
    const gone = resolvePath([{ kind: 'field', field: 'f_gone' }], huts, asked);
    expect(isPathProblem(gone)).toBeTrue();
  });
});

describe('ways that are offered', () => {
  const keys = (depth: number): readonly string[] =>
    pathsFrom(huts, asked, () => true, depth).map(({ path }) => path.keys);

  it('are what is there itself, the nearest first, then what references lead to', () => {
    expect(keys(0)).toContain('beds.rooms');
    expect(keys(0).some((each) => each.startsWith('story.'))).toBeFalse();
    const all = keys(1);
    expect(all.slice(0, keys(0).length)).toEqual(keys(0));
    for (const each of [
      'story.lead',
      'area.ancestor_or_self',
      'area.parent.label',
      'area.children.label',
      'posts_by_huts',
      'posts_by_huts.lead',
    ])
      expect(all).toContain(each);
    expect(new Set(all).size).toBe(all.length);
  });

  it('are only those that are of use', () => {
    const many = pathsFrom(huts, asked, (path) => path.many, 0).map(({ path }) => path.keys);
    expect(many).toEqual(['prices.amount', 'prices.who']);
  });
});
