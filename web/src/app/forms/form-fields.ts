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
import { MatTab, MatTabContent, MatTabGroup, MatTabLabel } from '@angular/material/tabs';
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
  imports: [FieldBox, MatIcon, MatTab, MatTabContent, MatTabGroup, MatTabLabel, NgTemplateOutlet, Said],
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
      <mat-tab-group
        animationDuration="0"
        mat-stretch-tabs="false"
        [aria-label]="name()"
        [selectedIndex]="openTab()"
        (selectedIndexChange)="openTabAt($event)"
      >
        @for (part of shownParts(); track part.section?.id) {
          <mat-tab>
            <ng-template matTabLabel>
              {{ part.section?.label ?? ('General' | said) }}
              @if (wrong(part)) {
                <mat-icon svgIcon="error" aria-label="has errors" i18n-aria-label />
              }
            </ng-template>
            <ng-template matTabContent>
              <ng-container *ngTemplateOutlet="inside; context: { $implicit: part.fields }" />
            </ng-template>
          </mat-tab>
        }
      </mat-tab-group>
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

  /** The parts that have a tab: sections that do not show have none. */
  protected readonly shownParts = computed(() =>
    this.parts().filter(({ section }) => section === null || !this.hidden().has(section.id)),
  );
  protected readonly openTab = computed(() => {
    const part = this.parts()[this.open()];
    return part ? Math.max(0, this.shownParts().indexOf(part)) : 0;
  });

  protected openTabAt(tab: number): void {
    const part = this.shownParts()[tab];
    if (part) this.open.set(this.parts().indexOf(part));
  }

  protected fold(id: string): void {
    this.folded.update((folded) => toggled(folded, id));
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
