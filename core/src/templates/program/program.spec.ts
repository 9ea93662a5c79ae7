import { VISITORS } from '../../access/audience';
import { plainContext } from '../../values/compute';
import fc from 'fast-check';
import { Scope } from '../../evaluation/scope';
import type { JsonObject, JsonValue } from '../../json';
import { altitude, facts, guest, amount, modelWith, prices, typeOf, winterRoom } from '../../testing/model';
import { presentFields } from '../../values/present';
import { compileTemplate } from '../compile';
import { createLiquid, renderByLiquid, renderTemplate } from '../render';
import { block, type Block } from '../template';
import { programOf } from '.';

const model = modelWith(altitude, winterRoom, { ...prices, fields: [guest, amount] });
const type = typeOf(model);
const liquid = createLiquid();

function inputOf(values: JsonObject, blocks: readonly Block[] = []) {
  const scope = Scope.ofEntry(facts, values);
  const presented = presentFields(type.fields, scope, VISITORS, { ...plainContext, refer: () => null });
  const entry: JsonObject = {
    title: 'Larch & <Hut>',
    published_at: '2026-05-31T08:00:00Z',
    slug: null,
    ...presented,
  };
  return { model, type, scope, entry, site: { name: 'Velmark' }, blocks };
}

const bound = (source: 'entry' | 'row', path: string, fallback = '') => ({
  binding: { source, path, format: null, fallback },
});
const row = (index: number, values: JsonObject) => ({ id: `r_${index}`, values });

