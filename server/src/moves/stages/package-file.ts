import type { Services } from '../../services';
import { withPackage, type OpenPackage } from '../../transfer/packages/open-package';
import { withFile } from '../../transfer/with-file';

/** Lets the package of a move be read. @throws ProblemException, UnreadableSource where it cannot */
export const withMovePackage = <Result>(
  services: Services,
  id: string,
  use: (open: OpenPackage) => Promise<Result>,
): Promise<Result> => withFile(services, id, (file) => withPackage(file, use));
