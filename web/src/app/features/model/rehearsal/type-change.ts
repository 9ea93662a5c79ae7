import { Overlay } from '@angular/cdk/overlay';
import { ComponentPortal } from '@angular/cdk/portal';
import { inject, Injectable, Injector } from '@angular/core';
import type { RehearsalAnswer } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import { ChangeRefused, completeChange, makeChange } from '@tovlet/core/model/changes/index';
import type { SetField } from '@tovlet/core/model/changes/set-field';
import { firstValueFrom } from 'rxjs';
import { Connection, isAway } from '../../../fetching/connection';
import { Notices } from '../../../shared/notices';
import { ModelApi } from '../../../shell/model-api';
import { ModelStore } from '../../../shell/model-store';
import { REHEARSAL } from './rehearsal-requested';

/** Gives fields another type, or another number of values; where they have values, what becomes of these is shown first. */
@Injectable({ providedIn: 'root' })
export class TypeChange {
  private readonly api = inject(ModelApi);
  private readonly model = inject(ModelStore);
  private readonly notices = inject(Notices);
  private readonly connection = inject(Connection);
  private readonly overlay = inject(Overlay);
  private readonly injector = inject(Injector);

  /**
   * Rehearses a change and makes it, at once where no value is concerned.
   * @param beneath the control that it was chosen in: what becomes of the values is shown under it, and focus comes back to it
   * @returns whether it was made
   */
  async make(field: string, patch: SetField['patch'], beneath: HTMLElement): Promise<boolean> {
    const change: SetField = { kind: 'set_field', field, patch };
    if (!this.canBeMade(change)) return false;
    const first = await this.rehearsed(change);
    if (first === 'failed') return false;
    if (first === 'away' || first.report.total === 0) return this.model.apply([change]);
    const chosen = await this.shown(change, first, beneath);
    beneath.focus();
    return chosen !== null && this.model.apply([chosen]);
  }

  private canBeMade(change: SetField): boolean {
    try {
      const document = this.model.document();
      makeChange(document, completeChange(document, change));
      return true;
    } catch (error) {
      if (!(error instanceof ChangeRefused)) throw error;
      this.notices.say(error.message);
      return false;
    }
  }

  private async rehearsed(change: SetField): Promise<RehearsalAnswer | 'away' | 'failed'> {
    try {
      if (this.connection.isLost()) return this.away();
      // What waits for the server is part of what is rehearsed.
      await this.model.settled();
      return await firstValueFrom(this.api.rehearse(change));
    } catch (error) {
      if (isAway(error)) return this.away();
      this.notices.fail(error);
      return 'failed';
    }
  }

  private away(): 'away' {
    this.notices.say(say`The server is away: the type is changed without a rehearsal. It can be undone.`);
    return 'away';
  }

  private async shown(
    change: SetField,
    first: RehearsalAnswer,
    beneath: HTMLElement,
  ): Promise<SetField | null> {
    const { RehearsalPanel } = await import('./rehearsal-panel');
    const positionStrategy = this.overlay
      .position()
      .flexibleConnectedTo(beneath)
      .withPositions([
        { originX: 'start', originY: 'bottom', overlayX: 'start', overlayY: 'top', offsetY: 6 },
        { originX: 'start', originY: 'top', overlayX: 'start', overlayY: 'bottom', offsetY: -6 },
      ])
      .withFlexibleDimensions(true)
      .withGrowAfterOpen(true)
      .withPush(true)
      .withViewportMargin(12);
    const scrollStrategy = this.overlay.scrollStrategies.reposition();
    const opened = this.overlay.create({
      positionStrategy,
      scrollStrategy,
      hasBackdrop: true,
      backdropClass: 'cdk-overlay-transparent-backdrop',
    });
    return new Promise((resolve) => {
      const close = (chosen: SetField | null): void => {
        opened.dispose();
        resolve(chosen);
      };
      opened.backdropClick().subscribe(() => close(null));
      const injector = Injector.create({
        parent: this.injector,
        providers: [{ provide: REHEARSAL, useValue: { change, first, close } }],
      });
      opened.attach(new ComponentPortal(RehearsalPanel, null, injector));
    });
  }
}
