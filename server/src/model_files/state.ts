import { createHash } from 'node:crypto';
import type { ModelState } from '@tovlet/core/model_files/model-state';
import type { FilesOrigin, ModelFiles } from '@tovlet/core/model_files/write-files';
import { modelFiles } from '@tovlet/core/model_files/write-files';
import { invariant } from '@tovlet/core/invariant';
import type { Database } from '../db/connect';
import { workspace } from '../db/schema';
import { currentModel } from '../revisions/queries';
import { allTemplates } from '../showing/stored-templates';
import { sharedViews } from '../views/queries';

/** All that is designed in the workspace, as it stands at one moment. */
export interface StateOfNow extends FilesOrigin {
  readonly state: ModelState;
  /** How often each template was saved, by id. */
  readonly templateVersions: ReadonlyMap<string, number>;
}

/** Tells texts apart without keeping them. */
export const digest = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 20);

/** A workspace is known again by the moment at which it was made. */
async function workspaceName(database: Database): Promise<string> {
  const [row] = await database.select({ createdAt: workspace.createdAt }).from(workspace);
  invariant(row, 'the workspace has its one row');
  return row.createdAt;
}

/** Reads all that is designed in the workspace, in one transaction. */
export function stateOfNow(database: Database): Promise<StateOfNow> {
  return database.transaction(
    async (transaction) => {
      const { document, revision } = await currentModel(transaction);
      const templates = await allTemplates(transaction);
      const views = await sharedViews(transaction);
      const byId = (a: { readonly id: string }, b: { readonly id: string }): number => (a.id < b.id ? -1 : 1);
      return {
        workspace: await workspaceName(transaction),
        revision,
        state: {
          document,
          templates: templates.map(({ id, content }) => ({ id, content })).toSorted(byId),
          views: views.toSorted(byId),
        },
        templateVersions: new Map(templates.map(({ id, version }) => [id, version])),
      };
    },
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  );
}

/** Writes all that is designed in the workspace as files. */
export async function filesOfNow(database: Database): Promise<ModelFiles> {
  const { state, ...origin } = await stateOfNow(database);
  return modelFiles(state, origin, digest);
}
