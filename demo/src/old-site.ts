import { valleys } from './names';
import { between, pick, seededRandom } from './random';

/** Places that the old site had and the demo has not. */
const PLACES = [
  'Brannock',
  'Cressvale',
  'Dornhollow',
  'Eskrin',
  'Fjellward',
  'Grendale',
  'Hestmark',
  'Ivrith',
  'Jorstad',
  'Kelvarn',
  'Lodrun',
  'Morvath',
] as const;

/** Huts that both have: they are found by their titles. */
const KNOWN = ['Quorrel Hut', 'Vessmar Hut', 'Tarnock Hut', 'Ildren Hut'] as const;

const KEEPERS = [
  'Hedwin Straal',
  'Ulla Brenk',
  'Tamsin Orvo',
  'Pell Hargrave',
  'Sunna Velk',
  'Dorran Misk',
] as const;
const SERVICES = ['Stove', 'Drying room', 'Spring water', 'Sledge hire', 'Boot oven'] as const;
const GUESTS = ['Adult', 'Child', 'School class'] as const;

const field = (name: string, type: string, more: object = {}): object => ({ name, type, ...more });
const key = (fields: string, resource: string): object => ({ fields, reference: { resource, fields: 'id' } });
const required = { constraints: { required: true } };

/** What the package says of itself, by the open standard. @see https://datapackage.org */
const DESCRIPTOR = {
  $schema: 'https://datapackage.org/profiles/2.0/datapackage.json',
  name: 'velmark-lodges-2014',
  title: 'Velmark Lodges, the site of 2014',
  resources: [
    {
      name: 'lodges',
      title: 'Huts',
      path: 'data/lodges.csv',
      dialect: { delimiter: ';' },
      schema: {
        fields: [
          field('id', 'integer'),
          field('lodge_name', 'string', { title: 'Title', ...required }),
          field('height_m', 'integer', { title: 'Altitude', constraints: { required: true, minimum: 0 } }),
          field('opened_on', 'date', { title: 'Opened', format: '%d.%m.%Y' }),
          field('winter', 'boolean', { title: 'Winter room', trueValues: ['J'], falseValues: ['N'] }),
          field('lonlat', 'geopoint', { title: 'Position' }),
          field('tel', 'string', { title: 'Phone' }),
          field('body', 'string', { title: 'Description' }),
          field('last_painted', 'year', { title: 'Last painted' }),
          field('valley', 'integer', { title: 'Area' }),
          field('next_lodge', 'integer', { title: 'Next lodge' }),
        ],
        primaryKey: 'id',
        foreignKeys: [key('valley', 'valleys'), key('next_lodge', '')],
        missingValues: ['', 'n/a'],
      },
    },
    {
      name: 'valleys',
      title: 'Areas',
      path: 'data/valleys.json',
      schema: {
        fields: [field('id', 'integer'), field('name', 'string'), field('above', 'integer')],
        primaryKey: 'id',
        foreignKeys: [key('above', '')],
      },
    },
    {
      name: 'services',
      title: 'Facilities',
      path: 'data/services.csv',
      schema: { fields: [field('id', 'integer'), field('name', 'string')], primaryKey: 'id' },
    },
    {
      name: 'lodge_services',
      path: 'data/lodge_services.csv',
      schema: {
        fields: [field('lodge', 'integer'), field('service', 'integer')],
        foreignKeys: [key('lodge', 'lodges'), key('service', 'services')],
      },
    },
    {
      name: 'tariffs',
      title: 'Tariffs',
      path: 'data/tariffs.csv',
      schema: {
        fields: [
          field('lodge', 'integer'),
          field('guest', 'string', { title: 'Guest' }),
          field('crowns', 'number', { title: 'Crowns', decimalChar: ',' }),
        ],
        foreignKeys: [key('lodge', 'lodges')],
      },
    },
    {
      name: 'keepers',
      title: 'Keepers',
      path: 'data/keepers.jsonl',
      schema: {
        fields: [
          field('id', 'integer'),
          field('name', 'string', required),
          field('since', 'year', { title: 'Keeper since' }),
          field('mail', 'string', { title: 'Email', format: 'email' }),
          field('tongues', 'list', { title: 'Languages', delimiter: ',' }),
          field('lodge', 'integer', { title: 'Lodge' }),
        ],
        primaryKey: 'id',
        foreignKeys: [key('lodge', 'lodges')],
      },
    },
    {
      name: 'logbook',
      title: 'Logbook entries',
      path: 'data/logbook.csv',
      schema: {
        fields: [
          field('nr', 'integer'),
          field('headline', 'string', required),
          field('written', 'datetime', { title: 'Written', format: '%d.%m.%Y %H:%M' }),
          field('weather', 'string', {
            title: 'Weather',
            categories: [
              { value: 's', label: 'Sun' },
              { value: 'f', label: 'Fog' },
              { value: 'w', label: 'Wind' },
            ],
          }),
          field('lodge', 'integer', { title: 'Lodge' }),
        ],
        primaryKey: 'nr',
        foreignKeys: [key('lodge', 'lodges')],
      },
    },
    { name: 'site_settings', path: 'data/site_settings.csv' },
  ],
};

