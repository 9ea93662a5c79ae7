import type { Place } from '@tovlet/core/fields/place/place';
import * as leaflet from 'leaflet';

/** How each kind of thing on the base map is drawn; the colours are those of the scheme, by custom properties. */
const STYLES: Readonly<Record<string, leaflet.PathOptions>> = {
  ground: { stroke: false, fillColor: 'var(--paper)', fillOpacity: 1, interactive: false },
  ridge: { color: 'var(--line-strong)', weight: 3, interactive: false },
  river: { color: 'var(--slate)', weight: 2, interactive: false },
  valley: { color: 'var(--line)', weight: 8, opacity: 0.6, interactive: false },
  lake: {
    color: 'var(--slate)',
    weight: 1,
    fillColor: 'var(--slate-wash)',
    fillOpacity: 1,
    interactive: false,
  },
};

const round = (degrees: number): number => Math.round(degrees * 100_000) / 100_000;

/** A map with one point on it. */
export class PlaceMap {
  private readonly map: leaflet.Map;
  private marker: leaflet.Marker | null = null;
  private disabled = false;

  /**
   * @param base GeoJSON of the base map
   * @param moved is told where the point was set
   */
  constructor(
    element: HTMLElement,
    base: unknown,
    private readonly moved: (latitude: number, longitude: number) => void,
  ) {
    this.map = leaflet.map(element, { attributionControl: false, zoomSnap: 0.5 });
    const layer = leaflet.geoJSON(base as Parameters<typeof leaflet.geoJSON>[0], {
      style: (feature) => STYLES[String(feature?.properties?.['kind'])] ?? {},
    });
    layer.addTo(this.map);
    this.map.fitBounds(layer.getBounds());
    this.map.on('click', ({ latlng }: leaflet.LeafletMouseEvent) => this.set(latlng));
  }

  show(place: Place | null, disabled: boolean): void {
    this.disabled = disabled;
    this.marker?.remove();
    this.marker = null;
    if (!place) return;
    const icon = leaflet.divIcon({ className: 'place-pin', iconSize: [18, 18], iconAnchor: [9, 9] });
    this.marker = leaflet
      .marker([place.latitude, place.longitude], { icon, draggable: !disabled, keyboard: false })
      .addTo(this.map);
    this.marker.on('dragend', () => {
      if (this.marker) this.set(this.marker.getLatLng());
    });
  }

  end(): void {
    this.map.remove();
  }

  private set({ lat, lng }: leaflet.LatLng): void {
    if (!this.disabled) this.moved(round(lat), round(lng));
  }
}
