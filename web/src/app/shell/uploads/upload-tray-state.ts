import { Injectable, signal } from '@angular/core';

/** Whether files are on their way, or were: as small as can be, for the frame asks before anything is uploaded. */
@Injectable({ providedIn: 'root' })
export class UploadTrayState {
  readonly isShown = signal(false);
}
