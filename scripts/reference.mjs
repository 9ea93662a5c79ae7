// Writes docs/field-types.md: what each field type is for, and what becomes of a value. Run by `npm run reference`.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { typeSamples } from '../core/src/values/type-samples.ts';

const shownAs = (page) => {
  if (page === null) return '–';
  return 'text' in page
    ? page.text
    : page.html
        .replace(/<[^>]*>/g, ' ')
        .replace(/\s+/g, ' ')
        .trim() || 'markup';
};
const cell = (text) => text.replaceAll('|', '\\|').replace(/\s+/g, ' ');

/** The reference as Markdown, by family. */
export function reference() {
  const samples = typeSamples();
  const families = [...new Set(samples.map(({ type }) => type.family))];
  const sections = families.map((family) => {
    const lines = samples
      .filter(({ type }) => type.family === family)
      .map(({ type, json, page }) => {
        const written = json === undefined ? '–' : `\`${cell(JSON.stringify(json))}\``;
        return `| **${type.name}** (\`${type.kind}\`) | ${type.about} | ${cell(shownAs(page))} | ${written} |`;
      });
    const head = ['| type | what it is for | on a page | in the API |', '| --- | --- | --- | --- |'];
    return `## ${family}\n\n${[...head, ...lines].join('\n')}\n`;
  });
  return [
    '# Field types',
    'Every field has one of these types. The workbench shows the same list with the widgets, under _Model › Field types_; it prints.',
    '![The list of field types](screenshots/field-types.png)',
    ...sections,
    'This page is made of the types themselves by `npm run reference`.\n',
  ].join('\n\n');
}

writeFileSync(join(import.meta.dirname, '../docs/field-types.md'), reference());
