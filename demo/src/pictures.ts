import { between, pick, seededRandom } from './random';

/** A drawing as SVG, with the words that describe it. */
export interface Drawing {
  readonly name: string;
  readonly alt: string;
  readonly svg: string;
}

const WIDTH = 1280;
const HEIGHT = 800;

const SKIES: readonly [readonly [string, string, string], ...(readonly [string, string, string])[]] = [
  ['#cfe0e6', '#f6efe0', 'on a clear morning'],
  ['#8fb0c4', '#dfe7e4', 'under a high sky'],
  ['#e9c9a4', '#f7ead3', 'at sunset'],
  ['#5b7387', '#b4c1c6', 'before rain'],
  ['#d9dee0', '#f2f2ee', 'in fog'],
];
const RIDGES: readonly [string, ...string[]] = ['#7d8f8a', '#5e746e', '#40584f', '#2b4038'];

function ridge(random: () => number, base: number, height: number): string {
  const points: string[] = [];
  for (let x = 0; x <= WIDTH; x += 64) {
    points.push(`${x},${Math.round(base - random() * height - (x % 192 === 0 ? height * 0.4 : 0))}`);
  }
  return `0,${HEIGHT} ${points.join(' ')} ${WIDTH},${HEIGHT}`;
}

function scenery(random: () => number, [top, bottom]: readonly [string, string, string]): string {
  const layers = RIDGES.map(
    (colour, index) =>
      `<polygon fill="${colour}" points="${ridge(random, 420 + index * 110, 190 - index * 35)}"/>`,
  );
  const sun = `<circle cx="${between(random, 200, 1080)}" cy="${between(random, 90, 220)}" r="${between(random, 34, 58)}" fill="#fff6df" opacity=".85"/>`;
  return `<defs><linearGradient id="sky" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${top}"/><stop offset="1" stop-color="${bottom}"/></linearGradient></defs><rect width="${WIDTH}" height="${HEIGHT}" fill="url(#sky)"/>${sun}${layers.join('')}`;
}

function hut(random: () => number): string {
  const x = between(random, 380, 760);
  const y = between(random, 560, 640);
  const width = between(random, 180, 260);
  const wall = pick(random, ['#8a5a3b', '#6f4a33', '#9a8c7a', '#7b6a58']);
  const windows = [0.2, 0.5, 0.8].map(
    (part) =>
      `<rect x="${Math.round(x + width * part - 14)}" y="${y - 62}" width="28" height="30" fill="#f4d58a"/>`,
  );
  return `<rect x="${x}" y="${y - 100}" width="${width}" height="110" fill="${wall}"/><polygon fill="#3a2c25" points="${x - 26},${y - 96} ${x + width / 2},${y - 190} ${x + width + 26},${y - 96}"/>${windows.join('')}<rect x="${x + width - 40}" y="${y - 210}" width="22" height="60" fill="#4a4540"/>`;
}

const wrap = (content: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" width="${WIDTH}" height="${HEIGHT}">${content}</svg>`;

/** Draws a hut in front of ridges. */
export function drawHut(name: string, seed: number): Drawing {
  const random = seededRandom(seed);
  const sky = pick(random, SKIES);
  return {
    name: `${name.toLowerCase()}-hut.png`,
    alt: `${name} Hut in front of the ridges ${sky[2]}`,
    svg: wrap(scenery(random, sky) + hut(random)),
  };
}

/** Draws a ridge with a path over it. */
export function drawRoute(name: string, seed: number): Drawing {
  const random = seededRandom(seed);
  const sky = pick(random, SKIES);
  const path = `<path d="M0 ${between(random, 700, 780)} C 300 620, 520 ${between(random, 700, 790)}, 760 640 S 1100 560, 1280 ${between(random, 520, 600)}" fill="none" stroke="#e8dcc0" stroke-width="9" stroke-dasharray="26 16"/>`;
  return {
    name: `${name.toLowerCase().replace(/[^a-z]+/g, '-')}.png`,
    alt: `The path of ${name} ${sky[2]}`,
    svg: wrap(scenery(random, sky) + path),
  };
}

/** Draws a simple figure. */
export function drawPortrait(name: string, seed: number): Drawing {
  const random = seededRandom(seed);
  const jacket = pick(random, ['#1f5f55', '#a83a2a', '#35557a', '#7a5c35', '#5a4a6e']);
  const hair = pick(random, ['#3b2d25', '#8a6a44', '#b9b2a6', '#1f1b19']);
  const skin = pick(random, ['#e9c6a5', '#c99a74', '#8d5f43', '#f0d6bf']);
  const ground = pick(random, ['#e9e4d6', '#dbe4df', '#e6dcd0']);
  const figure = `<rect width="${WIDTH}" height="${HEIGHT}" fill="${ground}"/><path d="M340 800 C 340 580, 500 520, 640 520 S 940 580, 940 800 Z" fill="${jacket}"/><rect x="585" y="440" width="110" height="110" fill="${skin}"/><circle cx="640" cy="340" r="150" fill="${skin}"/><path d="M490 340 C 480 170, 800 170, 790 340 C 740 250, 560 250, 490 340 Z" fill="${hair}"/><circle cx="585" cy="345" r="11" fill="#2b2320"/><circle cx="695" cy="345" r="11" fill="#2b2320"/><path d="M590 410 Q 640 445 690 410" fill="none" stroke="#7a3f33" stroke-width="9" stroke-linecap="round"/>`;
  return {
    name: `${name.toLowerCase().replace(/[^a-z]+/g, '-')}.png`,
    alt: `Portrait of ${name}`,
    svg: wrap(figure),
  };
}
