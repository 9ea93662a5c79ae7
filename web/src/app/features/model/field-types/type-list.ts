import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  output,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { FieldFamily, FieldType } from '@tovlet/core/fields/field-type';
import { said } from '@tovlet/core/locale/say';
import { typeSamples, type TypeSample } from '@tovlet/core/values/type-samples';
import { FormStore } from '../../../forms/form-store';
import { WidgetHost } from '../../../forms/widget-host';
import { Said } from '../../../shared/said';
import { provideWidgets } from '../../../widgets';

/**
 * All field types by family, each with what it is for, its widget with a value, and what becomes of that on a page and in
 * the API. One is found by words of its name or of what it is for.
 */
@Component({
  selector: 'tov-type-list',
  imports: [MatButton, MatIcon, Said, WidgetHost],
  // Widgets look for a form; these stand in none.
  providers: [FormStore, provideWidgets()],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #box
      class="control"
      type="search"
      placeholder="Find a type"
      i18n-placeholder
      aria-label="Find a type"
      i18n-aria-label
      (input)="words.set(box.value)"
    />
    @for (family of families(); track family.name) {
      <section [attr.aria-label]="family.name | said">
        <h2>{{ family.name | said }}</h2>
        @for (sample of family.samples; track sample.type.kind) {
          <article [class.here]="sample.type.kind === chosen()">
            <div>
              <h3><mat-icon [svgIcon]="sample.type.icon" aria-hidden="true" />{{ sample.type.name }}</h3>
              <p>{{ sample.type.about }}</p>
              @if (choosable()) {
                <button type="button" matButton="outlined" (click)="choose.emit(sample.type)">
                  <ng-container i18n>Take {{ sample.type.name }}</ng-container>
                </button>
              }
            </div>
            <div class="shown" inert aria-hidden="true">
              @if (!sample.type.valueless) {
                <tov-widget
                  [field]="sample.field"
                  [value]="sample.value"
                  [inputId]="'sample-' + sample.type.kind"
                  [name]="sample.type.name"
                />
              }
            </div>
            <dl>
              @if (pageOf(sample); as html) {
                <dt i18n>On a page</dt>
                <dd class="on-page" translate="no">{{ html }}</dd>
              }
              @if (sample.json !== undefined) {
                <dt i18n>In the API</dt>
                <dd>
                  <code translate="no">{{ jsonOf(sample) }}</code>
                </dd>
              }
            </dl>
          </article>
        }
      </section>
    } @empty {
      <p i18n class="muted">No type has these words.</p>
    }
  `,
  styleUrl: './type-list.scss',
})
export class TypeList {
  /** Whether one of them is to be chosen. */
  readonly choosable = input(false, { transform: booleanAttribute });
  /** The type that is chosen now. */
  readonly chosen = input<string | null>(null);
  readonly choose = output<FieldType>();
  protected readonly words = signal('');
  private readonly samples = typeSamples();

  protected readonly families = computed(() => {
    const wanted = this.words().trim().toLocaleLowerCase();
    const found = this.samples.filter(({ type }) =>
      `${type.name} ${type.about} ${said(type.family)}`.toLocaleLowerCase().includes(wanted),
    );
    const names = [...new Set(found.map(({ type }) => type.family))];
    return names.map((name: FieldFamily) => ({
      name,
      samples: found.filter(({ type }) => type.family === name),
    }));
  });

  /** What a page shows of the sample, as text: markup is the page's own matter. */
  protected pageOf({ page }: TypeSample): string {
    if (page === null) return '';
    if ('text' in page) return page.text;
    const text = new DOMParser().parseFromString(page.html, 'text/html').body.textContent;
    return text.replace(/\s+/g, ' ').trim();
  }

  protected jsonOf = ({ json }: TypeSample): string => JSON.stringify(json);
}
