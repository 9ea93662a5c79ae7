import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { PathOption } from '@tovlet/core/bindings/paths';
import { SampleValues } from './sample-values';

/** Picks a value by its path: the nearest scope first, with the real value of the sample entry beside each. */
@Component({
  selector: 'tov-path-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul role="listbox" aria-label="Values" i18n-aria-label>
      @if (!known()) {
        <li role="option" aria-selected="true"><span i18n class="gone">A removed field</span></li>
      }
      @for (option of options(); track option.source + option.path) {
        <li
          role="option"
          tabindex="0"
          [attr.aria-selected]="option.path === path() && option.source === source()"
          (click)="chosen.emit(option)"
          (keydown.enter)="chosen.emit(option)"
        >
          <span class="name">{{ option.label }}</span>
          <code class="muted">{{ option.keys }}</code>
          <span class="sample muted">{{ samples.valueOf(option) }}</span>
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 2px;
      max-height: 220px;
      overflow: auto;
      border: 1px solid var(--line);
      border-radius: var(--radius);
    }
    li {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 0 8px;
      padding: 3px 8px;
      border-radius: 4px;
      cursor: pointer;
    }
    li:hover {
      background: var(--sunken);
    }
    li[aria-selected='true'] {
      background: var(--spruce-wash);
      box-shadow: inset 2px 0 0 var(--spruce);
    }
    code {
      font-size: 11px;
    }
    .sample {
      grid-column: 1 / -1;
      font-size: 12px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .gone {
      color: var(--brick);
    }
  `,
})
export class PathPicker {
  readonly options = input.required<readonly PathOption[]>();
  readonly source = input.required<string>();
  readonly path = input.required<string>();
  readonly chosen = output<PathOption>();
  protected readonly samples = inject(SampleValues);
  protected readonly known = computed(() =>
    this.options().some(({ path, source }) => path === this.path() && source === this.source()),
  );
}
