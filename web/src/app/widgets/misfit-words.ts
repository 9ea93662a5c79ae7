import { fileMisfits, pictureMisfits, type MediumFacts } from '@tovlet/core/fields/media_fit/media-fit';
import { file } from '@tovlet/core/fields/file/file';
import { gallery } from '@tovlet/core/fields/gallery/gallery';
import { image } from '@tovlet/core/fields/image/image';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import type { CompiledField } from '@tovlet/core/model/compiled';

/**
 * Says what about a medium is not what a field asks for.
 * @returns a sentence for each thing; none where all is well
 */
export function misfitWords({ field, label }: CompiledField, medium: MediumFacts): readonly string[] {
  const ofPictures = settingsOf(image, field) ?? settingsOf(gallery, field);
  const ofFiles = settingsOf(file, field);
  const issues = ofPictures
    ? pictureMisfits(ofPictures, medium)
    : ofFiles
      ? fileMisfits(ofFiles, medium)
      : [];
  return issues.map((issue) => issueMessage(issue, label));
}
