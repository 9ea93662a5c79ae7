import { placeNames } from './names';
import { between, pick, seededRandom } from './random';

/** So many routes are in the file. */
const ROUTES = 500;

const DIFFICULTIES = ['Easy', 'Moderate', 'Hard', 'Alpine'] as const;
const REASONS = ['Bridge washed away', 'Rockfall below the pass', 'Snow until June'] as const;
const WAYS = [
  'over the ridge',
  'by the lake',
  'along the stream',
  'through the larches',
  'past the chapel',
] as const;

const HEADINGS = [
  'Route',
  'Start',
  'End',
  'Length (km)',
  'Ascent (m)',
  'Hours',
  'Difficulty',
  'Closed',
  'Closed because',
  'Surveyed by',
];

const written = (number: number, digits: number): string => number.toFixed(digits).replace('.', ',');

/** A height as people write it who put a point between thousands. */
const height = (metres: number): string =>
  metres < 1000 ? String(metres) : `${Math.floor(metres / 1000)}.${String(metres % 1000).padStart(3, '0')}`;

/** Faults that such files have, each in a few rows: a wrong number, a hut nobody knows, no name, the same name twice. */
function faulty(cells: readonly string[], row: number): readonly string[] {
  const at = (index: number, cell: string): readonly string[] =>
    cells.map((each, column) => (column === index ? cell : each));
  if (row % 97 === 13) return at(4, 'about half a day');
  if (row % 89 === 21) return at(2, 'Old Toll House');
  if (row === 204) return at(0, '');
  if (row % 150 === 77) return at(6, 'Severe');
  return cells;
}

const quoted = (cell: string): string => (/[;"\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell);

/**
 * Writes a file of 500 routes as somebody else's spreadsheet has them: with semicolons, other headings, numbers as they are written with
 * commas, a column that nobody asked for, and faults in a few rows.
 * @returns the same text each time
 */
export function routesFile(): string {
  const random = seededRandom(500);
  const huts = placeNames.map((name) => `${name} Hut`);
  const rows = Array.from({ length: ROUTES }, (_each, at) => {
    const [start, end] = [pick(random, placeNames), pick(random, placeNames)];
    const isClosed = between(random, 1, 14) === 1;
    const length = between(random, 20, 240) / 10;
    const cells = [
      `${start} to ${end} ${pick(random, WAYS)}, no. ${at + 1}`,
      huts[placeNames.indexOf(start)] ?? '',
      huts[placeNames.indexOf(end)] ?? '',
      written(length, 1),
      height(between(random, 80, 1900)),
      written(Math.round(length * 3.2) / 10, 1),
      pick(random, DIFFICULTIES),
      isClosed ? 'yes' : 'no',
      isClosed ? `${pick(random, REASONS)}; see the notice` : '',
      `Team ${between(random, 1, 9)}`,
    ];
    return faulty(cells, at);
  });
  return [HEADINGS, ...rows].map((row) => `${row.map(quoted).join(';')}\r\n`).join('');
}
