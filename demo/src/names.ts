/** Invented names of the Velmark range: no real place or person bears them on purpose. */
export const placeNames: readonly [string, ...string[]] = [
  'Quorrel', 'Vessmar', 'Tarnock', 'Ildren', 'Bruskholm', 'Hollavar', 'Senmire', 'Orrask', 'Feldrun', 'Kestmoor',
  'Lunvar', 'Marrowen', 'Nethrim', 'Oskel', 'Pellagrind', 'Rovanter', 'Skarnheim', 'Thulmar', 'Umbrel', 'Varnis',
  'Wendrask', 'Yorvald', 'Zellmark', 'Achrund',
];

export const valleys: readonly [string, ...string[]] = [
  'Ildren valley', 'Vess valley', 'Orr valley', 'Tarn valley', 'Nethrim basin', 'Kest valley', 'Rovan gorge', 'Skarn plateau', 'Thul valley',
];

export const givenNames: readonly [string, ...string[]] = [
  'Maravel', 'Tobrin', 'Elsket', 'Orwin', 'Fennika', 'Jorrel', 'Sunniva', 'Kaspren', 'Idrelle', 'Brannig', 'Oluva', 'Tressen', 'Havelin', 'Quilla',
];

export const familyNames: readonly [string, ...string[]] = [
  'Oskeldine', 'Varnholt', 'Brusk', 'Thulmarsen', 'Feldrunner', 'Kestling', 'Ridgeward', 'Snowmere', 'Larchfell', 'Stonewick', 'Highmoor', 'Tarnlund', 'Windheim', 'Ashgrove',
];
