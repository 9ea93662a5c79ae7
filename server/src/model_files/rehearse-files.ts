import type { FieldRehearsal } from '@tovlet/core/contracts/studio/model-files';
import { compileModel } from '@tovlet/core/model/compile';
import type { SetField } from '@tovlet/core/model/changes/set-field';
import { findField } from '@tovlet/core/model/tree';
import type { Database } from '../db/connect';
import { metValues } from '../conversions/met-values';
import { rehearse } from '../conversions/rehearse';
import type { Services } from '../services';
import type { Planned } from './plan';

/** Properties by which values are held against something; the others change nothing about them. */
const ABOUT_VALUES: ReadonlySet<string> = new Set(['kind', 'many', 'settings', 'required']);

const isAboutValues = ({ patch }: SetField): boolean =>
  Object.keys(patch).some((key) => ABOUT_VALUES.has(key));

async function rehearsed(
  services: Services,
  label: string,
  change: SetField,
  signal: AbortSignal,
): Promise<FieldRehearsal> {
  const { report } = await rehearse(services, { change }, signal);
  return { field: change.field, label, report, values: report.total };
}

/** Counts the values that go with fields. */
async function gone(database: Database, { now, plan }: Planned): Promise<readonly FieldRehearsal[]> {
  const model = compileModel(now.state.document);
  const after = compileModel(plan.model.document);
  const lost: FieldRehearsal[] = [];
  for (const field of model.fields.values()) {
    // What stands in others goes with them, and is counted there.
    if (after.fields.has(field.id) || field.ancestors.some((id) => !after.fields.has(id))) continue;
    let values = 0;
    for await (const page of metValues(database, model, field))
      for (const { value, count } of page) if (!field.behaviour.isEmpty(value)) values += count;
    if (values > 0) lost.push({ field: field.id, label: field.field.label, report: null, values });
  }
  return lost;
}

/**
 * Carries out what a plan does to the values of fields, without keeping anything: each change by itself, on the values of now.
 * @returns what becomes of the values of each field; the worst first
 */
export async function rehearseFiles(
  services: Services,
  given: Planned,
  signal: AbortSignal,
): Promise<readonly FieldRehearsal[]> {
  const { document } = given.now.state;
  const changes = given.plan.model.changes
    .filter((change) => change.kind === 'set_field')
    .filter(isAboutValues);
  const known = changes.flatMap((change) => {
    const place = findField(document, change.field);
    return place ? [{ change, label: place.field.label }] : [];
  });
  const reports: FieldRehearsal[] = [...(await gone(services.database, given))];
  for (const { change, label } of known) {
    const told = await rehearsed(services, label, change, signal);
    if (told.values > 0) reports.push(told);
  }
  const lostIn = ({ report, values }: FieldRehearsal): number =>
    report ? report.counts.lost + report.counts.undecided : values;
  return reports.toSorted((a, b) => lostIn(b) - lostIn(a));
}
