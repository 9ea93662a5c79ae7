import { embedFrom, type Embed } from '@tovlet/core/fields/embed/embed';
import { filmIdFrom } from '@tovlet/core/fields/embed/film-host';
import type { Values } from '@tovlet/core/fields/repeater/row';
import { isJsonList, isJsonObject, type JsonValue } from '@tovlet/core/json';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { mapStored } from '@tovlet/core/stored/map-stored';
import { oembedOf } from '../standins/film-host';

const isEmbedField = ({ type }: CompiledField): boolean => type.kind === 'embed';

/** What the host of an address says of it, in the value's own form. Addresses of no known host stay as they are. */
function resolved(given: Embed): Embed {
  const plain = embedFrom(given.url);
  const id = filmIdFrom(given.url);
  const answer = id === null ? null : oembedOf(id);
  if (!answer)
    return { ...plain, title: id === null ? given.title : '', kind: id === null ? 'link' : 'video' };
  return {
    ...plain,
    title: answer.title,
    kind: 'video',
    player: answer.player,
    thumbnail: answer.thumbnail_url,
    width: answer.width,
    height: answer.height,
  };
}

const isEmbed = (value: JsonValue): value is Embed => isJsonObject(value) && typeof value['url'] === 'string';

/** Puts addresses into their usual form, with what their hosts say of them. */
export function resolveEmbeds(fields: readonly CompiledField[], values: Values): Values {
  return mapStored(fields, values, {}, isEmbedField, (_field, value) => {
    if (value === undefined) return undefined;
    if (isJsonList(value)) return value.map((item) => (isEmbed(item) ? resolved(item) : item));
    return isEmbed(value) ? resolved(value) : value;
  });
}
