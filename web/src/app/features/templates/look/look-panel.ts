import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { say } from '@tovlet/core/locale/say';
import type { BlockKindName } from '@tovlet/core/templates/blocks/names';
import { withStyle, type BlockStyle, type StyleWidth } from '@tovlet/core/templates/styles/block-style';
import { styleProperties, type StyleOption } from '@tovlet/core/templates/styles/index';
import { styleNames, type StyleName } from '@tovlet/core/templates/styles/names';
import { Choice } from '../../../shared/choice';

/** Kinds of blocks that lay others out beside each other. */
const LAYING_OUT: ReadonlySet<BlockKindName> = new Set(['columns', 'grid', 'cards', 'gallery']);
const OF_LAYOUT: ReadonlySet<StyleName> = new Set(['columns', 'gap']);

/** A respect in which the block can look otherwise. */
interface Line {
  readonly name: StyleName;
  readonly label: string;
  readonly options: readonly StyleOption[];
  readonly chosen: string | null;
}

/** How a block looks, at every width and on a phone: chosen from the scale of the site. */
@Component({
  selector: 'tov-look-panel',
  imports: [Choice, MatButtonToggle, MatButtonToggleGroup],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-button-toggle-group
      aria-label="Width"
      i18n-aria-label
      hideSingleSelectionIndicator
      [value]="width()"
      (change)="width.set($event.value)"
    >
      <mat-button-toggle i18n value="all">At every width</mat-button-toggle>
      <mat-button-toggle i18n value="phone">On a phone</mat-button-toggle>
    </mat-button-toggle-group>
    @for (line of lines(); track line.name) {
      <div class="row">
        <span>{{ line.label }}</span>
        <tov-choice
          [label]="line.label"
          [none]="usual()"
          [options]="line.options"
          [value]="line.chosen"
          (chosen)="set(line.name, $event)"
        />
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    .row {
      display: grid;
      grid-template-columns: 9rem minmax(0, 1fr);
      gap: 8px;
      align-items: center;
      font-size: 13px;
    }
    mat-button-toggle-group {
      justify-self: start;
      margin-bottom: 4px;
    }
  `,
})
export class LookPanel {
  readonly style = input.required<BlockStyle | undefined>();
  readonly kind = input.required<BlockKindName>();
  readonly changed = output<BlockStyle | undefined>();
  protected readonly width = signal<StyleWidth>('all');
  /** What is said where nothing is chosen. */
  protected readonly usual = computed(() =>
    this.width() === 'all' ? say`As usual` : say`As at every width`,
  );
  protected readonly lines = computed((): readonly Line[] => {
    const chosen = this.style()?.[this.width()] ?? {};
    return styleNames
      .filter((name) => !OF_LAYOUT.has(name) || LAYING_OUT.has(this.kind()))
      .map((name) => ({ name, ...styleProperties[name], chosen: chosen[name] ?? null }));
  });

  protected set(name: StyleName, value: string | null): void {
    this.changed.emit(withStyle(this.style(), this.width(), name, value));
  }
}
