/**
 * The forms in which the entries of a type are told of, by the names of their files below its list.
 * @see https://www.rfc-editor.org/rfc/rfc4287 and https://www.jsonfeed.org/version/1.1/
 */
export const feedFiles = [
  { file: 'feed.atom', mime: 'application/atom+xml' },
  { file: 'feed.json', mime: 'application/feed+json' },
] as const;
export type FeedFile = (typeof feedFiles)[number]['file'];
