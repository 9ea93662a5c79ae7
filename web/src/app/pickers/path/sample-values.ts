import { effect, inject, Injectable, signal, untracked } from '@angular/core';
import { SAMPLES_LIMIT } from '@tovlet/core/contracts/studio';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { shorten } from '@tovlet/core/messages/shorten';
import { pathText } from '@tovlet/core/paths/text';
import type { SampleValue } from '@tovlet/core/templates/sample';
import type { ValueOption } from '@tovlet/core/templates/value-options';
import { ApiClient } from '../../fetching/api-client';
import { ModelStore } from '../../shell/model-store';

type Found = ValueOption['found'];

/** What an entry has where a path leads, in short words. */
function wordsOf({ field, property }: Found, { count, text }: SampleValue): string {
  if (count === 0) return say`empty`;
  if (text !== '') return shorten(text, 60);
  if (field?.type.rows) return counted(count, 'row', 'rows');
  if (field?.type.shape === 'Image') return say`a picture`;
  return field || property ? counted(count, 'value', 'values') : counted(count, 'entry', 'entries');
}

/** The real values of the chosen sample entry, asked for as they are shown. */
@Injectable()
export class SampleValues {
  /** The content type whose templates are built. */
  readonly type = signal<string | null>(null);
  /** The id of the sample entry. */
  readonly sample = signal<string | null>(null);
  private readonly client = inject(ApiClient);
  private readonly model = inject(ModelStore);
  private readonly known = signal<ReadonlyMap<string, SampleValue>>(new Map());
  private asked = new Set<string>();
  private waiting = new Set<string>();

  constructor() {
    // Another entry, or another model, has other values.
    effect(() => {
      this.type();
      this.sample();
      this.model.compiled();
      untracked(() => this.forget());
    });
  }

  private forget(): void {
    this.asked = new Set();
    this.waiting = new Set();
    this.known.set(new Map());
  }

  /** @returns nothing while the value is on its way */
  valueOf({ found }: Pick<ValueOption, 'found'>): string {
    const path = pathText(found.path);
    const value = this.known().get(path);
    if (!value) this.want(path);
    return value ? wordsOf(found, value) : '';
  }

  private want(path: string): void {
    if (this.asked.has(path) || this.sample() === null) return;
    this.asked.add(path);
    this.waiting.add(path);
    // What is drawn in one go is asked for in one go.
    if (this.waiting.size === 1) setTimeout(() => this.ask());
  }

  private ask(): void {
    const [type, entry, asked] = [this.type(), this.sample(), this.asked];
    const paths = [...this.waiting];
    this.waiting = new Set();
    if (type === null || entry === null) return;
    for (let from = 0; from < paths.length; from += SAMPLES_LIMIT) {
      const body = { type, entry, paths: paths.slice(from, from + SAMPLES_LIMIT) };
      this.client.ask('POST', '/api/studio/templates/samples', { body }).subscribe({
        next: (answer) => {
          if (asked === this.asked)
            this.known.update((known) => new Map([...known, ...Object.entries(answer)]));
        },
        // A picker does without them until it is drawn again; what is away is said by the banner.
        error: () => body.paths.forEach((path) => asked.delete(path)),
      });
    }
  }
}
