import { inject, Injectable, Injector, type Type } from '@angular/core';
import type { MatDialog, MatDialogConfig } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';

/** Opens dialogs. What they are made of is loaded with the first, or in a pause before it, not with the first screen. */
@Injectable({ providedIn: 'root' })
export class Dialogs {
  private readonly injector = inject(Injector);
  private dialogs: MatDialog | null = null;

  /** Whether one stands. */
  get isOpen(): boolean {
    return (this.dialogs?.openDialogs.length ?? 0) > 0;
  }

  /** Loads what dialogs are made of, so that they can be opened when the server is away. @returns the service that opens them */
  async prepare(): Promise<MatDialog> {
    const { MatDialog: service } = await import('@angular/material/dialog');
    return (this.dialogs ??= this.injector.get(service));
  }

  /**
   * Opens a dialog and waits for what it comes to.
   * @returns its result; undefined when it was closed without one
   * @example await dialogs.ask<ContentType>(NewTypeDialog, { width: '520px' })
   */
  async ask<Result, Data = unknown>(
    dialog: Type<unknown>,
    config: MatDialogConfig<Data>,
  ): Promise<Result | undefined> {
    const dialogs = await this.prepare();
    const opened = dialogs.open<unknown, Data, Result>(dialog, config);
    return firstValueFrom(opened.afterClosed());
  }
}
