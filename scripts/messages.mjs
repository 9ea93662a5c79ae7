// What Tovlet says to people, found in the code: texts that `say`, `said`, `counted` and `plural` take, and those that
// templates mark. `node scripts/messages.mjs` lists those that a language has no words for yet, and those it has for nothing.
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import * as angular from '@angular/compiler';
import ts from 'typescript';

const root = join(import.meta.dirname, '..');

/** How a text stands in a catalogue: in one line, its differing parts numbered. */
const keyOf = (parts) =>
  parts
    .map((part, at) => (at === 0 ? part : `{${at - 1}}${part}`))
    .join('')
    .replace(/\s+/g, ' ')
    .trim();

const sources = (folder) =>
  readdirSync(join(root, folder), { recursive: true })
    .filter(
      (file) => file.endsWith('.ts') && !/\.(spec|harness)\.ts$/.test(file) && !file.includes('catalogues'),
    )
    .map((file) => join(root, folder, file));

const partsOf = (template) =>
  ts.isNoSubstitutionTemplateLiteral(template)
    ? [template.text]
    : [template.head.text, ...template.templateSpans.map(({ literal }) => literal.text)];

/** Every text that an expression may come out as. */
function literalsIn(node) {
  if (ts.isStringLiteralLike(node)) return [node.text];
  if (ts.isConditionalExpression(node)) return [...literalsIn(node.whenTrue), ...literalsIn(node.whenFalse)];
  if (ts.isParenthesizedExpression(node)) return literalsIn(node.expression);
  if (ts.isBinaryExpression(node)) return [...literalsIn(node.left), ...literalsIn(node.right)];
  return [];
}

function inCode(file, found) {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const visit = (node) => {
    if (ts.isTaggedTemplateExpression(node) && node.tag.getText() === 'say')
      found.add(keyOf(partsOf(node.template)));
    if (ts.isCallExpression(node)) {
      const name = node.expression.getText();
      if (name === 'said') for (const text of node.arguments.flatMap(literalsIn)) found.add(keyOf([text]));
      if (/(^|\.)(counted|plural)$/.test(name))
        for (const text of node.arguments.slice(1).flatMap(literalsIn)) found.add(keyOf([text]));
    }
    if (
      ts.isPropertyAssignment(node) &&
      node.name.getText() === 'template' &&
      ts.isStringLiteralLike(node.initializer)
    )
      inTemplate(node.initializer.text, file, found);
    if (ts.isPropertyAssignment(node) && node.name.getText() === 'templateUrl') {
      const html = join(dirname(file), node.initializer.text);
      inTemplate(readFileSync(html, 'utf8'), html, found);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
}

function inTemplate(template, file, found) {
  const { nodes, errors } = angular.parseTemplate(template, file, { preserveWhitespaces: true });
  if (errors?.length) throw new Error(`${file}: ${errors[0]}`);
  const interpolated = (value) => {
    const ast = value instanceof angular.ASTWithSource ? value.ast : value;
    return ast instanceof angular.Interpolation ? ast.strings : [];
  };
  const texts = (node) =>
    node instanceof angular.TmplAstText
      ? [node.value]
      : node instanceof angular.TmplAstBoundText
        ? interpolated(node.value)
        : [];
  const piped = (text) => {
    const inner = ts.createSourceFile('e.ts', `(${text})`, ts.ScriptTarget.Latest, true).statements[0]
      ?.expression;
    for (const literal of inner ? literalsIn(inner) : []) found.add(keyOf([literal]));
  };
  const visit = (node) => {
    if (node === null || typeof node !== 'object') return;
    if (Array.isArray(node)) return node.forEach(visit);
    if (node.i18n && Array.isArray(node.children)) {
      const parts = node.children.flatMap((child) => texts(child));
      if (node.children.every((child) => texts(child).length > 0) && /[A-Za-z]/.test(parts.join('')))
        found.add(keyOf(merged(node.children.map(texts))));
    }
    for (const attribute of node.attributes ?? [])
      if (attribute.i18n && attribute.value) found.add(keyOf([attribute.value]));
    for (const input of node.inputs ?? []) if (input.i18n) found.add(keyOf(interpolated(input.value)));
    for (const key of ['children', 'branches', 'cases', 'groups', 'empty', 'loading', 'placeholder', 'error'])
      visit(node[key]);
  };
  visit(nodes);
  for (const [, expression] of template.matchAll(
    /\(?((?:\([^()]*(?:\([^()]*\)[^()]*)*\)|'[^']*'))\s*\|\s*said/g,
  ))
    piped(expression);
  for (const [, , one, many] of template.matchAll(/\b(counted|plural)\([^']*'([^']*)',\s*'([^']*)'\)/g))
    for (const text of [one, many]) found.add(keyOf([text]));
}

/** Texts that stand beside each other are one. */
const merged = (runs) =>
  runs.reduce((before, run) => [
    ...before.slice(0, -1),
    (before.at(-1) ?? '') + (run[0] ?? ''),
    ...run.slice(1),
  ]);

/** Names that stand in the code as values and are said where they are shown. */
const NAMES = [
  ...['Text', 'Numbers and time', 'Choices', 'Media and places', 'Links', 'Structure'],
  ...['developer', 'editor', 'reader', 'draft', 'published', 'light', 'dark', 'system'],
  ...['People', 'Person', 'Media', 'Medium', 'Standard', 'Add row', 'Add', 'Yes', 'No'],
];

/** Lists all texts of the code, in their order of the alphabet. */
export function messages() {
  const found = new Set(NAMES);
  for (const file of [...sources('core/src'), ...sources('web/src/app')]) inCode(file, found);
  return [...found].filter((text) => /\p{L}{2,}/u.test(text.replace(/\{\d\}/g, ''))).sort();
}

const placesIn = (text) => (text.match(/\{\d\}/g) ?? []).sort().join();

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const { de } = await import('../core/src/messages/catalogues/de.ts');
  const all = new Set(messages());
  const missing = [...all].filter((text) => de[text] === undefined);
  const idle = Object.keys(de).filter((text) => !all.has(text));
  const unlike = Object.entries(de).filter(([english, german]) => placesIn(english) !== placesIn(german));
  for (const text of missing) console.log(JSON.stringify(text));
  for (const text of idle) console.log(`said nowhere: ${JSON.stringify(text)}`);
  for (const [english] of unlike) console.log(`other values: ${JSON.stringify(english)}`);
  console.log(`${all.size} texts, ${missing.length} without German, ${idle.length} said nowhere.`);
  process.exit(missing.length + idle.length + unlike.length === 0 ? 0 : 1);
}
