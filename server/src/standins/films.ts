/** A film of the stand-in host. */
export interface Film {
  readonly id: string;
  readonly title: string;
  readonly author: string;
  readonly seconds: number;
  /** The colours of its drawn scene: sky, far ridge, near ridge. */
  readonly colours: readonly [string, string, string];
}

/** The films that the stand-in host has. */
export const films: readonly Film[] = [
  {
    id: 'ridgewalk',
    title: 'A morning on the Velmark ridge',
    author: 'Velmark Huts',
    seconds: 42,
    colours: ['#dfe9ee', '#8aa2ad', '#3f5a55'],
  },
  {
    id: 'firstsnow',
    title: 'First snow at the upper huts',
    author: 'Velmark Huts',
    seconds: 36,
    colours: ['#eef1f4', '#b9c6d2', '#62727f'],
  },
  {
    id: 'kitchenfire',
    title: 'How the stove is lit',
    author: 'Hut wardens of Velmark',
    seconds: 58,
    colours: ['#f6e7d4', '#c98f5a', '#6d4630'],
  },
  {
    id: 'bridgework',
    title: 'Mending the Tarn bridge',
    author: 'Path crew of Velmark',
    seconds: 51,
    colours: ['#e3efe4', '#8fb093', '#44614a'],
  },
];
