import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  mediaKinds,
  mediaSizes,
  type MediaKind,
  type MediaSize,
  type MediaFacets as Counts,
} from '@tovlet/core/contracts/studio';
import { numbered } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { firstValueFrom } from 'rxjs';
import { fetched } from '../../fetching/fetched';
import { MediaApi } from '../../pickers/medium/media-api';
import { MediaStore, type MediaLook } from '../../pickers/medium/media-store';

const KIND_WORDS: Readonly<Record<MediaKind, () => string>> = {
  image: () => say`Pictures`,
  video: () => say`Films`,
  audio: () => say`Sounds`,
  document: () => say`Documents`,
  table: () => say`Tables and data`,
  archive: () => say`Archives`,
};

const SIZE_WORDS: Readonly<Record<MediaSize, () => string>> = {
  small: () => say`up to 200 kB`,
  middling: () => say`200 kB to 2 MB`,
  large: () => say`above 2 MB`,
};

/** One thing that media can be narrowed by. */
interface Line {
  readonly key: string;
  readonly name: string;
  readonly count: number;
  readonly chosen: boolean;
  readonly look: MediaLook;
}

/** What media are counted by: pressing a line shows only those it counts. */
@Component({
  selector: 'tov-media-facets',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (section of sections(); track section.name) {
      <section [attr.aria-label]="section.name">
        <h3>{{ section.name }}</h3>
        @for (line of section.lines; track line.key) {
          <button type="button" [attr.aria-pressed]="line.chosen" (click)="narrow.emit(line.look)">
            <span>{{ line.name }}</span><small>{{ numberOf(line.count) }}</small>
          </button>
        }
      </section>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
    h3 {
      margin: 0 0 2px;
    }
    button {
      display: flex;
      gap: 8px;
      width: 100%;
      min-height: 28px;
      padding: 3px 8px;
      border: 0;
      border-radius: var(--radius);
      background: none;
      color: inherit;
      cursor: pointer;
      text-align: left;
    }
    button:hover {
      background: var(--sunken);
    }
    button[aria-pressed='true'] {
      background: var(--spruce-wash);
      color: var(--spruce);
      font-weight: 560;
    }
    span {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    small {
      margin-left: auto;
      color: var(--muted);
      font-variant-numeric: tabular-nums;
    }
  `,
})
export class MediaFacets {
  /** What is looked for by now. */
  readonly look = input.required<MediaLook>();
  readonly narrow = output<MediaLook>();
  private readonly api = inject(MediaApi);
  private readonly media = inject(MediaStore);
  protected readonly numberOf = numbered;

  private readonly counts = fetched<MediaLook, Counts>({
    request: () => {
      // What was uploaded, described or deleted is counted anew.
      this.media.list.value();
      return { ...this.look(), order: undefined };
    },
    fetch: (asked) => firstValueFrom(this.api.facets(asked)),
    isEmpty: () => false,
  });

  protected readonly sections = computed(() => {
    const counts = this.counts.value();
    if (!counts) return [];
    return [
      { name: say`Kind`, lines: this.lines('kind', mediaKinds, KIND_WORDS, counts.kinds) },
      { name: say`Size`, lines: this.lines('size', mediaSizes, SIZE_WORDS, counts.sizes) },
      { name: say`To look after`, lines: this.toLookAfter(counts) },
      ...counts.fields.map(({ field, label, values }) => ({
        name: label,
        lines: values.map((each) => this.termLine(field, each)),
      })),
    ].filter(({ lines }) => lines.length > 0);
  });

  private lines<Name extends string>(
    part: 'kind' | 'size',
    names: readonly Name[],
    words: Readonly<Record<Name, () => string>>,
    counts: Readonly<Partial<Record<Name, number>>>,
  ): readonly Line[] {
    return names.flatMap((name) => {
      const chosen = this.look()[part] === name;
      const count = counts[name] ?? 0;
      if (count === 0 && !chosen) return [];
      const look = { ...this.look(), [part]: chosen ? undefined : name };
      return [{ key: name, name: words[name](), count, chosen, look }];
    });
  }

  private toLookAfter({ missingAlt, unused }: Counts): readonly Line[] {
    const look = this.look();
    const [lacks, idle] = [look.alt === 'missing', look.used === 'no'];
    const lines: readonly Line[] = [
      {
        key: 'alt',
        name: say`Without alternative text`,
        count: missingAlt,
        chosen: lacks,
        look: { ...look, alt: lacks ? undefined : 'missing' },
      },
      {
        key: 'used',
        name: say`Used nowhere`,
        count: unused,
        chosen: idle,
        look: { ...look, used: idle ? undefined : 'no' },
      },
    ];
    return lines.filter(({ count, chosen }) => count > 0 || chosen);
  }

  private termLine(field: string, { value, label, count }: Counts['fields'][number]['values'][number]): Line {
    const mark = `${field}:${value}`;
    const held = (this.look().fields ?? '').split(',').filter((each) => each !== '');
    const chosen = held.includes(mark);
    const fields = chosen ? held.filter((each) => each !== mark) : [...held, mark];
    const look = { ...this.look(), fields: fields.length === 0 ? undefined : fields.join(',') };
    return { key: mark, name: label, count, chosen, look };
  }
}