const FIRST_LODGE = 101;
const LODGES = [...KNOWN, ...PLACES.map((place) => `${place} Lodge`)];

const cell = (text: string): string => (/[;,"\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);

const csv = (rows: readonly (readonly (string | number)[])[], delimiter = ','): string =>
  rows.map((row) => `${row.map((each) => cell(String(each))).join(delimiter)}\r\n`).join('');

const two = (number: number): string => String(number).padStart(2, '0');

/** Faults that old sites have: a height below the sea, a day that is none, a neighbour that was pulled down. */
const FAULTS: Readonly<Record<number, readonly [number, string]>> = {
  7: [2, '-40'],
  10: [3, '31.02.1958'],
  13: [10, '199'],
};

function lodges(random: () => number): string {
  const rows = LODGES.map((name, at): readonly (string | number)[] => {
    const fault = FAULTS[at];
    const row = [
      FIRST_LODGE + at,
      name,
      between(random, 900, 2900),
      `${two(between(random, 1, 28))}.${two(between(random, 1, 12))}.${between(random, 1905, 1998)}`,
      pick(random, ['J', 'N', 'N', 'N', 'N']),
      `${(-38 - random()).toFixed(4)},${(41 + random()).toFixed(4)}`,
      at % 5 === 3 ? 'n/a' : `+00 555 01${two(at)}`,
      `<p>${name} stands ${pick(random, ['above the stream', 'under the ridge', 'beside the old larches'])}.</p>`,
      between(random, 1990, 2014),
      10 + (at % valleys.length),
      FIRST_LODGE + ((at + 1) % LODGES.length),
    ];
    return fault ? row.map((each, column) => (column === fault[0] ? fault[1] : each)) : row;
  });
  const heads = [
    'id',
    'lodge_name',
    'height_m',
    'opened_on',
    'winter',
    'lonlat',
    'tel',
    'body',
    'last_painted',
    'valley',
    'next_lodge',
  ];
  return csv([heads, ...rows], ';');
}

function keepers(random: () => number): string {
  const rows = KEEPERS.map((name, at) => ({
    id: at + 1,
    name,
    since: between(random, 1985, 2014),
    mail: at === 4 ? 'sunna at the hut' : `${name.split(' ')[0]?.toLowerCase() ?? ''}@lodges.example`,
    tongues: pick(random, ['Velmarkish', 'Velmarkish, Thulian', 'Thulian']),
    lodge: FIRST_LODGE + at * 2,
  }));
  return rows.map((row) => `${JSON.stringify(row)}\n`).join('');
}

function logbook(random: () => number): string {
  const rows = Array.from({ length: 60 }, (_each, at): readonly (string | number)[] => [
    // One number was given twice.
    at === 44 ? 44 : at + 1,
    `${pick(random, ['Quiet evening', 'First snow', 'A full house', 'The bridge holds'])}, ${at + 1}`,
    `${two(between(random, 1, 28))}.${two(between(random, 1, 12))}.${between(random, 2009, 2014)} ${two(between(random, 6, 22))}:30`,
    at === 17 ? 'hail' : pick(random, ['s', 'f', 'w']),
    FIRST_LODGE + between(random, 0, LODGES.length - 1),
  ]);
  return csv([['nr', 'headline', 'written', 'weather', 'lodge'], ...rows]);
}

/**
 * Writes the files of an old site of the society, as its maker left them: other names and types for the same things, huts that are known
 * already, and faults in a few rows.
 * @returns the same texts each time, by the names of their files
 */
export function oldSite(): Readonly<Record<string, string>> {
  const random = seededRandom(2014);
  const areas = valleys.map((name, at) => ({ id: 10 + at, name, above: 1 + (at % 3) }));
  const above = ['South ridge', 'Middle ridge', 'North ridge', 'East ridge'].map((name, at) => ({
    id: 1 + at,
    name,
    above: null,
  }));
  const numbers = LODGES.map((_name, at) => FIRST_LODGE + at);
  return {
    'datapackage.json': `${JSON.stringify(DESCRIPTOR, null, 2)}\n`,
    'data/lodges.csv': lodges(random),
    'data/valleys.json': `${JSON.stringify([...areas, ...above], null, 2)}\n`,
    'data/services.csv': csv([['id', 'name'], ...SERVICES.map((name, at) => [at + 1, name])]),
    'data/lodge_services.csv': csv([
      ['lodge', 'service'],
      ...numbers.flatMap((id) => SERVICES.map((_name, at) => [id, at + 1]).filter(() => random() < 0.4)),
    ]),
    'data/tariffs.csv': csv([
      ['lodge', 'guest', 'crowns'],
      ...numbers.flatMap((id) => GUESTS.map((guest, at) => [id, guest, `${between(random, 8, 30) - at},50`])),
    ]),
    'data/keepers.jsonl': keepers(random),
    'data/logbook.csv': logbook(random),
    'data/site_settings.csv': csv([
      ['option', 'setting'],
      ['theme', 'green'],
      ['visitors', '48213'],
    ]),
  };
}
