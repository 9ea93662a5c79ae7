/** Somebody of the demo, by what is kept with what they say. */
interface Speaker {
  readonly id: string;
  readonly name: string;
}

/** What is said about a place of an entry, the first comment first. */
export interface DemoThread {
  readonly entry: string;
  /** The steps to the field; none for the whole entry. */
  readonly path: readonly string[];
  readonly resolvedBy?: string;
  readonly said: readonly {
    readonly by: Speaker;
    readonly text: string;
    readonly mentions?: readonly string[];
    readonly hoursAgo: number;
  }[];
}

const ilse: Speaker = { id: 'p_demo_developer', name: 'Ilse Varnholt' };
const tobrin: Speaker = { id: 'p_demo_editor', name: 'Tobrin Kestling' };
const sunniva: Speaker = { id: 'p_demo_editor_2', name: 'Sunniva Larchfell' };

/** What people say about entries of the demo. */
export const demoThreads: readonly DemoThread[] = [
  {
    entry: 'e_hut0000004',
    path: ['f_altitude'],
    said: [
      {
        by: sunniva,
        text: 'The sign at the door says 1 840 m. Which of the two is measured?',
        hoursAgo: 52,
      },
      {
        by: tobrin,
        text: '@Ilse Varnholt, please look into the survey of last year?',
        mentions: [ilse.id],
        hoursAgo: 26,
      },
    ],
  },
  {
    entry: 'e_hut0000004',
    path: [],
    resolvedBy: 'Tobrin Kestling',
    said: [
      { by: ilse, text: 'The pictures are from before the new roof.', hoursAgo: 300 },
      { by: tobrin, text: 'Replaced.', hoursAgo: 280 },
    ],
  },
  {
    entry: 'e_hut0000014',
    path: ['f_season_until'],
    said: [{ by: sunniva, text: 'The warden wants to stay a week longer, I ask her.', hoursAgo: 20 }],
  },
];
