import type { EntryStatus } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { familyNames, givenNames, placeNames, valleys } from './names';
import { drawHut, drawPortrait, drawRoute, type Drawing } from './pictures';
import { between, pick, seededRandom } from './random';

/** An entry of the demo, with the picture that belongs to it. */
export interface DemoEntry {
  readonly id: string;
  readonly typeId: string;
  readonly title: string;
  readonly slug: string;
  readonly status: EntryStatus;
  readonly values: JsonObject;
  readonly picture: { readonly field: string; readonly drawing: Drawing } | null;
}

const digits = (index: number): string => String(index).padStart(7, '0');
const day = (year: number, month: number, date: number): string =>
  `${year}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`;

const GUESTS = [
  'Adults',
  'Young people up to 25',
  'Children up to 12',
  'Families',
  'Groups from 10',
] as const;

function priceRows(random: () => number, id: string): readonly JsonObject[] {
  const base = between(random, 18, 34);
  return GUESTS.slice(0, between(random, 3, 5)).map((guest, index) => {
    const member = Math.max(6, base - index * 4);
    const note: JsonObject = index === 0 ? { f_price_note: 'Breakfast included' } : {};
    return {
      id: `r_${id}_${index}`,
      values: { f_price_guest: guest, f_price_member: member, f_price_guest_price: member + 9.5, ...note },
    };
  });
}

function hutValues(random: () => number, id: string, name: string): JsonObject {
  const winter = random() < 0.6;
  const host = name.toLowerCase().replace(/[^a-z]+/g, '-');
  return {
    f_altitude: between(random, 90, 310) * 10,
    f_opened: day(between(random, 1888, 2016), between(random, 5, 9), between(random, 1, 28)),
    f_beds_rooms: between(random, 0, 14) * 2,
    f_beds_dormitory: between(random, 4, 40) * 2,
    f_season_from: day(2026, 6, between(random, 1, 25)),
    f_season_until: day(2026, 10, between(random, 1, 18)),
    f_winter_room: winter,
    ...(winter ? { f_winter_code: `VM-${between(random, 1000, 9999)}` } : {}),
    f_phone: `+00 5${between(random, 10, 99)} ${between(random, 100, 999)} ${between(random, 100, 999)}`,
    f_email: `${host}@velmark.example`,
    f_website: `https://${host}.velmark.example/`,
    f_description: `${name} Hut stands above the ${pick(random, valleys)}, half an hour from the last larches. The common room has a tiled stove; the spring behind the house runs until the first frost.\n\nMost guests come up on foot and stay a night before the pass. In the late season, bring a warm sleeping bag.`,
    f_prices: priceRows(random, id),
  };
}

function hut(random: () => number, index: number): DemoEntry {
  const round = Math.floor(index / placeNames.length);
  const name = `${placeNames[index % placeNames.length] ?? 'Quorrel'}${round === 0 ? '' : ` ${round + 1}`}`;
  const id = `e_hut${digits(index)}`;
  const title = `${name} Hut`;
  const picture = round === 0 ? { field: 'f_picture', drawing: drawHut(name, 100 + index) } : null;
  const status = index % 12 === 11 ? 'draft' : 'published';
  return {
    id,
    typeId: 't_hut',
    title,
    slug: slugFromTitle(title),
    status,
    values: hutValues(random, id, name),
    picture,
  };
}

function route(random: () => number, index: number): DemoEntry {
  const from = placeNames[index % placeNames.length] ?? 'Quorrel';
  const to =
    placeNames[(index * 5 + 7 + Math.floor(index / placeNames.length)) % placeNames.length] ?? 'Ildren';
  const id = `e_route${digits(index)}`;
  const title = `${from} to ${to}`;
  const closed = random() < 0.12;
  const rows = Array.from({ length: between(random, 3, 9) }, (_, row) => ({
    id: `r_${id}_${row}`,
    values: {
      f_waypoint_name: pick(random, [
        'Larch bridge',
        'Old mill',
        'Cairn field',
        'Spring',
        'Saddle',
        'Lake',
        'Shepherd’s wall',
        'Ladder',
      ]),
      f_waypoint_altitude: between(random, 90, 300) * 10,
      ...(random() < 0.5 ? { f_waypoint_hint: 'Follow the white marks.' } : {}),
    },
  }));
  const values: JsonObject = {
    f_route_from: `${from} Hut`,
    f_route_to: `${to} Hut`,
    f_length: between(random, 40, 190) / 10,
    f_ascent: between(random, 10, 160) * 10,
    f_hours: between(random, 4, 20) / 2,
    f_difficulty: pick(random, ['easy', 'moderate', 'hard', 'alpine']),
    f_closed: closed,
    ...(closed
      ? { f_closed_because: 'A slide took the path below the saddle; the society is building a new one.' }
      : {}),
    f_waypoints: rows,
  };
  const picture = index < 6 ? { field: 'f_profile', drawing: drawRoute(title, 300 + index) } : null;
  return {
    id,
    typeId: 't_route',
    title,
    slug: slugFromTitle(`${title} ${index + 1}`),
    status: 'published',
    values,
    picture,
  };
}

