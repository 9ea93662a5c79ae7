import fc from 'fast-check';
import { compileModel } from '../../model/compile';
import { relatedDocument, relatedModel } from '../../testing/related-model';
import { typeOf } from '../../testing/model';
import { pathText } from '../../paths/text';
import { checkTemplate } from '../check';
import { compileTree } from '../compile';
import { wantedBy } from '../wanted';
import { findList } from '../found-path';
import { onPages, seatsOf, type Seats } from '../seats';
import { namedIn } from './names';
import { renamedLiquid } from './rename';
import { pathsNamedIn } from './resolve';
import { scanLiquid } from './scan';

const type = typeOf(relatedModel);
const context = onPages(relatedModel);
const page = seatsOf(type);
const inPosts = ((): Seats => {
  const found = findList('<t_post.f_huts', page, context);
  if (!found) throw new Error('Posts refer to huts.');
  return [...page, found.seat];
})();

const paths = (liquid: string, seats = page): readonly string[] =>
  pathsNamedIn(liquid, seats, context).map(pathText);
const problems = (liquid: string): readonly string[] =>
  checkTemplate({ mode: 'liquid', liquid, blocks: [] }, type, relatedModel).map(({ message }) => message);

describe('Liquid written by hand', () => {
  it('names paths through variables, loops, assignments and indices', () => {
    expect(paths('{{ entry.altitude }} {{ entry["altitude"] }}')).toEqual(['f_altitude', 'f_altitude']);
    expect(
      paths('{% for p in entry.posts_by_huts %}{{ p.huts[0].altitude }}{% endfor %}{{ p.lead }}'),
    ).toEqual(['<t_post.f_huts', '<t_post.f_huts/f_huts/f_altitude']);
    expect(paths('{% assign s = entry.story %}{% if s.lead contains "a" %}{{ s.title }}{% endif %}')).toEqual(
      ['f_story', 'f_story/f_lead', 'f_story/title'],
    );
    expect(
      paths('{% assign first = entry.posts_by_huts | where: "lead" | first %}{{ first.title }}'),
    ).toEqual(['<t_post.f_huts', '<t_post.f_huts/f_lead', '<t_post.f_huts/title']);
  });

  it('names paths in the texts of filters that take them', () => {
    expect(
      paths('{{ entry | values_at: "posts_by_huts.lead" | display_each: "posts_by_huts.lead" }}'),
    ).toEqual(['<t_post.f_huts/f_lead', '<t_post.f_huts/f_lead']);
    expect(paths('{{ entry.prices | map: "amount" | join: ", " }}')).toEqual(['f_prices', 'f_amount']);
    expect(paths('{{ entry.title | append: "entry.altitude" }}')).toEqual(['title']);
  });

  it('knows the lists that it stands in', () => {
    expect(paths('{{ row.lead }} {{ row_1.title }}', inPosts)).toEqual([
      '<t_post.f_huts/f_lead',
      '<t_post.f_huts/title',
    ]);
    expect(paths('{{ row.lead }}')).toEqual([]);
  });

  it('is loaded by what it names', () => {
    const liquid = '{% for p in entry.posts_by_huts %}{{ p.lead }}{% endfor %}';
    const tree = compileTree({ mode: 'liquid', liquid, blocks: [] }, type, relatedModel);
    expect(wantedBy(tree).paths.map(pathText)).toEqual(['<t_post.f_huts', '<t_post.f_huts/f_lead']);
  });

  it('takes what is verbatim, unclosed or no variable for text', () => {
    const texts = [
      '{% raw %}{{ entry.altitude }}{% endraw %}',
      '{% comment %}{{ entry.altitude }}{% endcomment %}',
      '{{ entry.altitude',
      'entry.altitude',
      '{{ "entry.altitude" }}',
      '{{ site.name }}',
    ];
    for (const text of texts) expect(paths(text)).withContext(text).toEqual([]);
    expect(paths('{% raw %}{{ x }}{% endraw %}{{ entry.altitude }}')).toEqual(['f_altitude']);
  });

  it('is told where it names what is not there, and not where it names members of values', () => {
    expect(problems('{{ entry.altitud }}')).toEqual([
      '“entry.altitud” shows nothing. There is no field “altitud”. Did you mean “altitude”?',
    ]);
    expect(problems('{% for p in entry.prices %}{{ p.amout }}{% endfor %}')[0]).toContain(
      '“p.amout” shows nothing.',
    );
    expect(problems('{{ entry.story.led }}')[0]).toContain('Did you mean “lead”?');
    const fine = [
      'type',
      'url',
      'story.url',
      'prices.size',
      'prices.first.amount',
      'area.parent',
      'altitude.anything',
    ];
    for (const keys of fine)
      expect(problems(`{{ entry.${keys} }}`))
        .withContext(keys)
        .toEqual([]);
  });

  it('finds the text of every piece where it stands', () => {
    const piece = fc.constantFrom(
      '{{ a }}',
      '{{- b -}}',
      '{% if c %}',
      '{% endif %}',
      'text',
      '{',
      '}}',
      '{{',
      ' ',
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 12 }), (parts) => {
        const source = parts.join('');
        for (const { text, from } of scanLiquid(source))
          expect(source.slice(from, from + text.length)).toBe(text);
      }),
    );
  });
});