describe('a template as a plain function', () => {
  const sources = [
    '{{ entry.title }}',
    '{{ entry.slug }}',
    '{{ entry.nothing }}',
    '{{ nothing.at.all }}',
    '{{ entry.altitude }}',
    '{{ entry.altitude | display: "altitude" | raw }}',
    '{{ entry.published_at | day }}',
    '{{ entry.prices.size }}',
    '{{ entry.constructor }}',
    '{{ entry.__proto__ }}',
    '{{ entry.title.size }}',
    '{{ entry.prices.first }}',
    '{% if entry.altitude != nil %}a{% else %}b{% endif %}',
    '{% if entry.winter_room %}on{% endif %}',
    '{% if entry.altitude > 1000 and entry.prices.size > 0 %}x{% elsif entry.altitude == 5 %}y{% else %}z{% endif %}',
    '{% if entry.altitude == nil or entry.winter_room == true %}q{% endif %}',
    '{% if entry.title > 5 %}q{% endif %}',
    '{% for row in entry.prices %}{{ row.guest }}:{{ row.amount }};{% else %}none{% endfor %}',
    '{% for row in entry.prices reversed %}{{ row.guest }}{% endfor %}',
    '{% for row in entry.prices limit: 1 %}{{ row.guest }}{% endfor %}',
    '{% for row in entry.prices %}{{ forloop.index }}{% endfor %}',
    '{% for row in entry.prices %}{% for other in entry.prices %}.{% endfor %}{% endfor %}',
    '{% for row in entry.prices %}{% break %}{% endfor %}',
    '{% for row in entry.title %}{{ row }}{% endfor %}',
    '{{ row.guest }}',
    '{% raw %}{{ entry.title }}{% endraw %}',
    '{{ entry.title | upcase }}',
    '{% assign a = 1 %}{{ a }}',
    '  {%- if true -%} x {%- endif -%}  ',
    '{{ entry.prices }}',
    '{{ "a" }}',
    '{{ site.name }}',
  ];
  const values: readonly JsonObject[] = [
    {},
    { f_altitude: 5, f_winter: true },
    {
      f_altitude: 2080,
      f_winter: false,
      f_prices: [row(1, { f_guest: '<b>', f_amount: 3 }), row(2, { f_guest: 'B' })],
    },
  ];
  for (const source of sources) {
    it(`writes what Liquid writes: ${source}`, () => {
      const templates = liquid.parse(source);
      for (const each of values) {
        const input = inputOf(each);
        expect(renderTemplate(liquid, templates, input)).toBe(renderByLiquid(liquid, templates, input));
      }
    });
  }

  it('knows everything that compiled blocks use', () => {
    const blocks = [
      block({ id: 'b_1', kind: 'heading', properties: { text: bound('entry', 'title') } }),
      block({ id: 'b_2', kind: 'text', properties: { text: bound('entry', 'f_altitude', 'unknown') } }),
      block({ id: 'b_3', kind: 'text', properties: { text: { constant: '{{ braces }}' } } }),
      block({
        id: 'b_4',
        kind: 'facts',
        properties: { fields: { constant: [{ field: 'f_altitude', format: null }] } },
      }),
      block({
        id: 'b_5',
        kind: 'table',
        properties: {
          rows: { constant: 'f_prices' },
          columns: { constant: [{ field: 'f_guest', format: null }] },
        },
      }),
    ];
    expect(
      programOf(liquid.parse(compileTemplate({ mode: 'blocks', liquid: '', blocks }, type))),
    ).not.toBeNull();
  });

  it('leaves what it does not know to Liquid', () => {
    for (const source of ['{% assign a = 1 %}', '{{ entry.title | upcase }}', '{{ forloop.index }}']) {
      expect(programOf(liquid.parse(source)))
        .withContext(source)
        .toBeNull();
    }
  });

  it('agrees with Liquid on random blocks, conditions and values', () => {
    const leaf = fc.constantFrom(
      block({ id: 'b_a', kind: 'text', properties: { text: bound('entry', 'f_altitude') } }),
      block({ id: 'b_b', kind: 'text', properties: { text: bound('row', 'f_guest', 'nobody') } }),
      block({ id: 'b_c', kind: 'heading', properties: { text: { constant: 'A {% word' } } }),
      block({
        id: 'b_d',
        kind: 'table',
        properties: {
          rows: { constant: 'f_prices' },
          columns: { constant: [{ field: 'f_amount', format: null }] },
        },
      }),
    );
    const condition = fc.constantFrom(
      null,
      { kind: 'field' as const, field: 'f_winter', operator: 'is_on' as const },
      { kind: 'field' as const, field: 'f_amount', operator: 'greater' as const, value: 5 },
    );
    const repeat = fc.constantFrom(null, { field: 'f_prices', emptyMessage: 'Nothing' });
    let next = 0;
    const own = (
      given: Block,
      shownWhen: Block['shownWhen'],
      over: Block['repeat'],
      children: Block[],
    ): Block => {
      next += 1;
      return { ...given, id: `b_${next}`, shownWhen, repeat: over, children };
    };
    const blocks = fc.array(fc.tuple(leaf, condition, repeat, fc.array(leaf, { maxLength: 3 })), {
      maxLength: 4,
    });
    const optional = <Value extends JsonValue>(arbitrary: fc.Arbitrary<Value>) =>
      fc.option(arbitrary, { nil: null });
    const rows = fc.array(
      fc.record({
        f_guest: optional(fc.string({ maxLength: 4 })),
        f_amount: optional(fc.integer({ min: 0, max: 9 })),
      }),
      { maxLength: 4 },
    );
    const entry = fc.record({ f_altitude: optional(fc.integer()), f_winter: optional(fc.boolean()), rows });
    fc.assert(
      fc.property(blocks, entry, (given, { rows: list, ...simple }) => {
        const tree = given.map(([each, shownWhen, over, children]) =>
          own(children.length > 0 ? block({ id: 'b_s', kind: 'section' }) : each, shownWhen, over, children),
        );
        const templates = liquid.parse(compileTemplate({ mode: 'blocks', liquid: '', blocks: tree }, type));
        const input = inputOf({ ...simple, f_prices: list.map((each, index) => row(index, each)) }, tree);
        expect(renderTemplate(liquid, templates, input)).toBe(renderByLiquid(liquid, templates, input));
      }),
      { numRuns: 60 },
    );
  });
});
