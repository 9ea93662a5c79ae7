import * as z from 'zod';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../../json';
import { defineFieldType } from '../field-type';
import { escapeHtml } from '../html';

const settings = z.object({
  minWidth: z.int().min(1).max(20_000).nullable().default(null),
});

/** An image is stored as the id of a medium. */
const isMediumId = (value: JsonValue): value is string =>
  typeof value === 'string' && /^m_[a-z0-9]{4,40}$/.test(value);

const isPresented = (value: JsonValue): value is JsonObject =>
  isJsonObject(value) && typeof value['url'] === 'string';

function sourceSet(image: JsonObject): string {
  const variants = image['variants'] ?? null;
  if (!isJsonList(variants)) return '';
  return variants
    .filter(isJsonObject)
    .map((variant) => `${String(variant['url'])} ${String(variant['width'])}w`)
    .join(', ');
}

/** Markup of a responsive image; width and height keep the page from moving while it loads. */
function imageMarkup(image: JsonObject, sizes: string): string {
  const attributes: Readonly<Record<string, string>> = {
    src: String(image['url']),
    srcset: sourceSet(image),
    sizes,
    alt: String(image['alt'] ?? ''),
    width: String(image['width'] ?? ''),
    height: String(image['height'] ?? ''),
    loading: 'lazy',
  };
  const written = Object.entries(attributes)
    .filter(([name, value]) => value !== '' || name === 'alt')
    .map(([name, value]) => `${name}="${escapeHtml(value)}"`);
  return `<img ${written.join(' ')}>`;
}

/** One picture from the media. */
export const image = defineFieldType({
  kind: 'image',
  family: 'Media and places',
  name: 'Image',
  icon: 'image',
  words: ['image', 'photo', 'picture', 'portrait', 'logo', 'cover', 'poster', 'drawing'],
  settings,
  controls: [
    {
      key: 'minWidth',
      label: 'Advised width, px',
      control: 'number',
      fold: 'limits',
      help: 'The form says when a picture is narrower.',
    },
  ],
  expected: 'the id of an image among the media',
  operators: ['is_empty', 'is_filled'],
  index: null,
  example: 'm_0000000001',
  accepts: isMediumId,
  coerce: (input) => (input === '' ? null : isMediumId(input) ? input : undefined),
  validate: () => [],
  present: (value, context): JsonObject | null => context.medium(value),
  formats: [
    {
      kind: 'full',
      label: 'Full width',
      display: (value: JsonObject) => ({ html: imageMarkup(value, '(min-width: 60rem) 56rem, 100vw') }),
    },
    {
      kind: 'small',
      label: 'Small',
      display: (value: JsonObject) => ({ html: imageMarkup(value, '20rem') }),
    },
  ],
  acceptsPresented: isPresented,
  jsonSchema: () => ({ $ref: '#/components/schemas/Image' }),
  graphql: 'Image',
});
