import fc from 'fast-check';
import type { JsonObject } from '../../json';
import { field } from '../../model/document';
import { renderBlocks } from '../../testing/render-blocks';
import { block } from '../template';
import { baseMap } from './base-map';
import { boxAround, boxFromText, boxText, MAP_HEIGHT, MAP_WIDTH } from './map-box';
import { mapMarkup, MOST_POINTS, type MapPoint } from './map-markup';
import { projectionFor } from './projection';

const at = (latitude: number, longitude: number) => ({ latitude, longitude, address: '' });
const point = (name: string, latitude = 41.5, longitude = -38.3, url = ''): MapPoint => ({
  place: at(latitude, longitude),
  name,
  url,
});
const anyPlace = fc
  .tuple(fc.double({ min: -80, max: 80, noNaN: true }), fc.double({ min: -170, max: 170, noNaN: true }))
  .map(([latitude, longitude]) => at(latitude, longitude));

describe('a map', () => {
  it('shows every place with room around it', () => {
    fc.assert(
      fc.property(fc.array(anyPlace, { minLength: 1, maxLength: 20 }), (places) => {
        const project = projectionFor(boxAround(places));
        for (const { longitude, latitude } of places) {
          const [x = NaN, y = NaN] = project([longitude, latitude]) ?? [];
          expect(x).toBeGreaterThan(0);
          expect(x).toBeLessThan(MAP_WIDTH);
          expect(y).toBeGreaterThan(0);
          expect(y).toBeLessThan(MAP_HEIGHT);
        }
      }),
    );
  });

  it('reads the box that it wrote, and no other', () => {
    fc.assert(
      fc.property(fc.array(anyPlace, { minLength: 1, maxLength: 5 }), (places) => {
        const box = boxAround(places);
        expect(boxFromText(boxText(box))).toEqual(box);
      }),
    );
    for (const text of ['', '1,2,3', '1,2,3,4,5', '3,2,1,4', '1,2,3,Infinity', 'a,b,c,d', '-999,0,0,1'])
      expect(boxFromText(text)).withContext(text).toBeNull();
  });

  it('has names that cover neither pins nor each other, and tells each pin all the same', () => {
    const svg = mapMarkup(
      [
        point('Larch <Hut>', 41.5, -38.3, '/site/huts/larch'),
        point('Rowan Hut', 41.5001, -38.3001),
        point('Far', 41.6, -38.1),
      ],
      'Huts',
    );
    expect(svg).toContain('<a class="map-pin" href="/site/huts/larch" aria-label="Larch &lt;Hut&gt;">');
    expect(svg.match(/<circle/g)?.length).toBe(3);
    expect(svg.match(/<text/g)?.length).toBe(2);
    expect(svg).toContain('<title>Rowan Hut</title>');
    expect(svg).toContain('aria-label="Huts"');
  });

  it('leaves the poles out, and calls what has no name by where it is', () => {
    expect(mapMarkup([point('Pole', 90, 0)], 'Far')).toBe('');
    const svg = mapMarkup([point('Pole', -90, 0), point('', 41.5, -38.3, '/site/huts/larch')], 'Far');
    expect(svg.match(/<circle/g)?.length).toBe(1);
    expect(svg).toContain('aria-label="41.50000° N, 38.30000° W"');
    expect(svg).not.toContain('Infinity');
  });

  it('is nothing without places, and draws no more than can be told apart', () => {
    expect(mapMarkup([], 'Huts')).toBe('');
    const many = Array.from({ length: MOST_POINTS + 5 }, (_, index) => point('', 41 + index / 1000, -38));
    expect(mapMarkup(many, 'Huts').match(/<circle/g)?.length).toBe(MOST_POINTS);
  });

  it('has ground that is drawn whichever way its rings run; what it cannot draw is left out', () => {
    const ring = [
      [-39, 41],
      [-38, 41],
      [-38, 42],
      [-39, 42],
      [-39, 41],
    ];
    const feature = (kind: string, coordinates: readonly (readonly number[])[]): JsonObject => ({
      type: 'Feature',
      properties: { kind },
      geometry: { type: 'Polygon', coordinates: [coordinates.map((each) => [...each])] },
    });
    const drawn = (...features: readonly JsonObject[]): string =>
      baseMap({ type: 'FeatureCollection', features }, [-39.5, 40.5, -37.5, 42.5]);
    const d = (svg: string): number => (/ d="([^"]*)"/.exec(svg)?.[1] ?? '').length;
    const [one, other] = [drawn(feature('ground', ring)), drawn(feature('ground', [...ring].reverse()))];
    expect(d(one)).toBeGreaterThan(10);
    expect(Math.abs(d(one) - d(other))).toBeLessThan(10);
    expect(drawn(feature('road', ring), { type: 'Feature', geometry: null })).not.toContain('<path');
  });
});

describe('a map on a page', () => {
  const place = field({ id: 'f_place', key: 'place', label: 'Meeting point', kind: 'place' });
  const stops = field({
    id: 'f_stops',
    key: 'stops',
    label: 'Stops',
    kind: 'repeater',
    fields: [
      field({ id: 'f_where', key: 'where', label: 'Where', kind: 'place' }),
      field({ id: 'f_name', key: 'name', label: 'Name', kind: 'text' }),
    ],
  });
  const values: JsonObject = {
    f_place: { latitude: 41.5, longitude: -38.3, address: 'Larch "saddle"' },
    f_stops: [
      { id: 'r_1', values: { f_where: at(41.4, -38.2), f_name: 'Spring' } },
      { id: 'r_2', values: { f_name: 'Nowhere' } },
    ],
  };
  const from = { fields: [place, stops], values };
  const bound = { binding: { source: 'entry', path: 'f_place', format: null, fallback: '' } } as const;

  it('shows a place by its address, and the places of rows by their names, in both ways to write it', () => {
    const single = block({
      id: 'b_1',
      kind: 'map',
      properties: { place: bound, name: { constant: 'The "way"' } },
    });
    const ofRows = block({
      id: 'b_2',
      kind: 'map',
      properties: {
        rows: { constant: 'f_stops' },
        columns: {
          constant: [
            { field: 'f_where', format: null },
            { field: 'f_name', format: null },
          ],
        },
      },
    });
    const { byLiquid, byFunction } = renderBlocks(from, single, ofRows);
    expect(byFunction).toBe(byLiquid);
    expect(byLiquid).toContain('Larch &quot;saddle&quot;</text>');
    expect(byLiquid).toContain('aria-label="The ”way”"');
    expect(byLiquid).toContain('aria-label="Stops"');
    expect(byLiquid.match(/<circle/g)?.length).toBe(2);
  });

  it('is not there where there is no place', () => {
    const { byLiquid } = renderBlocks(
      { ...from, values: {} },
      block({ id: 'b_1', kind: 'map', properties: { place: bound } }),
    );
    expect(byLiquid.trim()).toBe('');
  });
});
