import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { counted } from '@tovlet/core/locale/counts';
import { fieldTypeOf } from '@tovlet/core/fields/index';
import type { FieldGroup } from '@tovlet/core/model/document';
import { allFields } from '@tovlet/core/model/tree';
import { ChecksStore } from '../../../shell/checks-store';

/** What there is to say of a group while none of its fields is chosen: how much is in it, and what its checks found. */
@Component({
  selector: 'tov-group-summary',
  imports: [MatIcon, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>{{ group().label }}</h2>
    <p class="muted">
      {{ counted(fields().length, 'field', 'fields')
      }}<ng-container i18n>, {{ required() }} required</ng-container>
    </p>
    <ul>
      @for (line of types(); track line.type.kind) {
        <li>
          <mat-icon [svgIcon]="line.type.icon" aria-hidden="true" />{{ line.type.name
          }}<span class="count">{{ line.count }}</span>
        </li>
      }
    </ul>
    @if (findings().length > 0) {
      <h3 i18n>Checks</h3>
      <ul>
        @for (finding of findings(); track $index) {
          <li>
            <mat-icon svgIcon="warning" aria-hidden="true" />
            <a [routerLink]="[]" [queryParams]="{ field: finding.target.id }">{{ finding.message }}</a>
          </li>
        }
      </ul>
    }
    <p i18n class="muted">Choose a field to see its settings.</p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      padding: 16px;
      align-content: start;
    }
    h2 {
      margin: 0;
      font-size: 15px;
    }
    h3,
    p {
      margin: 0;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      gap: 8px;
      align-items: center;
      min-height: 28px;
    }
    mat-icon {
      flex: none;
      color: var(--muted);
    }
    .count {
      margin-left: auto;
      color: var(--muted);
      font-variant-numeric: tabular-nums;
    }
  `,
})
export class GroupSummary {
  readonly group = input.required<FieldGroup>();
  private readonly checks = inject(ChecksStore);
  protected readonly counted = counted;
  protected readonly fields = computed(() => allFields(this.group()));
  protected readonly required = computed(() => this.fields().filter(({ required }) => required).length);
  /** The types of its fields, the most frequent first. */
  protected readonly types = computed(() => {
    const counts = new Map<string, number>();
    for (const { kind } of this.fields()) counts.set(kind, (counts.get(kind) ?? 0) + 1);
    const kinds = [...new Set(this.fields().map(({ kind }) => kind))];
    return kinds
      .map((kind) => ({ type: fieldTypeOf(kind), count: counts.get(kind) ?? 0 }))
      .sort((one, other) => other.count - one.count);
  });
  protected readonly findings = computed(() => {
    const ids = new Set(this.fields().map(({ id }) => id));
    return this.checks.findings().filter(({ target }) => target.kind === 'field' && ids.has(target.id));
  });
}
