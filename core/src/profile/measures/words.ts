import { isJsonList, type JsonValue } from '../../json';
import type { CompiledField } from '../../model/compiled';
import { itemsOf } from '../items';
import type { Measure } from '../measure';

/** What one value reads as: its words, or itself where it has none. */
function wordOf({ type, behaviour }: CompiledField, item: JsonValue, inList: boolean): string {
  if (type.searchable) return behaviour.searchText(inList ? [item] : item);
  return typeof item === 'string' ? item : JSON.stringify(item);
}

/** Everything else by what it says: texts, choices, addresses, colours. */
export const words = {
  kind: 'words',
  fits: () => true,
  read: (field, value) =>
    itemsOf(value).map((item) => {
      const word = wordOf(field, item, isJsonList(value));
      return { word, length: word.length };
    }),
} as const satisfies Measure;
