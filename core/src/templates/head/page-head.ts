import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../../json';
import { cutText } from '../../locale/cut-text';
import { plainText } from '../plain-text';
import type { RenderInput } from '../render-state';
import type { FoundPath } from '../found-path';
import type { Run } from '../tree';
import { readerOf } from '../tree/read';
import type { CompiledHead, HeadProperty } from './compile-head';
import { linkedValue, type Absolute } from './linked-value';

/** A picture that stands for a page. */
export interface HeadImage {
  readonly url: string;
  readonly alt: string;
  readonly width: number | null;
  readonly height: number | null;
}

/** What one page tells of itself. */
export interface PageHead {
  readonly title: string;
  /** Empty where there is nothing to tell. */
  readonly description: string;
  readonly image: HeadImage | null;
  /** Its own address; empty where it has none. */
  readonly address: string;
  /** The list whose feeds tell of what is new, by its address; empty where there is none. */
  readonly list: string;
  /** Whether search engines are asked to leave it out. */
  readonly hidden: boolean;
  /** What it is about, as JSON-LD; null where nothing is told of it. */
  readonly linked: JsonObject | null;
}

/** Where a page stands. */
export interface HeadPlace {
  readonly absolute: Absolute;
  /** The list that its entry stands in, by its address; empty where there is none. */
  readonly list: string;
}

/** A head that says nothing but a title. */
export const plainHead = (title: string, address = ''): PageHead => ({
  title,
  description: '',
  image: null,
  address,
  list: '',
  hidden: false,
  linked: null,
});

/** What presenting made is JSON. */
const asValue = (value: unknown): JsonValue => (value === undefined ? null : (value as JsonValue));

/** The first picture where a path leads. */
function imageAt(path: FoundPath, run: Run, absolute: Absolute): HeadImage | null {
  let value = asValue(readerOf(path)(run));
  while (isJsonList(value)) value = value[0] ?? null;
  if (!isJsonObject(value) || typeof value['url'] !== 'string' || value['url'] === '') return null;
  const size = (key: string): number | null => {
    const given = isJsonObject(value) ? value[key] : null;
    return typeof given === 'number' ? given : null;
  };
  return {
    url: absolute(value['url']),
    alt: typeof value['alt'] === 'string' ? value['alt'] : '',
    width: size('width'),
    height: size('height'),
  };
}

/** One property of the thing: words as they read on the page, all else as what it is. */
function told({ path, write }: HeadProperty, run: Run, absolute: Absolute): JsonValue {
  const value = path ? asValue(readerOf(path)(run)) : null;
  // What is missing may have words in its place.
  if (path && value !== null && typeof value !== 'string') return linkedValue(value, absolute);
  const text = plainText(write(run));
  return text === '' ? null : text;
}

const moment = (entry: JsonObject, key: string): JsonValue => {
  const value = entry[key] ?? null;
  return typeof value === 'string' && value !== '' ? value : null;
};

const filled = (object: JsonObject): JsonObject =>
  Object.fromEntries(Object.entries(object).filter(([, value]) => value !== null && value !== ''));

/**
 * Reads what the page of an entry tells of itself.
 * @param head as it was compiled
 * @param input what the page is rendered from
 * @param place where the page stands
 * @returns the head; what is missing in the entry is not told
 */
export function readHead(
  head: CompiledHead,
  input: Pick<RenderInput, 'type' | 'entry' | 'site'>,
  place: HeadPlace,
): PageHead {
  const { absolute, list } = place;
  const { entry, site, type } = input;
  const run: Run = { site, type, seats: [entry], steps: 0, holds: () => true };
  const title = plainText(head.title(run)) || String(entry['title'] ?? entry['label'] ?? '');
  const description = cutText(plainText(head.description(run)), head.descriptionLength);
  const image = head.image && imageAt(head.image, run, absolute);
  const url = typeof entry['url'] === 'string' && entry['url'] !== '' ? absolute(entry['url']) : '';
  const own = Object.fromEntries(head.properties.map((each) => [each.name, told(each, run, absolute)]));
  const usual: JsonObject = {
    '@context': 'https://schema.org',
    '@type': head.thing,
    name: title,
    description,
    url,
    image: image?.url ?? null,
    datePublished: moment(entry, 'published_at'),
    dateModified: moment(entry, 'updated_at'),
  };
  return {
    title,
    description,
    image,
    address: url,
    list,
    hidden: head.hidden,
    linked: { ...filled(usual), ...filled(own) },
  };
}
