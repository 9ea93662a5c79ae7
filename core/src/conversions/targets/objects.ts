import { asTyped, type Target } from './target';

/** A point of the map. */
export const point: Target = { place: ({ place }) => ({ value: place }), text: asTyped };

/** A link, to an address or to an entry. */
export const link: Target = {
  link: ({ url, text }) => ({ value: { url, text, newTab: false } }),
  reference: ({ kind, id }) =>
    kind === 'entry' ? { value: { entry: id, url: '', text: '', newTab: false } } : undefined,
  text: asTyped,
};

/** What is shown of another place, by its address. */
export const embed: Target = {
  link({ url }, field) {
    return asTyped({ form: 'text', text: url }, field);
  },
  text: asTyped,
};
