import { DOCUMENT } from '@angular/common';
import { CdkCopyToClipboard } from '@angular/cdk/clipboard';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { SignInLink } from '@tovlet/core/contracts/studio';
import { MomentWords } from '../../shared/moment-words';

/** A link to give to somebody: shown once, to be copied. */
@Component({
  selector: 'tov-link-box',
  imports: [CdkCopyToClipboard, MatButton, MatIcon, MomentWords],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p i18n>
      Give {{ name() }} this link. It lets them in once, until {{ link().expiresAt | momentWords }}, and is
      not shown again.
    </p>
    <div>
      <input
        class="control mono"
        readonly
        aria-label="Link"
        i18n-aria-label
        [value]="address()"
        (focus)="box.select()"
        #box
      />
      <button
        type="button"
        matButton="outlined"
        [cdkCopyToClipboard]="address()"
        (cdkCopyToClipboardCopied)="copied.set($event)"
      >
        <mat-icon [svgIcon]="copied() ? 'check' : 'content_copy'" aria-hidden="true" />
        @if (copied()) {
          <ng-container i18n>Copied</ng-container>
        } @else {
          <ng-container i18n>Copy</ng-container>
        }
      </button>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      padding: 10px 12px;
      border: 1px solid var(--line);
      border-left: 3px solid var(--saffron);
      border-radius: var(--radius);
      background: var(--saffron-wash);
    }
    div {
      display: flex;
      gap: 8px;
    }
  `,
})
export class LinkBox {
  private readonly origin = inject(DOCUMENT).location.origin;
  readonly link = input.required<SignInLink>();
  /** Whom it is for. */
  readonly name = input.required<string>();
  protected readonly address = computed(() => `${this.origin}${this.link().path}`);
  protected readonly copied = signal(false);
}
