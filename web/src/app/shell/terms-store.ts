import { HttpClient } from '@angular/common/http';
import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { TermAnswer } from '@tovlet/core/contracts/studio';
import type { TermParents } from '@tovlet/core/placement/terms-of';
import { debounceTime, filter, firstValueFrom } from 'rxjs';
import { Events } from './events';

/** A term with how deep it stands in its tree. */
export interface TermLine extends TermAnswer {
  readonly depth: number;
}

const ADDRESS = '/api/studio/terms';

/** The terms of all taxonomies: read when first asked for, and kept current. */
@Injectable({ providedIn: 'root' })
export class TermsStore {
  private readonly http = inject(HttpClient);
  private readonly known = signal<readonly TermAnswer[]>([]);
  private started: Promise<void> | null = null;

  readonly all = this.known.asReadonly();
  readonly byId = computed(() => new Map(this.known().map((term) => [term.id, term])));
  readonly parents = computed<TermParents>(() => new Map(this.known().map(({ id, parent }) => [id, parent])));

  constructor() {
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => kind === 'terms' || kind === 'entry'),
        debounceTime(300),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        if (this.started) void this.load();
      });
  }

  /** Reads the terms once; later calls wait for the first. */
  start(): Promise<void> {
    this.started ??= this.load();
    return this.started;
  }

  async load(): Promise<void> {
    this.known.set(await firstValueFrom(this.http.get<readonly TermAnswer[]>(ADDRESS)));
  }

  /** The terms of a taxonomy in the order of its tree, each with its depth. */
  linesOf(taxonomy: string): readonly TermLine[] {
    const own = this.known().filter((term) => term.taxonomy === taxonomy);
    const there = new Set(own.map(({ id }) => id));
    const below = (parent: string | null, depth: number): readonly TermLine[] =>
      own
        // What stands below something that is gone stands at the top.
        .filter((term) => (term.parent !== null && there.has(term.parent) ? term.parent : null) === parent)
        .flatMap((term) => [{ ...term, depth }, ...below(term.id, depth + 1)]);
    return below(null, 0);
  }
}
