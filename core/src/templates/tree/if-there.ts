import type { ResolvedPath } from '../../bindings/paths';
import { isList, type IfThereNode, type NodeReader } from './node';
import { testOf } from './read';

const isThere = (path: ResolvedPath): string =>
  isList(path) ? `${path.expression}.size > 0` : `${path.expression} != nil`;

export const ifThere: NodeReader<IfThereNode> = {
  liquid({ paths, body, otherwise }, { liquid }) {
    const instead = otherwise.length === 0 ? '' : `{% else %}${liquid(otherwise)}`;
    return `{% if ${paths.map(isThere).join(' or ')} %}${liquid(body)}${instead}{% endif %}`;
  },
  writer({ paths, body, otherwise }, { writer }) {
    const [write, instead] = [writer(body), writer(otherwise)];
    if (!write || !instead) return null;
    const tests = paths.map(testOf);
    return (run) => (tests.some((test) => test(run)) ? write(run) : instead(run));
  },
};
