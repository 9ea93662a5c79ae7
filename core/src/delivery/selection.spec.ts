import fc from 'fast-check';
import { relatedModel } from '../testing/related-model';
import { typeOf } from '../testing/model';
import { entriesOf } from './filter';
import { parseSelection, selected } from './selection';

const type = typeOf(relatedModel);
const read = (fields: string | null, include = '') =>
  parseSelection(relatedModel, entriesOf(type), fields, include);
const problems = (fields: string | null, include = ''): readonly string[] =>
  read(fields, include).problems.map(({ parameter, message }) => `${parameter}: ${message}`);

describe('what a request selects', () => {
  it('is everything of the entries, and nothing of others, where nothing is said', () => {
    const { keys, plan } = read(null).selection;
    expect([keys, plan.fields, plan.ways.size]).toEqual([null, null, 0]);
  });

  it('is only what is named, through groups, references and back', () => {
    const { selection, problems: wrong } = read('title,beds.rooms,story.lead,posts_by_huts.title');
    expect(wrong).toEqual([]);
    expect([...(selection.plan.fields ?? [])]).toEqual(['f_beds', 'f_story', 'f_huts']);
    expect([...selection.plan.ways.keys()]).toEqual(['f_story', '<t_post.f_huts']);
    const entry = {
      title: 'Larch',
      altitude: 2080,
      beds: { rooms: 3, more: 1 },
      story: { id: 'e_1', lead: 'A long way' },
      posts_by_huts: [
        { title: 'One', lead: 'x' },
        { title: 'Two', lead: null },
      ],
    };
    expect<unknown>(selected(entry, selection.keys)).toEqual({
      title: 'Larch',
      beds: { rooms: 3 },
      story: { lead: 'A long way' },
      posts_by_huts: [{ title: 'One' }, { title: 'Two' }],
    });
  });

  it('has what is included whole, in the place of its reference, also where fields are named', () => {
    const { ways } = read(null, 'story.huts').selection.plan;
    expect(ways.get('f_story')?.plan.ways.get('f_huts')?.plan.fields).toBeNull();
    expect([...(read('title', 'story').selection.keys?.keys() ?? [])]).toEqual(['title', 'story']);
  });

  it('says what does not fit, and where', () => {
    expect(problems('titel')).toEqual(['fields: There is no field “titel”. Did you mean “title”?']);
    expect(problems('story.led')[0]).toContain('Did you mean “lead”?');
    expect(problems(null, 'altitude')[0]).toContain('include:');
    expect(problems(null, 'story,nothing')[0]).toContain('include: There is no field “nothing”.');
    expect(problems('code,inner').length).toBe(2);
    expect(problems(null, Array.from({ length: 21 }, () => 'story').join(','))[0]).toContain('up to 20 ways');
  });

  it('takes a key as a whole where it is named as a whole and in parts', () => {
    for (const fields of ['story,story.lead', 'story.lead,story'])
      expect(read(fields).selection.keys?.get('story')).toBeNull();
  });

  it('takes anything for a request without failing', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (fields, include) => {
        expect(() => read(fields, include)).not.toThrow();
      }),
    );
  });
});
