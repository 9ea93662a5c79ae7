import { computed, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { TermAnswer } from '@tovlet/core/contracts/studio';
import type { TermParents } from '@tovlet/core/placement/terms-of';
import { debounceTime, filter, firstValueFrom } from 'rxjs';
import { ApiClient } from '../fetching/api-client';
import { Fetched } from '../fetching/fetched';
import { Connection } from '../fetching/connection';
import { Events } from './events';

/** A term with how deep it stands in its tree. */
export interface TermLine extends TermAnswer {
  readonly depth: number;
  /** Its place among the terms beside it, and how many these are. */
  readonly index: number;
  readonly count: number;
}

/** The terms of all taxonomies: read when first asked for, and kept current. */
@Injectable({ providedIn: 'root' })
export class TermsStore {
  private readonly client = inject(ApiClient);
  /** The terms as they stand: loading, failed, empty or there. */
  readonly list = new Fetched<readonly TermAnswer[]>(
    () => void this.load(),
    (terms) => terms.length === 0,
  );
  private started: Promise<void> | null = null;

  private readonly known = computed(() => this.list.value() ?? []);
  readonly all = this.known;
  readonly byId = computed(() => new Map(this.known().map((term) => [term.id, term])));
  readonly parents = computed<TermParents>(() => new Map(this.known().map(({ id, parent }) => [id, parent])));

  constructor() {
    inject(Connection)
      .back.pipe(takeUntilDestroyed())
      .subscribe(() => {
        if (this.list.problem() !== null) void this.load();
      });
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => kind === 'terms' || kind === 'entry' || kind === 'missed'),
        debounceTime(300),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        if (this.started) void this.load();
      });
  }

  /** Adds a term at the top of its taxonomy. @returns its id, once it is among the terms */
  async create(taxonomy: string, label: string): Promise<string> {
    const body = { taxonomy, label };
    const { id } = await firstValueFrom(this.client.ask('POST', '/api/studio/terms', { body }));
    await this.load();
    return id;
  }

  /** Puts the terms of a taxonomy in place that a change was answered with. */
  take(taxonomy: string, terms: readonly TermAnswer[]): void {
    this.list.set([...this.known().filter((term) => term.taxonomy !== taxonomy), ...terms]);
  }

  /** Reads the terms once; later calls wait for the first. */
  start(): Promise<void> {
    this.started ??= this.load();
    return this.started;
  }

  /** Loads the terms of all taxonomies. */
  async load(): Promise<void> {
    this.list.begin(true);
    try {
      this.list.finish(await firstValueFrom(this.client.ask('GET', '/api/studio/terms', { query: {} })));
    } catch (error) {
      this.list.fail(error);
    }
  }

  /** The terms of a taxonomy in the order of its tree, each with its depth. */
  linesOf(taxonomy: string): readonly TermLine[] {
    const own = this.known().filter((term) => term.taxonomy === taxonomy);
    const there = new Set(own.map(({ id }) => id));
    const children = new Map<string | null, TermAnswer[]>();
    for (const term of own) {
      // What stands below something that is gone stands at the top.
      const parent = term.parent !== null && there.has(term.parent) ? term.parent : null;
      const siblings = children.get(parent);
      if (siblings) siblings.push(term);
      else children.set(parent, [term]);
    }
    const below = (parent: string | null, depth: number): readonly TermLine[] =>
      (children.get(parent) ?? []).flatMap((term, index, { length: count }) => [
        { ...term, depth, index, count },
        ...below(term.id, depth + 1),
      ]);
    return below(null, 0);
  }
}
