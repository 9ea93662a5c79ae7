import { Said } from '../shared/said';
import { note } from '@tovlet/core/fields/note/note';
import { section as sectionType } from '@tovlet/core/fields/section/section';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  output,
  type Signal,
  untracked,
} from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import type { Scope } from '@tovlet/core/evaluation/scope';
import { sameJson } from '@tovlet/core/json';
import type { IssuePath } from '@tovlet/core/issues/issue';
import type { CompiledField } from '@tovlet/core/model/compiled';
import type { SectionLayout } from '@tovlet/core/model/document';
import { ENTRY, type ValuePlace } from '@tovlet/core/values/changes';
import { NgTemplateOutlet } from '@angular/common';
import { toggled } from '../shared/toggled';
import { FieldBox } from './field-box';
import { FormStore } from './form-store';
import { Focus } from '../shared/focus';

/** A part of the form: what a section heading stands over; the first part may have none. */
interface Part {
  readonly section: CompiledField | null;
  readonly fields: readonly CompiledField[];
}

/** Parts the fields at their sections. */
function partsOf(fields: readonly CompiledField[]): readonly Part[] {
  const parts: { section: CompiledField | null; fields: CompiledField[] }[] = [{ section: null, fields: [] }];
  for (const field of fields) {
    if (field.type.kind === 'section') parts.push({ section: field, fields: [] });
    else parts.at(-1)?.fields.push(field);
  }
  return parts.filter(({ section, fields: own }) => section !== null || own.length > 0);
}

