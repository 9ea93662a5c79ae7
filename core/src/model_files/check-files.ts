import { runChecks, type CheckFinding } from '../checks';
import { compileModel } from '../model/compile';
import { emptyModel, type ModelDocument } from '../model/document';
import { allFields } from '../model/tree';
import type { FileProblem } from '../contracts/studio/model-files';
import type { ReadFiles } from './read-files';
import { withFiles } from './with-files';

/** A finding of the checks, with the file that it is about. */
export interface FileFinding {
  readonly file: string;
  readonly severity: CheckFinding['severity'];
  readonly message: string;
}

/** The model that files make by themselves. */
export const modelOf = ({ parts, manifest }: ReadFiles): ModelDocument =>
  withFiles(emptyModel, parts, manifest, true);

/** The thing of the model that has a file, of which a finding speaks. */
function holderOf(document: ModelDocument, id: string): string {
  const group = document.groups.find((each) => allFields(each).some((field) => field.id === id));
  return group?.id ?? id;
}

const asFinding = ({ severity, file, at, message }: FileProblem): FileFinding => ({
  severity,
  file,
  message: at === '' ? message : `${at}: ${message}`,
});

/**
 * Looks at files by themselves, as the checks look at a model: what cannot be read, what keeps the model from being saved, what gets lost,
 * what is unfinished. Content is not known to it.
 */
export function checkFiles(read: ReadFiles): readonly FileFinding[] {
  const document = modelOf(read);
  const templates = new Map(read.parts.templates.map(({ id, content }) => [id, content]));
  const findings = runChecks(compileModel(document), templates).map(
    ({ severity, message, target }): FileFinding => ({
      severity,
      message,
      file:
        target.kind === 'template'
          ? (read.templateFiles.get(target.id) ?? '')
          : (read.files.get(holderOf(document, target.id)) ?? read.files.get(target.id) ?? ''),
    }),
  );
  return [...read.problems.map(asFinding), ...findings];
}
