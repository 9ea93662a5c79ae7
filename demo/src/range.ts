import type { JsonObject } from '@tovlet/core/json';
import { placeNames, valleys } from './names';
import { between, pick, seededRandom } from './random';

/** A place of the invented range, as the gazetteer knows it. */
export interface GazetteerPlace {
  readonly name: string;
  readonly kind: 'summit' | 'pass' | 'lake' | 'village' | 'bridge' | 'spring' | 'hut';
  readonly latitude: number;
  readonly longitude: number;
}

/** The range lies in the middle of an ocean, where no real mountain is. */
const WEST = -38.62;
const EAST = -38.06;
const SOUTH = 41.28;
const NORTH = 41.64;

const KINDS = ['summit', 'pass', 'lake', 'village', 'bridge', 'spring'] as const;
const ENDINGS = {
  summit: ['Peak', 'Horn', 'Tooth'],
  pass: ['Saddle', 'Pass', 'Gap'],
  lake: ['Tarn', 'Lake', 'Mere'],
  village: ['Hamlet', 'Village', 'Farm'],
  bridge: ['Bridge', 'Ford', 'Footbridge'],
  spring: ['Spring', 'Well', 'Trough'],
} as const;

const round = (value: number): number => Math.round(value * 100_000) / 100_000;

/** Where a hut of the demo stands: along three ridges, by its number. */
export function hutPosition(index: number): { readonly latitude: number; readonly longitude: number } {
  const ridge = index % 3;
  const along = (index % 24) / 24;
  return {
    latitude: round(SOUTH + 0.06 + ridge * 0.12 + 0.03 * Math.sin(index * 1.7)),
    longitude: round(WEST + 0.04 + along * (EAST - WEST - 0.08)),
  };
}

function makePlaces(): readonly GazetteerPlace[] {
  const random = seededRandom(77);
  const huts = placeNames.map((name, index): GazetteerPlace => ({
    name: `${name} Hut`,
    kind: 'hut',
    ...hutPosition(index),
  }));
  const others = Array.from({ length: 96 }, (_, index): GazetteerPlace => {
    const kind = KINDS[index % KINDS.length] ?? 'summit';
    const name = `${placeNames[index % placeNames.length] ?? 'Quorrel'} ${pick(random, ENDINGS[kind])}`;
    const latitude = round(SOUTH + (between(random, 20, 980) / 1000) * (NORTH - SOUTH));
    const longitude = round(WEST + (between(random, 20, 980) / 1000) * (EAST - WEST));
    return { name, kind, latitude, longitude };
  });
  return [...huts, ...others];
}

/** Every place of the gazetteer, 120 of them. */
export const gazetteer: readonly GazetteerPlace[] = makePlaces();

type Line = readonly (readonly [number, number])[];

function wavy(latitude: number, height: number, turns: number, phase: number): Line {
  return Array.from({ length: 41 }, (_, step) => {
    const along = step / 40;
    const longitude = WEST + along * (EAST - WEST);
    const bend = Math.sin(along * turns * Math.PI + phase) + 0.4 * Math.sin(along * turns * 7 + phase * 3);
    return [round(longitude), round(latitude + height * bend)] as const;
  });
}

const feature = (kind: string, name: string, geometry: JsonObject): JsonObject => ({
  type: 'Feature',
  properties: { kind, name },
  geometry,
});

const lineFeature = (kind: string, name: string, line: Line): JsonObject =>
  feature(kind, name, { type: 'LineString', coordinates: line.map((point) => [...point]) });

function lakeFeature({ name, latitude, longitude }: GazetteerPlace, size: number): JsonObject {
  const ring = Array.from({ length: 17 }, (_, step) => {
    const angle = (step / 16) * 2 * Math.PI;
    const wobble = 1 + 0.2 * Math.sin(angle * 3 + latitude * 100);
    const across = size * wobble;
    return [round(longitude + across * Math.cos(angle)), round(latitude + across * 0.6 * Math.sin(angle))];
  });
  return feature('lake', name, { type: 'Polygon', coordinates: [[...ring.slice(0, -1), ring[0] ?? []]] });
}

/**
 * The drawn base map of the range: ridges, rivers, valleys and lakes.
 * @see https://www.rfc-editor.org/rfc/rfc7946 (GeoJSON)
 */
export const rangeMap: JsonObject = {
  type: 'FeatureCollection',
  bbox: [WEST, SOUTH, EAST, NORTH],
  features: [
    feature('ground', 'Velmark', {
      type: 'Polygon',
      coordinates: [
        [
          [WEST, SOUTH],
          [EAST, SOUTH],
          [EAST, NORTH],
          [WEST, NORTH],
          [WEST, SOUTH],
        ],
      ],
    }),
    ...['South ridge', 'Middle ridge', 'North ridge'].map((name, index) =>
      lineFeature('ridge', name, wavy(SOUTH + 0.06 + index * 0.12, 0.02, 3 + index, index)),
    ),
    ...['Orr', 'Tarn', 'Vess'].map((name, index) =>
      lineFeature('river', name, wavy(SOUTH + 0.115 + index * 0.12, 0.012, 4 + index, index + 1)),
    ),
    ...valleys.map((name, index) =>
      lineFeature('valley', name, [
        [round(WEST + 0.05 + index * 0.058), round(SOUTH + 0.1 + (index % 3) * 0.12)],
        [round(WEST + 0.1 + index * 0.052), round(SOUTH + 0.15 + (index % 3) * 0.1)],
      ]),
    ),
    ...gazetteer
      .filter(({ kind }) => kind === 'lake')
      .map((lake, index) => lakeFeature(lake, 0.006 + (index % 4) * 0.002)),
  ],
};
