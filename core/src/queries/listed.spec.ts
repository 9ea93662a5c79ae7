import { VISITORS } from '../access/audience';
import { relatedModel } from '../testing/related-model';
import { typeOf } from '../testing/model';
import { resolvePath } from '../paths/resolve';
import { entriesNamed } from '../paths/steps/entries';
import { pathFromText } from '../paths/text';
import { alikeOptions } from './alike-options';
import {
  compileListed,
  listedQuerySchema,
  movesOn,
  pathsAskedBy,
  PLAIN_LIST,
  problemsOfListed,
  type ListedQuery,
} from './listed';

const hut = typeOf(relatedModel);
const post = relatedModel.typeByKey.get('post') ?? hut;
const onHut = { kind: 'entry', types: [hut] } as const;
const stand = { id: 'e_1', values: [] };
const given = (query: object): ListedQuery => listedQuerySchema.parse(query);
const problems = (query: object) => problemsOfListed(given(query), hut, onHut, relatedModel, VISITORS);

describe('all entries of a type', () => {
  it('are a step from anywhere, which pages alone take', () => {
    const path = pathFromText('*t_post/f_lead') ?? [];
    const onPage = resolvePath(path, onHut, { model: relatedModel, audience: VISITORS, presented: true });
    expect(onPage).toEqual(jasmine.objectContaining({ keys: 'all_posts.lead', many: true }));
    const compared = resolvePath(path, onHut, { model: relatedModel, audience: VISITORS });
    expect(compared).toEqual(
      jasmine.objectContaining({ problem: 'Only pages go through all entries of a type.' }),
    );
  });

  it('are named by keys, each list of them by its own', () => {
    const context = { model: relatedModel, audience: VISITORS };
    expect(entriesNamed('all_posts', context)).toEqual({ kind: 'entries', type: 't_post', list: null });
    expect(entriesNamed('all_posts_b_1', context)).toEqual({ kind: 'entries', type: 't_post', list: 'b_1' });
    expect(entriesNamed('all_posts_more', context)).toBeUndefined();
  });
});

describe('the query of a list', () => {
  it('leaves out where it stands, unless that is wanted too', () => {
    const { condition } = compileListed(PLAIN_LIST, hut, relatedModel, VISITORS, stand);
    expect(JSON.stringify(condition)).toContain('e_1');
    const all = compileListed(given({ itself: true }), hut, relatedModel, VISITORS, stand);
    expect(all.condition).toEqual({ kind: 'all', conditions: [] });
  });

  it('finds nothing where something of it is gone, and says so', () => {
    for (const query of [
      { alike: [{ path: 'f_gone', as: 'id' }] },
      { alike: [{ path: 'f_story', as: 'f_gone' }] },
      { alike: [{ path: 'f_story', as: 'f_y_area/label' }] },
      { sort: { path: 'f_gone', descending: false } },
      { condition: { kind: 'path', path: [{ kind: 'field', field: 'f_code' }], operator: 'is', value: 'x' } },
    ])
      expect(problems(query).length).withContext(JSON.stringify(query)).toBe(1);
    const gone = given({ sort: { path: 'f_gone', descending: false } });
    expect(compileListed(gone, hut, relatedModel, VISITORS, stand).condition).toEqual({
      kind: 'any',
      conditions: [],
    });
    expect(problems({ alike: [{ path: 'f_y_area/^', as: 'f_y_area' }] })).toEqual([]);
  });

  it('names all that it looks at', () => {
    const { ofEntries, ofStand } = pathsAskedBy(
      given({
        condition: {
          kind: 'related',
          path: [{ kind: 'field', field: 'f_story' }],
          condition: { kind: 'path', path: [{ kind: 'field', field: 'f_lead' }], operator: 'is_filled' },
        },
        alike: [{ path: 'f_y_area/^', as: 'f_y_area' }],
        sort: { path: 'title', descending: false },
      }),
    );
    expect(ofEntries.length).toBe(4);
    expect(ofStand).toEqual([[{ kind: 'field', field: 'f_y_area' }]]);
  });

  it('is another one tomorrow where it is told from today', () => {
    const on = (value: object | string) =>
      given({
        condition: {
          kind: 'all',
          conditions: [
            {
              kind: 'path',
              path: [{ kind: 'property', property: 'published_at' }],
              operator: 'before',
              value,
            },
          ],
        },
      });
    expect(movesOn(on({ today: -3, unit: 'days' }))).toBeTrue();
    expect(movesOn(on('2026-05-01'))).toBeFalse();
    expect(movesOn(PLAIN_LIST)).toBeFalse();
  });
});

describe('what entries can have in common with where a list stands', () => {
  const labels = (of: typeof hut, at: Parameters<typeof alikeOptions>[1]) =>
    alikeOptions(of, at, relatedModel, VISITORS).map(({ label }) => label);

  it('is the same term, one below it, or what both refer to', () => {
    expect(labels(hut, onHut)).toEqual([
      'The same STORY',
      'The same WHO',
      'The same Area, or one below it',
      'The same Area',
    ]);
  });

  it('is that they refer to where it stands', () => {
    expect(labels(post, onHut)).toEqual(['HUTS include this Hut']);
    const area = relatedModel.subjectById.get('y_area');
    const onTerm = { kind: 'term', types: area ? [area] : [] } as const;
    expect(labels(hut, onTerm)).toEqual(['Area is this Area, or one below it', 'Area is this Area']);
  });

  it('can each be asked', () => {
    for (const { alike } of alikeOptions(hut, onHut, relatedModel, VISITORS))
      expect(problems({ alike: [alike] })).toEqual([]);
  });
});
