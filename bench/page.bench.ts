import { VISITORS } from '@tovlet/core/access/audience';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import { plainContext } from '@tovlet/core/values/compute';
import type { JsonObject } from '@tovlet/core/json';
import { escapeHtml } from '@tovlet/core/fields/html';
import { compileModel } from '@tovlet/core/model/compile';
import { field, type ModelDocument, plainType, plainGroup } from '@tovlet/core/model/document';
import { appearsOnTypes } from '@tovlet/core/model/reach';
import { compileTree } from '@tovlet/core/templates/compile';
import { renderByTree } from '@tovlet/core/templates/render';
import { writerOf } from '@tovlet/core/templates/tree/index';
import { block, type TemplateContent } from '@tovlet/core/templates/template';
import { presentFields } from '@tovlet/core/values/present';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import { comparedWith, ratio, type Benchmark } from './measure';

const BINDINGS = 30;
const rowFields = ['name', 'hint'].map((key) => field({ id: `f_${key}`, key, label: key, kind: 'text' }));
const rows = field({ id: 'f_rows', key: 'rows', label: 'Rows', kind: 'repeater', fields: rowFields });
const simple = Array.from({ length: BINDINGS }, (_, index) =>
  field({
    id: `f_${index}`,
    key: `value_${index}`,
    label: `Value ${index}`,
    kind: index % 3 === 0 ? 'number' : 'text',
    settings: index % 3 === 0 ? { unit: 'm' } : {},
  }),
);
const document: ModelDocument = {
  format: 'tovlet-model',
  version: 1,
  taxonomies: [],
  contentTypes: [
    {
      id: 't_a',
      key: 'a',
      pluralKey: 'as',
      singular: 'A',
      plural: 'As',
      icon: 'article',
      address: '/a/{slug}',
      ...plainType,
    },
  ],
  groups: [
    {
      id: 'g_a',
      key: 'a',
      label: 'A',
      ...plainGroup,
      appearsOn: appearsOnTypes(['t_a']),
      fields: [...simple, rows],
    },
  ],
};
const bound = (source: 'entry' | 'row', path: string) => ({
  binding: { source, path, format: null, fallback: '' },
});
const template: TemplateContent = {
  mode: 'blocks',
  liquid: '',
  blocks: [
    ...simple.map(({ id }) =>
      block({ id: `b_${id}`, kind: 'text', properties: { text: bound('entry', id) } }),
    ),
    block({
      id: 'b_rows',
      kind: 'section',
      repeat: { field: 'f_rows', emptyMessage: '' },
      children: rowFields.map(({ id }) =>
        block({ id: `b_${id}`, kind: 'text', properties: { text: bound('row', id) } }),
      ),
    }),
  ],
};

function sampleValues(): JsonObject {
  const values: Record<string, JsonObject[string]> = {};
  for (const [index, { id, kind }] of simple.entries())
    values[id] = kind === 'number' ? 1000 + index : `Words <${index}> & more`;
  values['f_rows'] = Array.from({ length: 50 }, (_, index) => ({
    id: `r_${index}`,
    values: { f_name: `Larch bridge ${index}`, f_hint: 'Follow the white marks.' },
  }));
  return values;
}

const NUMBERS = new Intl.NumberFormat('en-GB', { useGrouping: false, maximumFractionDigits: 10 });

/** The same page as somebody would write it for this one type. */
function byHand(entry: Readonly<Record<string, unknown>>): string {
  const text = (value: unknown, unit = ''): string => {
    if (value === null || value === undefined) return '';
    const words = typeof value === 'number' ? NUMBERS.format(value) : escapeHtml(String(value));
    return `<div class="text">${words}${unit}</div>\n`;
  };
  const values = simple.map(({ key, kind }) => text(entry[key], kind === 'number' ? '\u00a0m' : ''));
  const list = entry['rows'];
  const sections = Array.isArray(list)
    ? list.map(
        (row: Readonly<Record<string, unknown>>) =>
          `<section>\n${text(row['name'])}${text(row['hint'])}</section>\n`,
      )
    : [];
  return values.join('') + sections.join('');
}

/** A page of 30 bindings and one repeat over 50 rows. */
export const pageBenchmark: Benchmark = {
  name: 'page',
  run() {
    const model = compileModel(document);
    const [type] = model.types;
    if (!type) throw new Error('The model has one type.');
    const write = writerOf(compileTree(template, type, model));
    if (!write) throw new Error('Nothing here is written by hand.');
    const values = sampleValues();
    const facts = factsFrom({ type: 't_a', status: 'published', entry: 'e_1' });
    const context = plainContext;
    const present = () => {
      const scope = resolveVisibility(model, type, values, facts);
      return { scope, entry: presentFields(type.fields, scope, VISITORS, context) };
    };
    const { scope, entry } = present();
    const render = (): string =>
      renderByTree(write, {
        model,
        type,
        scope,
        entry,
        site: {},
        around: new Map(),
        blocks: template.blocks,
      }) ?? '';
    const textOf = (html: string): string => html.replace(/<[^>]*>|\s/g, '');
    if (textOf(render()) !== textOf(byHand(entry))) throw new Error('Both write the same page.');
    return (async () => [
      comparedWith(
        'render a page, against a function written by hand',
        await ratio(render, () => byHand(entry), 200, 2000),
        2,
      ),
      comparedWith(
        'the same from stored values (conditions, presenting, rendering)',
        await ratio(
          () => {
            const presented = present();
            return renderByTree(write, {
              model,
              type,
              ...presented,
              site: {},
              around: new Map(),
              blocks: template.blocks,
            });
          },
          () => byHand(present().entry),
          200,
          2000,
        ),
        2,
      ),
    ])();
  },
};
