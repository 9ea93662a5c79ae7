import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { say } from '@tovlet/core/locale/say';
import type { ChipText } from '@tovlet/core/templates/chip-text';
import { findPath } from '@tovlet/core/templates/found-path';
import { isPropertyName, type Head } from '@tovlet/core/templates/head/head';
import { thingKinds } from '@tovlet/core/templates/head/thing-kinds';
import { usualHead } from '@tovlet/core/templates/head/usual-head';
import { piecesOf, propertyOf, type BlockProperty } from '@tovlet/core/templates/property';
import { seatsOf } from '@tovlet/core/templates/seats';
import { valueOptions, type ValueOption } from '@tovlet/core/templates/value-options';
import { PathSearch } from '../../../pickers/path/path-search';
import { SampleValues } from '../../../pickers/path/sample-values';
import { Choice } from '../../../shared/choice';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { BuilderStore } from '../builder-store';
import { ChipEditor } from '../chips/chip-editor';
import { fittingOptions } from '../fitting-options';

type Told = NonNullable<Head['properties']>[number];

/** What search engines and other sites are told of pages: words and values, a picture, the thing they are about. */
@Component({
  selector: 'tov-head-inspector',
  imports: [ChipEditor, Choice, ICON_BUTTON, MatButton, MatCheckbox, MatIcon, PathSearch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './head-inspector.html',
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 14px;
      padding: 14px;
    }
    h2 {
      margin: 0;
    }
    .part {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 4px;
    }
    .head {
      display: flex;
      justify-content: space-between;
      align-items: center;
      min-height: 30px;
      color: var(--muted);
      font-size: 12px;
    }
    .head code {
      color: var(--ink);
    }
    .new {
      display: flex;
      gap: 6px;
    }
    .new input {
      flex: 1;
      min-width: 0;
    }
    p {
      margin: 0;
    }
  `,
})
export class HeadInspector {
  protected readonly store = inject(BuilderStore);
  private readonly samples = inject(SampleValues);
  protected readonly sampleOf = (option: ValueOption): string => this.samples.valueOf(option);
  protected readonly head = computed<Head>(() => this.store.content().head ?? {});
  /** What is told where the template says nothing. */
  private readonly usual = computed<Head>(() => {
    const type = this.store.type();
    return type ? usualHead(type) : {};
  });
  protected readonly whole = computed<Head>(() => ({ ...this.usual(), ...this.head() }));
  protected readonly seats = computed(() => {
    const type = this.store.type();
    return type ? seatsOf(type) : null;
  });
  private readonly values = computed(() => {
    const seats = this.seats();
    return seats ? valueOptions(seats, this.store.standing.paths()) : [];
  });
  /** What reads as running text. */
  protected readonly texts = computed(() => {
    const fitting = new Set([
      ...fittingOptions(this.values(), 'line'),
      ...fittingOptions(this.values(), ['long_text', 'rich_text']),
    ]);
    return this.values().filter((option) => fitting.has(option));
  });
  protected readonly pictures = computed(() => fittingOptions(this.values(), ['image', 'gallery']));
  /** What can be told of a thing: any value that is not many rows. */
  protected readonly tellable = computed(() => fittingOptions(this.values(), 'any'));
  protected readonly things = thingKinds.map((value) => ({ value, label: value }));
  protected readonly name = signal('');
  protected readonly mistake = signal('');
  protected readonly imageFound = computed(() => {
    const [{ image }, seats] = [this.whole(), this.seats()];
    return image && seats ? findPath(image, seats, this.store.standing.paths()) : null;
  });
  protected readonly imageLabel = computed(() => {
    const { image } = this.whole();
    if (!image) return '';
    return this.imageFound()?.resolved.label ?? say`A removed field`;
  });

  protected textOf(property: BlockProperty | undefined): ChipText {
    return property ? piecesOf(property) : [];
  }

  protected setText(part: 'title' | 'description', text: ChipText): void {
    this.store.setHead(part, propertyOf(text));
  }

  protected setImage({ place }: ValueOption): void {
    this.store.setHead('image', { ...place, format: null, fallback: '' });
  }

  protected setThing(thing: string | null): void {
    const found = thingKinds.find((each) => each === thing);
    this.store.setHead('thing', found === 'WebPage' ? undefined : found);
  }

  protected setProperties(properties: readonly Told[]): void {
    this.store.setHead('properties', properties.length === 0 ? undefined : [...properties]);
  }

  protected setProperty(index: number, text: ChipText): void {
    const [first, ...others] = text;
    // A value alone is told as what it is: a number, a place, a picture.
    const value: BlockProperty =
      first !== undefined && typeof first !== 'string' && others.length === 0
        ? { binding: first }
        : propertyOf(text);
    this.setProperties(
      (this.head().properties ?? []).map((each, at) => (at === index ? { ...each, value } : each)),
    );
  }

  protected removeProperty(index: number): void {
    this.setProperties((this.head().properties ?? []).filter((_each, at) => at !== index));
  }

  protected addProperty(): void {
    const name = this.name().trim();
    const before = this.head().properties ?? [];
    if (!isPropertyName(name)) return this.mistake.set(say`A name has letters alone, like priceRange.`);
    if (before.some((each) => each.name === name)) return this.mistake.set(say`This is told already.`);
    this.mistake.set('');
    this.name.set('');
    this.setProperties([...before, { name, value: { constant: '' } }]);
  }
}
