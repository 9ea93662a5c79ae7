import { factsFrom } from '@tovlet/core/evaluation/scope';
import { runChecks } from '@tovlet/core/checks/index';
import { personWith } from '@tovlet/core/access/audience';
import { pathFromText } from '@tovlet/core/paths/text';
import { compileColumn } from '@tovlet/core/queries/column';
import { compileCondition, compileSort } from '@tovlet/core/queries/compile';
import { filterFromText } from '@tovlet/core/queries/filter-text';
import { compileModel } from '@tovlet/core/model/compile';
import { modelDocumentSchema } from '@tovlet/core/model/document';
import { checkTemplate } from '@tovlet/core/templates/check';
import { validateEntry } from '@tovlet/core/values/validate';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import {
  demoCopies,
  demoEntries,
  demoModel,
  demoPlans,
  demoSaves,
  demoViews,
  hutTemplate,
  starterModel,
  wardenTemplate,
} from './index';

const model = compileModel(demoModel);

describe('the demo workspace', () => {
  it('has a valid model, whose only findings are its flaws on purpose', () => {
    expect(modelDocumentSchema.safeParse(demoModel).success).toBeTrue();
    const findings = runChecks(model, new Map([['t_hut', hutTemplate]]));
    expect(findings.map(({ code, target }) => `${code} ${target.id}`)).toEqual([
      'group_reaches_nothing g_ski',
      'condition_choice_gone f_rope_note',
      'template_binding_gone t_hut',
      'shown_nowhere f_phone',
    ]);
  });

  it('types nothing into an entry that it does not have, and plans for drafts', () => {
    const entries = new Map(demoEntries().map((entry) => [entry.id, entry]));
    expect(demoCopies.length).toBeGreaterThan(0);
    for (const { entry, values } of demoCopies) {
      expect(entries.get(entry)?.status).toBe('published');
      for (const id of Object.keys(values)) expect(model.fields.has(id)).withContext(id).toBeTrue();
    }
    expect(demoPlans.map(({ entry }) => entries.get(entry)?.status)).toEqual(['draft']);
  });

  it('has a template with one broken binding', () => {
    const type = model.typeByKey.get('hut');
    expect(type && checkTemplate(hutTemplate, type, model).map(({ block }) => block)).toEqual([
      'b_hut_stove',
    ]);
  });

  it('has pages of wardens whose paths all lead somewhere', () => {
    const type = model.typeByKey.get('warden');
    expect(type && checkTemplate(wardenTemplate, type, model)).toEqual([]);
  });

  it('has saves of entries that are there, each making the next version, of fields that are there', () => {
    const entries = new Map([...demoEntries()].map((entry) => [entry.id, entry]));
    const versions = new Map<string, number>();
    for (const { entry, version, before } of demoSaves) {
      expect(entries.has(entry)).withContext(entry).toBeTrue();
      expect(version).toBe((versions.get(entry) ?? 1) + 1);
      versions.set(entry, version);
      for (const id of Object.keys(before.values)) expect(model.fields.has(id)).withContext(id).toBeTrue();
    }
    expect(versions.size).toBeGreaterThan(0);
  });

  it('has views whose columns, order and filter are there', () => {
    for (const { name, typeId, look } of demoViews) {
      const type = model.typeById.get(typeId);
      const [from, context] = [
        { kind: 'entry', types: type ? [type] : [] } as const,
        { model, audience: personWith('editor') },
      ];
      const path = pathFromText(look.sort);
      const sorted = path && compileSort(path, look.descending, from, context);
      expect(sorted && 'problem' in sorted ? sorted.problem : null)
        .withContext(name)
        .toBeNull();
      const read = filterFromText(look.filter);
      const condition = 'problem' in read ? null : read.condition;
      expect(compileCondition(condition, from, context).problems)
        .withContext(name)
        .toEqual([]);
      for (const column of (look.columns ?? '').split(',')) {
        const steps = pathFromText(column);
        const found = steps ? compileColumn(steps, from, context) : { problem: 'no path' };
        expect('problem' in found ? found.problem : null)
          .withContext(column)
          .toBeNull();
      }
    }
  });

  it('has entries that are valid but for a few', () => {
    const broken = demoEntries().filter(({ id, typeId, status, values }) => {
      const type = model.typeById.get(typeId);
      if (!type) return true;
      return (
        validateEntry(
          type,
          resolveVisibility(model, type, values, factsFrom({ type: typeId, status, entry: id })),
          status,
        ).length > 0
      );
    });
    expect(broken.map(({ id }) => id)).toEqual(['e_hut0000004', 'e_hut0000009', 'e_hut0000013']);
  });

  it('has its numbers of entries, each with an id and slug of its own', () => {
    const entries = demoEntries();
    const count = (typeId: string): number => entries.filter((entry) => entry.typeId === typeId).length;
    expect(['t_hut', 't_route', 't_warden', 't_post', 't_page'].map(count)).toEqual([24, 36, 14, 12, 5]);
    expect(new Set(entries.map(({ id }) => id)).size).toBe(entries.length);
    expect(new Set(entries.map(({ typeId, slug }) => `${typeId}/${slug}`)).size).toBe(entries.length);
  });

  it('is the same each time, at any size', () => {
    expect(demoEntries(50, 3)).toEqual(demoEntries(50, 3));
    expect(demoEntries(2000, 3).length).toBe(2000 + 3000 + 14 + 12 + 5);
  });
});

describe('the model of a new workspace', () => {
  it('has posts and pages and no findings', () => {
    expect(runChecks(compileModel(starterModel))).toEqual([]);
  });
});