describe('Liquid after keys were renamed', () => {
  const renamed = compileModel({
    ...relatedDocument,
    groups: relatedDocument.groups.map((group) => ({
      ...group,
      fields: group.fields.map((field) => ({
        ...field,
        key: `new_${field.key}`,
        fields: field.fields.map((child) => ({ ...child, key: `new_${child.key}` })),
      })),
    })),
  });
  const now = onPages(renamed);
  const written = (liquid: string, seats = page): string => renamedLiquid(liquid, seats, context, now);

  it('names the same as before, in variables, loops and filters', () => {
    const cases: readonly (readonly [string, string])[] = [
      ['<b>{{ entry.altitude }}</b>', '<b>{{ entry.new_altitude }}</b>'],
      ['{{ entry["altitude"] | plus: 1 }}', '{{ entry["new_altitude"] | plus: 1 }}'],
      ['{{ entry.beds.rooms }}', '{{ entry.new_beds.new_rooms }}'],
      [
        '{% for p in entry.prices %}{{ p.amount | display: "prices.amount" }}{% endfor %}',
        '{% for p in entry.new_prices %}{{ p.new_amount | display: "new_prices.new_amount" }}{% endfor %}',
      ],
      [
        '{% for p in entry.posts_by_huts %}{{ p.huts[0].altitude }}{% endfor %}',
        '{% for p in entry.posts_by_new_huts %}{{ p.new_huts[0].new_altitude }}{% endfor %}',
      ],
      ['{{ entry.story.lead }} {{ entry.title }}', '{{ entry.new_story.new_lead }} {{ entry.title }}'],
      [
        '{% raw %}{{ entry.altitude }}{% endraw %} altitude',
        '{% raw %}{{ entry.altitude }}{% endraw %} altitude',
      ],
    ];
    for (const [before, after] of cases) expect(written(before)).toBe(after);
    expect(written('{{ row.lead }}', inPosts)).toBe('{{ row.new_lead }}');
  });

  it('leads to the same fields, whatever was written', () => {
    const key = fc.constantFrom(
      'altitude',
      'story',
      'lead',
      'prices',
      'amount',
      'beds',
      'rooms',
      'title',
      'area',
      'huts',
    );
    const expression = fc
      .tuple(fc.constantFrom('entry', 'w'), fc.array(key, { minLength: 1, maxLength: 4 }))
      .map(([root, keys]) => `{{ ${[root, ...keys].join('.')} }}`);
    fc.assert(
      fc.property(fc.array(expression, { maxLength: 5 }), key, (parts, over) => {
        const source = `{% for w in entry.${over} %}${parts.join(' ')}{% endfor %}`;
        const after = written(source);
        expect(pathsNamedIn(after, seatsOf(typeOf(renamed)), now).map(pathText)).toEqual([...paths(source)]);
      }),
      { numRuns: 300 },
    );
  });

  it('is as it was where nothing was renamed, or where it names nothing', () => {
    for (const text of ['{{ entry.altitude }}', '{{ entry.gone }}', ''])
      expect(renamedLiquid(text, page, context, context)).toBe(text);
    expect(namedIn('', page)).toEqual([]);
  });
});
