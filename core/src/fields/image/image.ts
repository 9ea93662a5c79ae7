import { say } from '../../locale/say';
import type { JsonObject } from '../../json';
import { defineFieldType } from '../define';
import { idFrom, isIdOf, isPresentedMedium } from '../reference';
import { pictureFitControls, pictureFitSummary } from '../media_fit/media-fit';
import { imageMarkup, imageOf } from './image-markup';
import { settings } from './settings';

/** One picture from the media. */
export const image = defineFieldType({
  kind: 'image',
  family: 'Media and places',
  name: say`Image`,
  about: say`A picture from the media, with its alternative text.`,
  icon: 'image',
  words: ['image', 'photo', 'picture', 'portrait', 'logo', 'cover', 'poster', 'drawing'],
  settings,
  controls: pictureFitControls,
  expected: say`the id of an image among the media`,
  operators: ['is_empty', 'is_filled'],
  index: null,
  example: 'm_0000000001',
  refersTo: 'medium',
  accepts: isIdOf('medium'),
  coerce: (input) => idFrom('medium', input),
  validate: () => [],
  present: (value, context): JsonObject | null => imageOf(context.refer('medium', value)),
  formats: [
    {
      kind: 'full',
      label: say`Full width`,
      display: (value: JsonObject) => ({ html: imageMarkup(value, '(min-width: 60rem) 56rem, 100vw') }),
    },
    {
      kind: 'small',
      label: say`Small`,
      display: (value: JsonObject) => ({ html: imageMarkup(value, '20rem') }),
    },
  ],
  acceptsPresented: isPresentedMedium,
  jsonSchema: () => ({ $ref: '#/components/schemas/Image' }),
  shape: 'Image',
  summary: pictureFitSummary,
});
