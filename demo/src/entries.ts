import type { EntryStatus } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { familyNames, givenNames, placeNames, valleys } from './names';
import { drawHut, drawPortrait, drawRoute, type Drawing } from './pictures';
import { between, pick, seededRandom } from './random';
import { hutPosition } from './range';
import { facilities, facilityTermId, topics, topicTermId, valleyTermId } from './terms';

/** The hash of the code “larch-4711”, which opens every winter room of the demo. */
const DEMO_SECRET =
  '$argon2id$v=19$m=19456,t=2,p=1$ebAHnugrqEVmDK0ssG3hCw$1OaKf8ka5bLgc3oQgqsllxo/d54GYSas0R8Dgfa6cpQ';

/** Films of the stand-in host, with their titles. */
const films: readonly (readonly [string, string])[] = [
  ['ridgewalk', 'A morning on the Velmark ridge'],
  ['firstsnow', 'First snow at the upper huts'],
  ['kitchenfire', 'How the stove is lit'],
  ['bridgework', 'Mending the Tarn bridge'],
];

const WARDENS = 14;

/** The huts that a warden looks after, by number, among the first two dozen. */
const hutsOf = (warden: number): readonly number[] =>
  placeNames.flatMap((_name, index) => (index % WARDENS === warden ? [index] : []));
const wardensOf = (hut: number): readonly number[] => (hut < placeNames.length ? [hut % WARDENS] : []);

/** An entry of the demo, with the picture that belongs to it. */
export interface DemoEntry {
  readonly id: string;
  readonly typeId: string;
  readonly title: string;
  readonly slug: string;
  readonly status: EntryStatus;
  readonly values: JsonObject;
  /** The template of its page, where it is not the standard one. */
  readonly templateId?: string;
  readonly picture: { readonly field: string; readonly drawing: Drawing } | null;
}

/** The number in an id, so long that ids stand in order. */
export const digits = (index: number): string => String(index).padStart(7, '0');
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

const bedValues = (rooms: number, dormitories: number): JsonObject => ({
  f_beds: { f_beds_rooms: rooms, f_beds_dormitory: dormitories },
  f_total_beds: rooms + dormitories,
});

function roomRows(random: () => number, id: string): readonly JsonObject[] {
  return ['Larch', 'Marmot', 'Gentian'].slice(0, between(random, 1, 3)).map((name, room) => ({
    id: `r_${id}_room${room}`,
    values: {
      f_room_name: `${name} room`,
      f_room_floor: room,
      f_bunks: Array.from({ length: between(random, 2, 6) }, (_, bunk) => ({
        id: `r_${id}_room${room}_${bunk}`,
        values: {
          f_bunk_label: `${name.slice(0, 1)}${bunk + 1}`,
          f_bunk_kind: pick(random, ['lower', 'upper', 'mattress']),
        },
      })),
    },
  }));
}

function directionRows(random: () => number, id: string, index: number): readonly JsonObject[] {
  const onFoot: JsonObject = {
    f_foot_from: pick(random, ['Ildren', 'Vessmar', 'Orrask']),
    f_foot_minutes: between(random, 6, 30) * 10,
    f_foot_hint: 'Follow the white marks.',
  };
  const byBus: JsonObject = {
    f_bus_line: `Line ${between(random, 1, 9)}`,
    f_bus_stop: 'Larch bridge',
    f_bus_minutes: 35,
  };
  const bySki: JsonObject = {
    f_ski_from: 'Tarn valley',
    f_ski_minutes: 150,
    f_ski_avalanche: index % 2 === 0,
  };
  const rows: readonly JsonObject[] = [
    { f_on_foot: onFoot },
    ...(index % 2 === 0 ? [{ f_by_bus: byBus }] : []),
    ...(index % 3 === 0 ? [{ f_by_ski: bySki }] : []),
  ];
  return rows.map((values, row) => ({ id: `r_${id}_way${row}`, values }));
}

function filmOf(index: number): JsonObject {
  const [id, title] = films[index] ?? ['ridgewalk', ''];
  return {
    url: `https://lumenreel.example/film/${id}`,
    title,
    kind: 'video',
    player: `/standins/films/play/${id}`,
    thumbnail: `/standins/films/still/${id}.svg`,
    width: 640,
    height: 360,
  };
}

