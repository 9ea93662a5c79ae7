import { ForTag, IfTag, Output, RawTag, TypeGuards, type Template } from 'liquidjs';
import { ShownWhen } from '../shown-when';
import { testOf } from './condition';
import { outputWriter } from './output';
import { readerOf } from './read';
import { BeyondProgram, type Write } from './run';

export { BeyondProgram, findByPath, type Run, type Write } from './run';

/** Puts neighbouring constant texts into one. */
function joined(parts: readonly (string | Write)[]): readonly (string | Write)[] {
  return parts.reduce<(string | Write)[]>((list, part) => {
    const last = list.at(-1);
    if (typeof part === 'string' && typeof last === 'string') list[list.length - 1] = last + part;
    else list.push(part);
    return list;
  }, []);
}

/** Writes templates one after the other; a loop in a loop is left to Liquid, which counts its steps. */
function sequence(templates: readonly Template[], inLoop: boolean): Write | null {
  const found = templates.map((template) => partOf(template, inLoop));
  if (!found.every((part) => part !== null)) return null;
  const parts = joined(found);
  return (run) => {
    let text = '';
    for (const part of parts) text += typeof part === 'string' ? part : part(run);
    return text;
  };
}

function ifWriter(tag: IfTag, inLoop: boolean): Write | null {
  const otherwise = sequence(tag.elseTemplates ?? [], inLoop);
  const branches = tag.branches.map(({ value, templates }) => {
    const [test, write] = [testOf(value), sequence(templates, inLoop)];
    return test && write ? { test, write } : null;
  });
  if (!otherwise || !branches.every((branch) => branch !== null)) return null;
  return (run) => {
    for (const { test, write } of branches) if (test(run)) return write(run);
    return otherwise(run);
  };
}

function forWriter(tag: ForTag, inLoop: boolean): Write | null {
  const plain = tag.variable === 'row' && Object.keys(tag.hash.hash).length === 0 && !inLoop;
  const read = plain ? readerOf(tag.collection) : null;
  const [body, otherwise] = [sequence(tag.templates, true), sequence(tag.elseTemplates ?? [], inLoop)];
  if (!read || !body || !otherwise) return null;
  return (run) => {
    const rows = read(run) ?? [];
    if (!Array.isArray(rows)) throw new BeyondProgram();
    if (rows.length === 0) return otherwise(run);
    let text = '';
    for (const row of rows) {
      run.row = row;
      text += body(run);
    }
    run.row = undefined;
    return text;
  };
}

function shownWhenWriter({ blockId, templates }: ShownWhen, inLoop: boolean): Write | null {
  const write = sequence(templates, inLoop);
  return write && ((run) => (run.holds(blockId) ? write(run) : ''));
}

/** A constant text, or what writes; null for what is left to Liquid. */
function partOf(template: Template, inLoop: boolean): string | Write | null {
  if (TypeGuards.isHTMLToken(template.token)) {
    return template.token.getContent();
  }
  if (template instanceof Output) return outputWriter(template);
  if (template instanceof IfTag) return ifWriter(template, inLoop);
  if (template instanceof ForTag) return forWriter(template, inLoop);
  if (template instanceof ShownWhen) return shownWhenWriter(template, inLoop);
  if (template instanceof RawTag) return template.render();
  return null;
}

/**
 * Turns a parsed template into a plain function, about twenty times as fast as interpreting it.
 *
 * It knows the part of Liquid that compiled block templates use: text, outputs, `if`, one level of `for row in`,
 * `raw` and `shown_when`. What it does not know it leaves to the Liquid engine, so that both always write the same.
 *
 * @param templates what Liquid's parser answered
 * @returns the function, or null when the template uses more of Liquid than that
 */
export function programOf(templates: readonly Template[]): Write | null {
  return sequence(templates, false);
}
