import * as fc from 'fast-check';
import { field, type Field, type ModelDocument } from '../model/document';
import { documentOf, group } from '../testing/model';
import { randomFields } from '../testing/random-model';
import { planFiles, type FilesPlan } from './plan-files';
import { readModelFiles, type ReadFiles } from './read-files';
import { modelFiles } from './write-files';

/** Something that somebody does to the fields of a group. */
type Edit = (fields: readonly Field[]) => readonly Field[];

const at = <Thing>(things: readonly Thing[], index: number): number =>
  things.length === 0 ? 0 : index % things.length;

const place = fc.nat({ max: 20 });
const edit: fc.Arbitrary<Edit> = fc.oneof(
  fc.tuple(place, fc.string({ minLength: 1, maxLength: 8 })).map(
    ([index, label]): Edit =>
      (fields) =>
        fields.map((each, own) =>
          own === at(fields, index) ? { ...each, label: `L${label.trim()}` } : each,
        ),
  ),
  place.map(
    (index): Edit =>
      (fields) =>
        fields.map((each, own) => (own === at(fields, index) ? { ...each, required: !each.required } : each)),
  ),
  place.map(
    (index): Edit =>
      (fields) =>
        fields.filter((_each, own) => own !== at(fields, index)),
  ),
  fc.tuple(place, fc.nat({ max: 9999 })).map(([index, number]): Edit => (fields) => {
    const id = `f_new${number}`;
    if (fields.some((each) => each.id === id)) return fields;
    const added = field({ id, key: `new_${number}`, label: `New ${number}`, kind: 'text' });
    return [...fields.slice(0, index), added, ...fields.slice(index)];
  }),
  place.map((index): Edit => (fields) => {
    const [moved, ...others] = fields;
    return moved ? [...others.slice(0, index), moved, ...others.slice(index)] : fields;
  }),
);
const edits = fc.array(edit, { maxLength: 4 });

const documentWith = (fields: readonly Field[]): ModelDocument => documentOf(group({ fields: [...fields] }));
const edited = (document: ModelDocument, made: readonly Edit[]): ModelDocument =>
  documentWith(made.reduce((fields, each) => each(fields), document.groups[0]?.fields ?? []));

const digest = (text: string): string => text;
const readOf = (document: ModelDocument): ReadFiles =>
  readModelFiles(modelFiles({ document, templates: [], views: [] }, { workspace: 'w', revision: 1 }, digest));

/** Brings a document, as files, into another that has the same base. */
const plan = (
  base: ModelDocument,
  files: ModelDocument,
  now: ModelDocument,
  prefer: 'files' | 'workspace' | null = null,
): FilesPlan => {
  const state = { document: now, templates: [], views: [] };
  return planFiles(readOf(files), state, base, { isWhole: true, prefer }, digest);
};
const labels = ({ groups }: ModelDocument): ReadonlyMap<string, string> =>
  new Map((groups[0]?.fields ?? []).map(({ id, label }) => [id, label]));

describe('random changes on both sides', () => {
  const world = fc.record({ fields: randomFields, mine: edits, theirs: edits });

  it('come to what the files say where the workspace stands still, and to nothing where the files do', () => {
    fc.assert(
      fc.property(world, ({ fields, mine, theirs }) => {
        const base = documentWith(fields);
        const [files, now] = [edited(base, mine), edited(base, theirs)];
        expect(plan(base, files, base).model.document).toEqual(files);
        expect(plan(base, base, now).model.changes).toEqual([]);
      }),
      { numRuns: 80 },
    );
  });

  it('change nothing when the same files come again', () => {
    fc.assert(
      fc.property(world, ({ fields, mine, theirs }) => {
        const base = documentWith(fields);
        const [files, now] = [edited(base, mine), edited(base, theirs)];
        const once = plan(base, files, now, 'files');
        expect(once.model.refused).toEqual([]);
        // What was brought in is known by then as a revision of its own: only what the files add to it counts.
        const again = plan(base, files, once.model.document, 'files');
        const changed = again.model.changes.filter(({ kind }) => kind !== 'move_field');
        expect(changed).toEqual([]);
      }),
      { numRuns: 80 },
    );
  });

  it('keep what only one side changed, whoever is preferred', () => {
    fc.assert(
      fc.property(
        world,
        fc.constantFrom('files' as const, 'workspace' as const),
        ({ fields, mine, theirs }, prefer) => {
          const base = documentWith(fields);
          const [files, now] = [edited(base, mine), edited(base, theirs)];
          const { document } = plan(base, files, now, prefer).model;
          const [was, own, other, merged] = [labels(base), labels(files), labels(now), labels(document)];
          for (const [id, label] of was) {
            const [left, right] = [own.get(id), other.get(id)];
            if (left === undefined || right === undefined) continue;
            if (right === label) expect(merged.get(id)).toBe(left);
            if (left === label) expect(merged.get(id)).toBe(right);
          }
        },
      ),
      { numRuns: 80 },
    );
  });
});
