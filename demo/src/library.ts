import { drawHut, type Drawing } from './pictures';

/** A folder of the media of the demo. */
export interface DemoFolder {
  readonly id: string;
  readonly name: string;
  readonly parentId: string | null;
}

export const demoFolders: readonly DemoFolder[] = [
  { id: 'd_demo_huts', name: 'Huts', parentId: null },
  { id: 'd_demo_routes', name: 'Routes', parentId: null },
  { id: 'd_demo_wardens', name: 'Wardens', parentId: null },
  { id: 'd_demo_press', name: 'Press', parentId: null },
  { id: 'd_demo_leaflets', name: 'Leaflets', parentId: 'd_demo_press' },
];

/** The folder that the pictures of a field lie in. */
export const folderOfField: Readonly<Record<string, string>> = {
  f_picture: 'd_demo_huts',
  f_profile: 'd_demo_routes',
  f_portrait: 'd_demo_wardens',
};

/** A drawing that nothing uses, and that nobody described yet: the flaws of the library, on purpose. */
export const idleDrawings: readonly Drawing[] = [
  { ...drawHut('Kvarn', 811), name: 'kvarn-before-the-storm.png', alt: '' },
  { ...drawHut('Solvik', 812), name: 'draft-for-the-calendar.png', alt: '' },
];

/** A text that lies among the media. */
export interface DemoFile {
  readonly name: string;
  readonly alt: string;
  readonly folder: string;
  readonly text: string;
}

export const demoFiles: readonly DemoFile[] = [
  {
    name: 'prices-of-all-huts.csv',
    alt: 'What a night costs in each hut',
    folder: 'd_demo_leaflets',
    text: 'Hut;Member;Guest\nVessmar;14;22\nNethrim;16;25\nOrrask;12;19\n',
  },
];

/** A leaflet that is written as a PDF. */
export const demoLeaflet = {
  name: 'getting-to-the-huts.pdf',
  alt: 'How to get to the huts by bus and on foot',
  title: 'Getting to the huts',
  folder: 'd_demo_leaflets',
  pages: ['Getting to the huts', 'By bus to the valleys', 'On foot from the last stop'],
} as const;

/** Samples of the sound of a bell a second, and for how many seconds it rings. */
const RATE = 8000;
const SECONDS = 4;

/**
 * Rings the bell of a hut.
 * @returns a sound in the form WAVE, 8 bits a sample
 * @see http://www-mmsp.ece.mcgill.ca/Documents/AudioFormats/WAVE/WAVE.html
 */
export function ringBell(): Uint8Array {
  const length = RATE * SECONDS;
  const bytes = new Uint8Array(44 + length);
  const view = new DataView(bytes.buffer);
  const write = (at: number, text: string): void =>
    [...text].forEach((letter, index) => view.setUint8(at + index, letter.charCodeAt(0)));
  write(0, 'RIFF');
  view.setUint32(4, 36 + length, true);
  write(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, RATE, true);
  view.setUint32(28, RATE, true);
  view.setUint16(32, 1, true);
  view.setUint16(34, 8, true);
  write(36, 'data');
  view.setUint32(40, length, true);
  for (let index = 0; index < length; index += 1) {
    const seconds = index / RATE;
    const struck = seconds % 2;
    const tone = [440, 880, 1324].reduce(
      (sum, frequency, at) => sum + Math.sin(2 * Math.PI * frequency * seconds) / (at + 1),
      0,
    );
    bytes[44 + index] = Math.round(128 + 60 * tone * Math.exp(-3 * struck));
  }
  return bytes;
}
