import type { PersonSummary } from '@tovlet/core/contracts/studio';

/** People of the demo workspace, signed in by one click. */
export const demoPeople: readonly PersonSummary[] = [
  { id: 'p_demo_developer', name: 'Ilse Varnholt', email: 'ilse@velmark.example', role: 'developer' },
  { id: 'p_demo_editor', name: 'Tobrin Kestling', email: 'tobrin@velmark.example', role: 'editor' },
  { id: 'p_demo_editor_2', name: 'Sunniva Larchfell', email: 'sunniva@velmark.example', role: 'editor' },
  { id: 'p_demo_reader', name: 'Orwin Stonewick', email: 'orwin@velmark.example', role: 'reader' },
];
