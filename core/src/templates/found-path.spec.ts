import { VISITORS } from '../access/audience';
import { relatedModel } from '../testing/related-model';
import { typeOf } from '../testing/model';
import { planFor } from '../queries/load-plan';
import { fieldsOf, pathFromText, pathText, PATH_TEXT_LIMIT } from '../paths/text';
import { findList, findPath } from './found-path';
import { onPages, seatsOf, type Seats } from './seats';
import { listOptions, nearestOptions, valueOptions } from './value-options';

const context = onPages(relatedModel);
const page = seatsOf(typeOf(relatedModel));
const within = (path: string, seats: Seats = page): Seats => {
  const found = findList(path, seats, context);
  if (!found) throw new Error(`${path} is no list.`);
  return [...seats, found.seat];
};
const found = (path: string, seats = page, source: 'entry' | 'row' = 'entry', up = 0) =>
  findPath({ source, path, up }, seats, context);

describe('a path as text', () => {
  it('is read as it was written, whatever its steps', () => {
    for (const text of ['title', 'f_altitude', '<t_post.f_huts/f_lead', 'f_y_area/^/label'])
      expect(pathText(pathFromText(text) ?? [])).toBe(text);
  });

  it('is none where it is empty, too long, or has no field in it', () => {
    expect(pathFromText('')).toBeNull();
    expect(pathFromText('f_story//title')).toBeNull();
    expect(pathFromText('f_a'.padEnd(PATH_TEXT_LIMIT + 1, 'a'))).toBeNull();
    expect(pathFromText('f_a/f_b/f_c/f_d/f_e/f_f/f_g/f_h/f_i')).toBeNull();
  });

  it('names the fields on its way, also those it goes back along', () => {
    expect(fieldsOf(pathFromText('<t_post.f_huts/f_lead') ?? [])).toEqual(['f_huts', 'f_lead']);
  });
});

describe('a binding', () => {
  it('is found through groups, references, back along relations, and up to all terms above', () => {
    const keys = ['f_rooms', 'f_story/f_lead', '<t_post.f_huts/title', 'f_y_area/^/label'].map((path) =>
      found(path)?.keys.join('.'),
    );
    expect(keys).toEqual(['beds.rooms', 'story.lead', 'posts_by_huts.title', 'area.ancestor_or_self.label']);
  });

  it('tells one value from those of several things or rows', () => {
    const many = (path: string, seats = page, source: 'entry' | 'row' = 'entry') =>
      found(path, seats, source)?.many;
    expect([many('f_story/f_lead'), many('f_amount'), many('<t_post.f_huts/f_lead')]).toEqual([
      false,
      true,
      true,
    ]);
    expect(many('f_amount', within('f_prices'), 'row')).toBeFalse();
    expect(many('f_who/name', within('f_prices'), 'row')).toBeFalse();
    expect(many('f_huts/title', within('<t_post.f_huts'), 'row')).toBeTrue();
  });

  it('leads to nothing where visitors see nothing, a row is not around, or something is gone', () => {
    expect(found('f_inner')?.field?.id).toBe('f_inner');
    for (const path of ['f_code', 'f_gone', 'f_story/f_gone', 'f_altitude/title', '<t_post.f_lead'])
      expect(found(path)).withContext(path).toBeNull();
    expect(found('f_amount', page, 'row')).toBeNull();
    expect(found('title', within('f_prices'), 'row')).toBeNull();
  });

  it('is read from the list that it names, also from one further out', () => {
    const seats = within('f_huts', within('<t_post.f_huts'));
    expect(found('f_altitude', seats, 'row')?.depth).toBe(2);
    const outer = found('f_lead', seats, 'row', 1);
    expect([outer?.depth, outer?.nearest, outer?.keys]).toEqual([1, false, ['lead']]);
    expect(outer?.resolved.keys).toBe('posts_by_huts.lead');
  });
});

