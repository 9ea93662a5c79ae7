import type { ModelCommand } from '../command';
import { checkModel } from './check';
import { diffModel } from './diff';
import { exportModel } from './export';
import { importModel } from './import';
import { rehearseModel } from './rehearse';

/** Everything that can be done with the model as files, by name. */
export const modelCommands: Readonly<Record<string, ModelCommand>> = {
  export: exportModel,
  diff: diffModel,
  check: checkModel,
  rehearse: rehearseModel,
  import: importModel,
};
