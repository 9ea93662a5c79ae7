import type { FoundPath } from '../found-path';
import { isList, type IfThereNode, type NodeReader } from './node';
import { testOf } from './read';
import { expressionOf, quoted, rootOf } from './written';

/** A test in Liquid, and what has to be collected before it is asked. */
function written(path: FoundPath, index: number): { readonly before: string; readonly test: string } {
  if (path.many) {
    const name = `found_${index + 1}`;
    const before = `{% assign ${name} = ${rootOf(path)} | values_at: ${quoted(path.keys)} %}`;
    return { before, test: `${name}.size > 0` };
  }
  const expression = expressionOf(path);
  return { before: '', test: isList(path) ? `${expression}.size > 0` : `${expression} != nil` };
}

export const ifThere: NodeReader<IfThereNode> = {
  liquid({ paths, body, otherwise }, { liquid }) {
    const instead = otherwise.length === 0 ? '' : `{% else %}${liquid(otherwise)}`;
    const tests = paths.map(written);
    const before = tests.map((each) => each.before).join('');
    const asked = tests.map(({ test }) => test).join(' or ');
    return `${before}{% if ${asked} %}${liquid(body)}${instead}{% endif %}`;
  },
  writer({ paths, body, otherwise }, { writer }) {
    const [write, instead] = [writer(body), writer(otherwise)];
    if (!write || !instead) return null;
    const tests = paths.map(testOf);
    return (run) => (tests.some((test) => test(run)) ? write(run) : instead(run));
  },
};
