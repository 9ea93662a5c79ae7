import { Injectable, signal, type Type } from '@angular/core';

/** The tray of uploads, as long as there are any: as small as can be, for the frame asks before anything is uploaded. */
@Injectable({ providedIn: 'root' })
export class UploadTrayState {
  readonly tray = signal<Type<unknown> | null>(null);
}
