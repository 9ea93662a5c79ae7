/**
 * The film host that ships with Tovlet as a stand-in: an invented service that answers as such hosts do, with an oEmbed
 * endpoint of its own.
 */
export const filmHost = {
  name: 'Lumenreel',
  hosts: ['lumenreel.example', 'www.lumenreel.example', 'player.lumenreel.example'],
  shortHost: 'lmrl.example',
} as const;

const ID = '[a-z0-9]{6,12}';
const BARE = new RegExp(`^${ID}$`);
const PAGE = new RegExp(`^/(?:film|play)/(${ID})/?$`);
const SHORT = new RegExp(`^/(${ID})/?$`);

/** The address of a film's own page. */
export const filmPage = (id: string): string => `https://${filmHost.hosts[0]}/film/${id}`;

/**
 * Reads the id of a film from any form in which people copy it: its page, its player, its short link, or the bare id.
 * @param text what was typed or pasted, with or without scheme
 * @returns null when it is not a film of the host
 * @example filmIdFrom('lmrl.example/ridgewalk') // => 'ridgewalk'
 * @example filmIdFrom('https://www.lumenreel.example/film/ridgewalk?at=30') // => 'ridgewalk'
 */
export function filmIdFrom(text: string): string | null {
  const given = text.trim();
  if (BARE.test(given)) return given;
  const match = /^(?:https?:\/\/)?([^/?#]+)(\/[^?#]*)?/i.exec(given);
  const [host, path] = [match?.[1]?.toLowerCase() ?? '', match?.[2] ?? ''];
  if (host === filmHost.shortHost) return SHORT.exec(path)?.[1] ?? null;
  return filmHost.hosts.some((each) => each === host) ? (PAGE.exec(path)?.[1] ?? null) : null;
}
