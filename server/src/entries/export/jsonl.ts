import type { ExportFormatPlan } from './export-format';

/**
 * One JSON object a line, values as they are.
 * @see https://jsonlines.org
 */
export const jsonl: ExportFormatPlan = {
  mime: 'application/jsonl; charset=utf-8',
  async *write({ columns, batches }) {
    for await (const batch of batches)
      yield batch
        .map(({ id, title, slug, columns: values }) => {
          const own = [...columns].map(([text, { keys }]) => [keys, values[text] ?? null] as const);
          return `${JSON.stringify({ id, title, slug, ...Object.fromEntries(own) })}\n`;
        })
        .join('');
  },
};
