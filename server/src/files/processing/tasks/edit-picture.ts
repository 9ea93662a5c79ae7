import type { PictureEdit } from '@tovlet/core/contracts/studio';
import { openPicture } from './pictures';

/** How a picture is changed, and where to. */
export interface EditPicture extends PictureEdit {
  readonly file: string;
  readonly output: string;
}

/** Turns a picture to the right, then cuts it; it stays of the format it is of. */
export async function editPicture({ file, output, turn, cut }: EditPicture): Promise<object> {
  // What the camera says of how it was held is carried out first, in one step of its own.
  const { data, info } = await openPicture(file)
    .autoOrient()
    .toBuffer({ resolveWithObject: true })
    .then(({ data: upright }) => openPicture(upright).rotate(turn).toBuffer({ resolveWithObject: true }));
  let picture = openPicture(data);
  if (cut) {
    const left = Math.min(Math.round(cut.x * info.width), info.width - 1);
    const top = Math.min(Math.round(cut.y * info.height), info.height - 1);
    picture = picture.extract({
      left,
      top,
      width: Math.max(1, Math.min(Math.round(cut.width * info.width), info.width - left)),
      height: Math.max(1, Math.min(Math.round(cut.height * info.height), info.height - top)),
    });
  }
  await picture.toFile(output);
  return {};
}
