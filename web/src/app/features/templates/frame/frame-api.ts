import { inject, Injectable } from '@angular/core';
import type { FrameAnswer, FramePreviewAnswer } from '@tovlet/core/contracts/studio/frame';
import type { Frame } from '@tovlet/core/site/frame';
import type { Observable } from 'rxjs';
import { ApiClient } from '../../../fetching/api-client';

/** The frame of the site over HTTP. */
@Injectable({ providedIn: 'root' })
export class FrameApi {
  private readonly client = inject(ApiClient);

  get(): Observable<FrameAnswer> {
    return this.client.ask('GET', '/api/studio/frame');
  }

  save(version: number, frame: Frame): Observable<FrameAnswer> {
    return this.client.ask('PUT', '/api/studio/frame', { body: { version, frame } });
  }

  preview(frame: Frame): Observable<FramePreviewAnswer> {
    return this.client.ask('POST', '/api/studio/frame/preview', { body: { frame } });
  }
}