describe('a list to repeat over', () => {
  it('is of rows, or of what references lead to, the innermost that has it', () => {
    expect(findList('f_prices', page, context)?.seat.rows?.id).toBe('f_prices');
    expect(findList('f_story', page, context)?.seat.at.types[0]?.contentType.id).toBe('t_post');
    const inPosts = findList('f_huts', within('<t_post.f_huts'), context);
    expect([inPosts?.list.depth, inPosts?.seat.keys]).toEqual([1, ['posts_by_huts', 'huts']]);
  });

  it('is none of single values', () => {
    for (const path of ['f_altitude', 'title', 'f_beds', 'f_gone'])
      expect(findList(path, page, context))
        .withContext(path)
        .toBeNull();
  });
});

describe('what a picker offers', () => {
  it('is the innermost place first, then those around', () => {
    const seats = within('f_prices');
    const labels = valueOptions(seats, context, 0).map(({ path }) => path.label);
    expect(labels.slice(0, 2)).toEqual(['each of PRICES › AMOUNT', 'each of PRICES › WHO']);
    expect(labels).toContain('ALTITUDE');
  });

  it('can each be found again as it is offered', () => {
    for (const seats of [page, within('f_prices'), within('f_huts', within('<t_post.f_huts'))]) {
      const options = valueOptions(seats, context);
      for (const { place, found: offered } of options)
        expect(findPath(place, seats, context)?.resolved.keys).toBe(offered.resolved.keys);
      expect(new Set(options.map(({ path }) => path.keys)).size).toBe(options.length);
    }
  });

  it('are lists only where a list is wanted, and the place itself where it is a column', () => {
    expect(listOptions(page, context, 0).map(({ place }) => place.path)).toEqual([
      'f_story',
      'f_prices',
      'f_who',
      'f_y_area',
      '*t_hut',
      '*t_post',
    ]);
    const columns = nearestOptions(within('<t_post.f_huts'), context, 0);
    expect(columns.every(({ found: { depth } }) => depth === 1)).toBeTrue();
  });
});

describe('the plan by which a page is loaded', () => {
  const plan = (...paths: readonly string[]) =>
    planFor({ paths: paths.map((path) => pathFromText(path) ?? []), scopes: [] }, page[0].at, {
      model: relatedModel,
      audience: VISITORS,
      presented: true,
    });

  it('has one way for all paths that begin alike, and reads only what they ask for', () => {
    const { ways } = plan('<t_post.f_huts/f_lead', '<t_post.f_huts/f_huts/f_altitude');
    expect([...ways.keys()]).toEqual(['<t_post.f_huts']);
    const posts = ways.get('<t_post.f_huts');
    expect([posts?.key, [...(posts?.plan.fields ?? [])]]).toEqual(['posts_by_huts', ['f_lead', 'f_huts']]);
    expect([...(posts?.plan.ways.get('f_huts')?.plan.fields ?? [])]).toEqual(['f_altitude']);
  });

  it('reads no document for what a reference is presented as anyway', () => {
    expect(plan('f_story/title', 'f_y_area/label').ways.get('f_story')?.plan.whole).toBeFalse();
    expect(plan('f_story/published_at').ways.get('f_story')?.plan.whole).toBeTrue();
    expect(plan('f_y_area/^/label').ways.get('f_y_area')?.plan.whole).toBeTrue();
  });

  it('reads fields in groups and rows by what stands at the top', () => {
    const { ways } = plan('<t_post.f_huts/f_huts/f_amount');
    const huts = ways.get('<t_post.f_huts')?.plan.ways.get('f_huts');
    expect([...(huts?.plan.fields ?? [])]).toEqual(['f_prices']);
  });

  it('reads whole things whose conditions are asked for, and nothing for what leads nowhere', () => {
    const scoped = planFor({ paths: [], scopes: [pathFromText('f_story') ?? []] }, page[0].at, context);
    expect(scoped.ways.get('f_story')?.plan.whole).toBeTrue();
    expect(plan('f_gone/title', 'f_altitude').ways.size).toBe(0);
  });
});
