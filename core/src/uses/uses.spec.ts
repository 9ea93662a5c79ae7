import { compileModel } from '../model/compile';
import { block } from '../templates/template';
import { useWords } from '../messages/use-words';
import {
  altitude,
  asks,
  documentOf,
  group,
  guest,
  hutType,
  prices,
  winterCode,
  winterRoom,
} from '../testing/model';
import { applyChange } from '../model/changes';
import { runChecks } from '../checks/index';
import { usesOf } from './uses';

const hidden = {
  ...hutType,
  pageOrder: [{ field: 'f_altitude', label: 'beside' as const, format: null, shown: false }],
};
const fields = [
  { ...altitude, listColumn: true },
  winterRoom,
  winterCode,
  { ...prices, settings: { rowLabel: 'f_guest' } },
];
const document = { ...documentOf(group({ fields })), contentTypes: [hidden] };
const model = compileModel(document);
const bound = (path: string) => ({
  text: { binding: { source: 'entry' as const, path, format: null, fallback: '' } },
});
const words = (id: string, templates = new Map()): readonly string[] =>
  (usesOf(model, templates).get(id) ?? []).map(({ place }) => useWords(place, model));
const template = (...blocks: Parameters<typeof block>[0][]) => ({
  mode: 'blocks' as const,
  liquid: '',
  blocks: blocks.map(block),
});

describe('the index of uses', () => {
  it('knows conditions, row labels, list columns and the page order', () => {
    expect(words('f_winter')).toEqual(['Decides whether “Winter room code” shows', 'Page order of Hut']);
    expect(words(guest.id)).toEqual(['Names the rows of “Prices”', 'Page order of Hut']);
    expect(words('f_altitude')).toEqual(['Column in the list of huts']);
  });

  it('knows templates in place of the page order, their conditions and lists included', () => {
    const content = template(
      { id: 'b_1', kind: 'text', properties: bound('f_altitude'), shownWhen: asks('f_winter', 'is_on') },
      {
        id: 'b_2',
        kind: 'table',
        properties: {
          rows: { constant: 'f_prices' },
          columns: { constant: [{ field: 'f_guest', format: null }] },
        },
      },
    );
    const templates = new Map([['t_hut', content]]);
    expect(words('f_altitude', templates)).toContain('Template of Hut');
    expect(words('f_winter', templates)).toContain('Template of Hut');
    expect(words('f_guest', templates)).toContain('Template of Hut');
    expect(words('f_code', templates)).toEqual([]);
    const sort = { path: 'f_guest', descending: false };
    const repeated = template({
      id: 'b_1',
      kind: 'text',
      repeat: { field: 'f_prices', emptyMessage: '', sort },
    });
    expect(words('f_guest', new Map([['t_hut', repeated]]))).toContain('Template of Hut');
  });

  it('reads Liquid written by hand', () => {
    const liquid = '{{ entry.altitude }} {% for price in entry.prices %}{{ price.guest }}{% endfor %}';
    const templates = new Map([['t_hut', { mode: 'liquid' as const, blocks: [], liquid }]]);
    expect(words('f_guest', templates)).toContain('Template of Hut');
    expect(words('f_code', templates)).toEqual([]);
  });
});

describe('checks over templates', () => {
  const codesOf = (templates = new Map()) =>
    runChecks(model, templates).map(({ code, target }) => `${code} ${target.id}`);

  it('find a field that no page shows, and put it into the page order with one action', () => {
    const [finding] = runChecks(model);
    expect(codesOf()).toEqual(['shown_nowhere f_altitude']);
    const mended = (finding?.fix?.changes ?? []).reduce(applyChange, document);
    expect(runChecks(compileModel(mended))).toEqual([]);
  });

  it('put it into the template where there is one', () => {
    const all = ['f_winter', 'f_code', 'f_prices'].map((id) => ({
      id: `b_${id}`,
      kind: 'text' as const,
      properties: bound(id),
    }));
    const facts = {
      id: 'b_facts',
      kind: 'facts' as const,
      properties: { fields: { constant: [{ field: 'f_winter', format: null }] } },
    };
    for (const content of [template(...all), template(facts, ...all)]) {
      const [finding] = runChecks(model, new Map([['t_hut', content]]));
      const fixed = finding?.fix?.template;
      expect([finding?.code, fixed?.id]).toEqual(['shown_nowhere', 't_hut']);
      if (fixed) expect(runChecks(model, new Map([[fixed.id, fixed.content]]))).toEqual([]);
    }
  });

  it('find blocks that show what was removed', () => {
    const content = template({ id: 'b_1', kind: 'text', properties: bound('f_gone') });
    expect(codesOf(new Map([['t_hut', content]]))).toContain('template_binding_gone t_hut');
  });

  it('find headings out of order, and nothing where they are in order', () => {
    const heading = (id: string, level: string) => ({
      id,
      kind: 'heading' as const,
      properties: { text: { constant: 'Words' }, level: { constant: level } },
    });
    const found = (...levels: readonly string[]) =>
      codesOf(new Map([['t_hut', template(...levels.map((level, at) => heading(`b_${at}`, level)))]]));
    expect(found('1', '3')).toContain('heading_order t_hut');
    expect(found('1', '2')).not.toContain('heading_order t_hut');
  });
});
