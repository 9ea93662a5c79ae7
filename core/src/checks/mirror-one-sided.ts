import { defineCheck } from './check';

/** Relations whose mirror does not name them back. */
export const mirrorOneSided = defineCheck('mirror_one_sided', 'warning', function* (model, report) {
  for (const { id, label, field } of model.fields.values()) {
    const { mirror } = field.settings;
    if (field.kind !== 'relation' || typeof mirror !== 'string') continue;
    const other = model.fields.get(mirror);
    if (!other || other.field.settings['mirror'] === id) continue;
    const settings = { ...other.field.settings, mirror: id };
    yield report(
      { kind: 'field', id },
      { label, other: other.label },
      {
        label: `Let “${other.label}” mirror it`,
        changes: [{ kind: 'set_field', field: mirror, patch: { settings } }],
      },
    );
  }
});
