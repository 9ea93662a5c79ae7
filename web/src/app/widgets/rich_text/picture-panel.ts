import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';

/** The words of the chosen picture in this text, and another one in its place. */
@Component({
  selector: 'tov-picture-panel',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label i18n [attr.for]="boxId() + '-alt'">Alternative text here</label>
    <input
      #words
      class="control"
      placeholder="As with the picture"
      i18n-placeholder
      [id]="boxId() + '-alt'"
      [value]="alt()"
      (input)="described.emit(words.value)"
    />
    <button i18n type="button" matButton="outlined" (click)="another.emit()">Another picture</button>
    <button i18n type="button" matButton (click)="removed.emit()">Take out</button>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px;
      padding: 8px 10px;
      border-bottom: 1px solid var(--line);
      background: var(--sunken);
    }
    label {
      font-size: 13px;
    }
    .control {
      flex: 1 1 180px;
      width: auto;
    }
  `,
})
export class PicturePanel {
  readonly boxId = input.required<string>();
  readonly alt = input('');
  /** The words are others; empty for those of the medium. */
  readonly described = output<string>();
  readonly another = output();
  readonly removed = output();
}
