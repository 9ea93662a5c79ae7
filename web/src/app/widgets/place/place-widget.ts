import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  signal,
  viewChild,
  ViewEncapsulation,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { GazetteerPlace } from '@tovlet/core/contracts/routes';
import { degrees, isPlace, placeFromText, type Place } from '@tovlet/core/fields/place/place';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';
import { SearchState } from '../../fetching/search-state';
import { searched } from '../../fetching/searched';
import { Widget } from '../../forms/widget';
import type { PlaceMap } from './place-map';

/** A point of the map: found by name, typed in degrees, or set on the map. */
@Component({
  selector: 'tov-place-widget',
  imports: [MatButton, SearchState],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './place-widget.html',
  styleUrl: './place-widget.scss',
  encapsulation: ViewEncapsulation.None,
})
export class PlaceWidget extends Widget {
  private readonly client = inject(ApiClient);
  private readonly surface = viewChild<ElementRef<HTMLElement>>('surface');
  private readonly drawn = signal<PlaceMap | null>(null);
  private ended = false;
  protected readonly mapOpen = signal(false);
  protected readonly query = signal('');
  protected readonly search = searched({
    request: () => this.query().trim() || undefined,
    find: async (q) => {
      const request = this.client.ask('GET', '/standins/gazetteer/search', { query: { q } });
      return (await firstValueFrom(request)).places;
    },
  });
  protected readonly point = computed<Place | null>(() => {
    const value = this.value();
    return isPlace(value) ? value : null;
  });
  protected readonly coordinates = computed(() => {
    const place = this.point();
    return place ? `${place.latitude}, ${place.longitude}` : '';
  });
  protected readonly words = computed(() => {
    const place = this.point();
    return place ? degrees(place) : '';
  });

  constructor() {
    super();
    effect(() => {
      if (this.mapOpen() && this.surface()) void this.draw();
    });
    effect(() => this.drawn()?.show(this.point(), this.disabled()));
    inject(DestroyRef).onDestroy(() => {
      this.ended = true;
      this.drawn()?.end();
    });
  }

  protected choose({ name, latitude, longitude }: GazetteerPlace): void {
    this.query.set('');
    this.commit()({ latitude, longitude, address: name });
  }

  protected setCoordinates(text: string): void {
    if (text.trim() === '') return this.commit()(null);
    const read = placeFromText(text);
    // What cannot be read stays as it was typed, so that the form says what is wrong.
    this.commit()(read ? { ...read, address: this.point()?.address ?? '' } : text);
  }

  protected setAddress(address: string): void {
    const place = this.point();
    if (place) this.commit()({ ...place, address });
  }

  protected toggleMap(): void {
    if (this.mapOpen()) {
      this.drawn()?.end();
      this.drawn.set(null);
    }
    this.mapOpen.update((open) => !open);
  }

  private async draw(): Promise<void> {
    const element = this.surface()?.nativeElement;
    if (!element || this.drawn()) return;
    const { PlaceMap } = await import('./place-map');
    const base: unknown = await fetch('/standins/gazetteer/map.geojson').then((answer) => answer.json());
    if (this.ended || this.drawn() || !this.mapOpen()) return;
    this.drawn.set(
      new PlaceMap(element, base, (latitude, longitude) =>
        this.commit()({ latitude, longitude, address: this.point()?.address ?? '' }),
      ),
    );
  }
}