function warden(random: () => number, index: number): DemoEntry {
  const title = `${givenNames[index % givenNames.length]} ${familyNames[(index * 3) % familyNames.length]}`;
  const home = placeNames[(index * 2) % placeNames.length] ?? 'Quorrel';
  const values: JsonObject = {
    f_years: between(random, 2, 40),
    f_warden_hut: `${home} Hut`,
    f_languages: [
      'velmarkian',
      ...(index % 2 === 0 ? ['quarrish'] : []),
      ...(index % 5 === 0 ? ['sign_language'] : []),
    ],
    f_about: `Looks after ${home} Hut from the first snow-free day to the last guest, and knows every stone of the ${pick(random, valleys)}.`,
  };
  const picture = { field: 'f_portrait', drawing: drawPortrait(title, 500 + index) };
  return {
    id: `e_warden${digits(index)}`,
    typeId: 't_warden',
    title,
    slug: slugFromTitle(title),
    status: 'published',
    values,
    picture,
  };
}

const NOTICES = [
  'Season begins on 12 June',
  'New beds in Tarnock',
  'Water is short at Senmire',
  'Path works below Orrask',
  'Volunteers’ weekend',
  'Winter rooms checked',
  'Bus to Ildren runs daily',
  'The members’ evening',
  'Storm damage at Varnis',
  'Quorrel has a new stove',
  'Booking opens in March',
  'Thank you, Maravel',
] as const;
const PAGES = ['Start', 'About the society', 'Safety', 'Membership', 'Contact'] as const;

function notice(index: number): DemoEntry {
  const title = NOTICES[index] ?? 'Notice';
  const values: JsonObject = {
    f_notice_text: `${title}.\n\nThe wardens will tell you more at the hut. Please look at the notice board before you set out.`,
    f_notice_until: day(2026, 1 + (index % 12), 28),
  };
  const status = index === 10 ? 'draft' : 'published';
  return {
    id: `e_post${digits(index)}`,
    typeId: 't_post',
    title,
    slug: slugFromTitle(title),
    status,
    values,
    picture: null,
  };
}

function page(index: number): DemoEntry {
  const title = PAGES[index] ?? 'Page';
  const values: JsonObject = {
    f_notice_text: `${title} of the Velmark Huts society: what guests and members ask most, in a few words.`,
    f_search_title: title,
  };
  return {
    id: `e_page${digits(index)}`,
    typeId: 't_page',
    title,
    slug: slugFromTitle(title),
    status: 'published',
    values,
    picture: null,
  };
}

const list = <Item>(count: number, make: (index: number) => Item): readonly Item[] =>
  Array.from({ length: count }, (_, index) => make(index));

/** A few entries miss or break something on purpose, so that checks have something true to show. */
function withFlaws(entries: readonly DemoEntry[]): readonly DemoEntry[] {
  const flaws: Readonly<Record<string, JsonObject>> = {
    e_hut0000004: { f_email: 'bruskholm at velmark.example' },
    e_hut0000009: { f_website: 'kestmoor.velmark.example' },
    e_hut0000013: { f_altitude: 0, f_beds_dormitory: -4 },
  };
  return entries.map((entry) => ({ ...entry, values: { ...entry.values, ...flaws[entry.id] } }));
}

/**
 * Makes the demo's entries, or as many of the same shapes as asked for; the same for the same numbers and seed.
 * @param huts how many huts; routes are one and a half times as many
 */
export function demoEntries(huts = 24, seed = 7): readonly DemoEntry[] {
  const random = seededRandom(seed);
  const entries = [
    ...list(huts, (index) => hut(random, index)),
    ...list(Math.round(huts * 1.5), (index) => route(random, index)),
    ...list(14, (index) => warden(random, index)),
    ...list(NOTICES.length, notice),
    ...list(PAGES.length, page),
  ];
  return withFlaws(entries);
}