function hutValues(random: () => number, id: string, name: string, index: number): JsonObject {
  const winter = random() < 0.6;
  const host = name.toLowerCase().replace(/[^a-z]+/g, '-');
  return {
    f_altitude: between(random, 90, 310) * 10,
    f_opened: day(between(random, 1888, 2016), between(random, 5, 9), between(random, 1, 28)),
    ...bedValues(between(random, 0, 14) * 2, between(random, 4, 40) * 2),
    f_season_from: day(2026, 6, between(random, 1, 25)),
    f_season_until: day(2026, 10, between(random, 1, 18)),
    f_winter_room: winter,
    ...(winter ? { f_winter_code: { hash: DEMO_SECRET } } : {}),
    f_phone: `+00 5${between(random, 10, 99)} ${between(random, 100, 999)} ${between(random, 100, 999)}`,
    f_email: `${host}@velmark.example`,
    f_website: `https://${host}.velmark.example/`,
    f_description: `<p>${name} Hut stands above the ${pick(random, valleys)}, half an hour from the last larches. The common room has a <strong>tiled stove</strong>; the spring behind the house runs until the first frost.</p><p>Most guests come up on foot and stay a night before the pass. In the late season, bring a warm sleeping bag.</p>`,
    f_prices: priceRows(random, id),
    f_rooms: roomRows(random, id),
    f_directions: directionRows(random, id, index),
    f_position: { ...hutPosition(index), address: `${name} Hut` },
    f_wardens: wardensOf(index).map((each) => `e_warden${digits(each)}`),
    f_y_area: valleyTermId(index % valleys.length),
    f_y_facility: facilities
      .filter((_name, at) => (index + at) % 3 !== 0)
      .map((_name, at) => facilityTermId(at)),
    ...(index < films.length ? { f_film: filmOf(index) } : {}),
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
    values: hutValues(random, id, name, index),
    picture,
  };
}

function route(random: () => number, index: number): DemoEntry {
  const start = index % placeNames.length;
  const end = (index * 5 + 7 + Math.floor(index / placeNames.length)) % placeNames.length;
  const [from, to] = [placeNames[start] ?? 'Quorrel', placeNames[end] ?? 'Ildren'];
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
    f_route_from: `e_hut${digits(start)}`,
    f_route_to: `e_hut${digits(end)}`,
    f_related_huts: [`e_hut${digits((start + 3) % placeNames.length)}`],
    f_y_area: [valleyTermId(index % valleys.length)],
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
  const home = placeNames[hutsOf(index)[0] ?? 0] ?? 'Quorrel';
  const values: JsonObject = {
    f_years: between(random, 2, 40),
    f_warden_huts: hutsOf(index).map((each) => `e_hut${digits(each)}`),
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
    f_y_topic: [topicTermId(index % topics.length)],
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

/** What the page has that visitors see first. */
const startValues: JsonObject = {
  f_start_greeting: 'Seven hundred beds, one stove in each hut, and a kettle on it',
  f_start_huts: [0, 4, 8].map((index) => `e_hut${digits(index)}`),
};

function page(index: number): DemoEntry {
  const title = PAGES[index] ?? 'Page';
  const values: JsonObject = {
    f_notice_text: `${title} of the Velmark Huts society: what guests and members ask most, in a few words.`,
    f_search: { f_search__f_set_title: title },
    ...(index === 0 ? startValues : {}),
  };
  return {
    id: `e_page${digits(index)}`,
    typeId: 't_page',
    title,
    slug: slugFromTitle(title),
    status: 'published',
    values,
    picture: null,
    ...(index === 0 ? { templateId: 'x_start' } : {}),
  };
}

const list = <Item>(count: number, make: (index: number) => Item): readonly Item[] =>
  Array.from({ length: count }, (_, index) => make(index));

/** A few entries miss or break something on purpose, so that checks have something true to show. */
function withFlaws(entries: readonly DemoEntry[]): readonly DemoEntry[] {
  const flaws: Readonly<Record<string, JsonObject>> = {
    e_hut0000004: { f_email: 'bruskholm at velmark.example' },
    e_hut0000009: { f_website: 'kestmoor.velmark.example' },
    e_hut0000013: { ...bedValues(0, -4), f_altitude: 0 },
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
