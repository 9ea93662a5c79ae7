import { say } from '../../locale/say';
import { isJsonList, type JsonObject, type JsonValue } from '../../json';
import type { ValueIssue } from '../../issues/issue';
import { defineFieldType } from '../define';
import { pictureFitControls, pictureFitSummary } from '../media_fit/media-fit';
import { imageMarkup, imageOf } from '../image/image-markup';
import { idFrom, isIdOf, isPresentedMedium } from '../reference';
import { contradiction, settings, type Settings } from './settings';

const isMedium = isIdOf('medium');
const isGallery = (value: JsonValue): value is readonly string[] =>
  isJsonList(value) && value.every(isMedium);
const isPresented = (value: JsonValue): value is readonly JsonObject[] =>
  isJsonList(value) && value.every(isPresentedMedium);

/** The most pictures a gallery may have, whatever its own limit. */
export const GALLERY_BOUND = 500;

function galleryIssues(value: readonly string[], { minImages, maxImages }: Settings): readonly ValueIssue[] {
  const once = [...new Set(value)];
  if (once.length < value.length)
    return [{ code: 'image_twice', params: {}, fix: { label: say`Keep each once`, value: once } }];
  const values = value.length;
  if (minImages !== null && values < minImages)
    return [{ code: 'too_few_images', params: { limit: minImages, values } }];
  const most = maxImages ?? GALLERY_BOUND;
  return values > most ? [{ code: 'too_many_images', params: { limit: most, values } }] : [];
}

const pictures = (value: readonly JsonObject[], sizes: string, { crop }: Settings): string =>
  `<div class="gallery gallery-${crop}">${value.map((each) => imageMarkup(each, sizes)).join('')}</div>`;

/** Several pictures from the media, in order. */
export const gallery = defineFieldType({
  kind: 'gallery',
  family: 'Media and places',
  name: say`Gallery`,
  about: say`Several pictures in an order.`,
  icon: 'photo_library',
  words: ['gallery', 'photos', 'pictures', 'images', 'slideshow'],
  settings,
  contradiction,
  controls: [
    { key: 'minImages', label: say`Fewest pictures`, control: 'number', fold: 'limits' },
    { key: 'maxImages', label: say`Most pictures`, control: 'number', fold: 'limits' },
    ...pictureFitControls,
    {
      key: 'crop',
      label: say`Crop on pages`,
      control: 'select',
      fold: 'form',
      options: [
        { value: 'none', label: say`As they are` },
        { value: 'square', label: say`Square` },
        { value: 'wide', label: say`Wide, 3 by 2` },
        { value: 'tall', label: say`Tall, 2 by 3` },
      ],
    },
  ],
  expected: say`a list of ids of images among the media`,
  operators: ['is_empty', 'is_filled', 'has_at_least_rows', 'has_at_most_rows'],
  index: null,
  listable: false,
  refersTo: 'medium',
  example: ['m_0000000001'],
  accepts: isGallery,
  isEmpty: (value) => value.length === 0,
  coerce(input) {
    if (!isJsonList(input)) return undefined;
    const ids = input.map((item) => idFrom('medium', item));
    return ids.includes(undefined) ? undefined : ids.filter((id) => typeof id === 'string');
  },
  validate: galleryIssues,
  present: (value, context): readonly JsonObject[] =>
    value.map((id) => imageOf(context.refer('medium', id))).filter((medium) => medium !== null),
  emptyPresented: [],
  formats: [
    {
      kind: 'grid',
      label: say`Grid`,
      display: (value: readonly JsonObject[], own) => ({ html: pictures(value, '20rem', own) }),
    },
    {
      kind: 'first',
      label: say`The first picture`,
      display: (value: readonly JsonObject[], own) => ({
        html: pictures(value.slice(0, 1), '(min-width: 60rem) 56rem, 100vw', own),
      }),
    },
  ],
  acceptsPresented: isPresented,
  jsonSchema: ({ minImages, maxImages }) => ({
    type: 'array',
    items: { $ref: '#/components/schemas/Image' },
    ...(minImages === null ? {} : { minItems: minImages }),
    ...(maxImages === null ? {} : { maxItems: maxImages }),
  }),
  shape: 'Image[]',
  summary({ minImages: least, maxImages: most, ...fit }) {
    const count =
      least !== null && most !== null
        ? [say`${least} to ${most} pictures`]
        : most !== null
          ? [say`up to ${most} pictures`]
          : least === null
            ? []
            : [say`at least ${least} pictures`];
    return [...count, ...pictureFitSummary(fit)];
  },
});
