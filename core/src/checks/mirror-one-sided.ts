import { say } from '../locale/say';
import { relation } from '../fields/relation/relation';
import { settingsOf } from '../fields/settings-of';
import { defineCheck } from './check';

/** Relations whose mirror does not name them back. */
export const mirrorOneSided = defineCheck('mirror_one_sided', 'warning', function* (model, report) {
  for (const { id, label, field } of model.fields.values()) {
    const mirror = settingsOf(relation, field)?.mirror ?? null;
    const other = mirror === null ? undefined : model.fields.get(mirror);
    if (!other || settingsOf(relation, other.field)?.mirror === id) continue;
    yield report(
      { kind: 'field', id },
      { label, other: other.label },
      {
        label: say`Let “${other.label}” mirror it`,
        changes: [{ kind: 'set_settings', field: other.id, set: { mirror: id }, unset: [] }],
      },
    );
  }
});