/** Fields of one level of a form, in their widths, parted by sections that fold or stand behind tabs. */
@Component({
  selector: 'tov-form-fields',
  imports: [FieldBox, MatIcon, NgTemplateOutlet, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ng-template #inside let-fields>
      <div class="fields">
        @for (field of fields; track field.id) {
          @if (noteOf(field); as content) {
            @if (!hidden().has(field.id)) {
              <aside class="hint" [class.important]="content.tone === 'important'">
                <mat-icon svgIcon="sticky_note_2" aria-hidden="true" />
                <div>
                  <strong>{{ field.label }}</strong>
                  <p>{{ content.text }}</p>
                </div>
              </aside>
            }
          } @else {
            <tov-field
              [class.lit]="lit() === field.id"
              [field]="field"
              [scope]="scope()"
              [place]="place()"
              [base]="base()"
              (mouseenter)="pointed.emit(field.id)"
              (mouseleave)="pointed.emit(null)"
              (focusin)="pointed.emit(field.id)"
            />
          }
        }
      </div>
    </ng-template>
    @if (tabs()) {
      <div class="tabs" role="tablist" [attr.aria-label]="name()">
        @for (part of parts(); track $index) {
          @if (part.section === null || !hidden().has(part.section.id)) {
            <button
              type="button"
              role="tab"
              [id]="tabId($index)"
              [attr.aria-selected]="open() === $index"
              [attr.aria-controls]="tabId($index) + '-panel'"
              [tabindex]="open() === $index ? 0 : -1"
              (click)="open.set($index)"
              (keydown)="moveTab($event, $index)"
            >
              {{ part.section?.label ?? ('General' | said) }}
              @if (wrong(part)) {
                <mat-icon svgIcon="error" aria-label="has errors" i18n-aria-label />
              }
            </button>
          }
        }
      </div>
      @for (part of parts(); track $index) {
        @if (open() === $index) {
          <div role="tabpanel" [id]="tabId($index) + '-panel'" [attr.aria-labelledby]="tabId($index)">
            <ng-container *ngTemplateOutlet="inside; context: { $implicit: part.fields }" />
          </div>
        }
      }
    } @else {
      @for (part of parts(); track $index) {
        @if (part.section; as section) {
          @if (!hidden().has(section.id)) {
            <section class="part" [id]="'section-' + section.id">
              <h3>
                <button
                  type="button"
                  [attr.aria-expanded]="!folded().has(section.id)"
                  (click)="fold(section.id)"
                >
                  <mat-icon
                    [svgIcon]="folded().has(section.id) ? 'chevron_right' : 'keyboard_arrow_down'"
                    aria-hidden="true"
                  />{{ section.label }}
                  @if (wrong(part)) {
                    <small i18n class="brick">has errors</small>
                  }
                </button>
              </h3>
              @if (section.field.help) {
                <p class="muted">{{ section.field.help }}</p>
              }
              @if (!folded().has(section.id)) {
                <ng-container *ngTemplateOutlet="inside; context: { $implicit: part.fields }" />
              }
            </section>
          }
        } @else {
          <ng-container *ngTemplateOutlet="inside; context: { $implicit: part.fields }" />
        }
      }
    }
  `,
  styleUrl: './form-fields.scss',
})
export class FormFields {
  private readonly focus = inject(Focus);
  readonly fields = input.required<readonly CompiledField[]>();
  /** The scope of the fields, as a signal: a keystroke does not draw the form anew, but what differs in it. */
  readonly scope = input.required<Signal<Scope | null>>();
  readonly place = input<ValuePlace>(ENTRY);
  readonly base = input<IssuePath>([]);
  readonly layout = input<SectionLayout>('folding');
  readonly name = input('Sections');
  /** The field to be lit, and what tells which one the pointer is on. */
  readonly lit = input<string | null>(null);
  readonly pointed = output<string | null>();
  private readonly store = inject(FormStore);

  protected readonly parts = computed(() => partsOf(this.fields()));
  /** The notes and sections that do not show. */
  protected readonly hidden = computed<ReadonlySet<string>>(
    () => {
      const scope = this.scope()();
      const parts = this.fields().filter(({ type }) => type.kind === 'note' || type.kind === 'section');
      return new Set(parts.filter(({ id }) => scope?.isHidden(id) !== false).map(({ id }) => id));
    },
    { equal: (one, other) => sameJson([...one], [...other]) },
  );
  protected readonly tabs = computed(
    () => this.layout() === 'tabs' && this.parts().some(({ section }) => section !== null),
  );
  protected readonly open = linkedSignal({ source: () => this.parts().length, computation: () => 0 });
  /** The folded sections; those that a developer wants folded at first are. */
  protected readonly folded = linkedSignal<string, ReadonlySet<string>>({
    source: () =>
      this.parts()
        .map(({ section }) => section?.id ?? '')
        .join(),
    computation: () =>
      new Set(
        untracked(() => this.parts()).flatMap(({ section }) =>
          section && settingsOf(sectionType, section.field)?.folded ? [section.id] : [],
        ),
      ),
  });

  constructor() {
    // Whoever is led to a field finds its section open.
    effect(() => {
      const path = this.store.revealed() ?? [];
      const wanted = path[untracked(() => this.base()).length];
      const at = untracked(() => this.parts()).findIndex(({ fields }) =>
        fields.some(({ id }) => id === wanted),
      );
      const part = untracked(() => this.parts())[at];
      if (!part) return;
      this.open.set(at);
      const { section } = part;
      if (section) this.folded.update((folded) => new Set([...folded].filter((id) => id !== section.id)));
    });
  }

  protected tabId(index: number): string {
    return `tab-${this.fields()[0]?.id ?? 'none'}-${index}`;
  }

  protected fold(id: string): void {
    this.folded.update((folded) => toggled(folded, id));
  }

  /** @see https://www.w3.org/WAI/ARIA/apg/patterns/tabs/ */
  protected moveTab(event: KeyboardEvent, index: number): void {
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    const count = this.parts().length;
    const next = (index + step + count) % count;
    this.open.set(next);
    this.focus.on(this.tabId(next));
  }

  protected noteOf(field: CompiledField): ReturnType<typeof note.read> | null {
    return settingsOf(note, field.field);
  }

  protected wrong({ fields }: Part): boolean {
    if (!this.store.attempted()) return false;
    const ids = new Set(fields.map(({ id }) => id));
    const depth = this.base().length;
    return this.store.issues().some(({ path }) => ids.has(String(path[depth])));
  }
}
