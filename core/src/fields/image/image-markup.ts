import { isJsonList, isJsonObject, type JsonObject } from '../../json';
import { escapeHtml } from '../html';

function sourceSet(image: JsonObject): string {
  const variants = image['variants'] ?? null;
  if (!isJsonList(variants)) return '';
  return variants
    .filter(isJsonObject)
    .map((variant) => `${String(variant['url'])} ${String(variant['width'])}w`)
    .join(', ');
}

const percent = (share: unknown): string =>
  `${Math.round((typeof share === 'number' ? share : 0.5) * 1000) / 10}%`;

/** What is most important stays in sight where a picture is cut, and its place has its colour until it is there. */
function styleOf(image: JsonObject): string {
  const position = `${percent(image['focus_x'])} ${percent(image['focus_y'])}`;
  const colour = String(image['colour'] ?? '');
  return [
    position === '50% 50%' ? '' : `object-position:${position}`,
    /^#[0-9a-f]{6}$/.test(colour) ? `background:${colour}` : '',
  ]
    .filter((each) => each !== '')
    .join(';');
}

/**
 * Writes markup of a responsive image; width and height keep the page from moving while it loads.
 * @param image a presented medium
 * @param sizes how wide it will be, as the attribute of the same name takes it
 */
export function imageMarkup(image: JsonObject, sizes: string): string {
  const attributes: Readonly<Record<string, string>> = {
    src: String(image['url']),
    srcset: sourceSet(image),
    sizes,
    alt: String(image['alt'] ?? ''),
    width: String(image['width'] ?? ''),
    height: String(image['height'] ?? ''),
    loading: 'lazy',
    style: styleOf(image),
  };
  const written = Object.entries(attributes)
    .filter(([name, value]) => value !== '' || name === 'alt')
    .map(([name, value]) => `${name}="${escapeHtml(value)}"`);
  return `<img ${written.join(' ')}>`;
}

/** What else stands on a medium are values of its own fields. */
const without = (medium: JsonObject | null, keys: readonly string[]): JsonObject | null =>
  medium && Object.fromEntries(Object.entries(medium).filter(([key]) => !keys.includes(key)));

/** What of a medium a picture has. */
export const imageOf = (medium: JsonObject | null): JsonObject | null =>
  without(medium, ['filename', 'mime', 'bytes', 'seconds', 'pages', 'title']);

const PICTURE_ONLY = [
  ...['alt', 'width', 'height', 'variants'],
  ...['focus_x', 'focus_y', 'placeholder', 'colour'],
];

/** What of a medium a file has. */
export const fileOf = (medium: JsonObject | null): JsonObject | null => without(medium, PICTURE_ONLY);
