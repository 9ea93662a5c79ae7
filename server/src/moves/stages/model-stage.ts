import { plannedChanges } from '@tovlet/core/packages/planned-changes';
import { changeModel } from '../../model/service';
import type { Stage } from './stage';

/** Makes the types, taxonomies and fields that are missing, as one revision of the model. */
export const modelStage: Stage = {
  words: 'Making types, taxonomies and fields',
  async carryOut({ context, person }) {
    const { services, planned, record } = context;
    const { model, revision } = await services.models.current();
    const changes = [...plannedChanges(model.document, planned)];
    if (changes.length > 0)
      await changeModel(
        services,
        person,
        { baseRevision: revision, changes },
        {
          summary: `Brought in from “${record.title}”: ${changes.length} ${changes.length === 1 ? 'change' : 'changes'}`,
        },
      );
    return 'done';
  },
};
