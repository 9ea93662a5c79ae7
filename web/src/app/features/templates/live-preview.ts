import { inject, signal, type Signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { PreviewAnswer } from '@tovlet/core/contracts/studio';
import type { TemplateContent } from '@tovlet/core/templates/template';
import { catchError, debounceTime, EMPTY, Subject, switchMap } from 'rxjs';
import { Notices } from '../../shared/notices';
import { TemplatesApi } from './templates-api';

const NOTHING: PreviewAnswer = { html: '', head: null, liquid: '', error: null };

/** So long a pause is waited for before the page is asked for anew, in milliseconds. */
const PAUSE = 220;

/** What a page is made of: a type's template as it stands, and the entry that it is shown with. */
export interface Previewed {
  readonly type: string;
  readonly sample: string | null;
  readonly content: TemplateContent;
}

/** The page as the server makes it of a template that is edited. */
export interface LivePreview {
  readonly preview: Signal<PreviewAnswer>;
  /** Asks for the page anew, once nothing has been asked for a moment; an answer that is overtaken is not shown. */
  refresh(): void;
  /** Shows nothing until the next page. */
  clear(): void;
}

/**
 * Shows a page while its template is edited. To be called in an injection context, with which it ends.
 * @param previewed what to show; null while there is nothing
 */
export function livePreview(previewed: () => Previewed | null): LivePreview {
  const [api, notices] = [inject(TemplatesApi), inject(Notices)];
  const shown = signal(NOTHING);
  const asked = new Subject<void>();
  asked
    .pipe(
      debounceTime(PAUSE),
      switchMap(() => {
        const wanted = previewed();
        if (!wanted) return EMPTY;
        return api.preview(wanted.type, wanted.sample, wanted.content).pipe(
          catchError((error: unknown) => {
            notices.fail(error);
            return EMPTY;
          }),
        );
      }),
      takeUntilDestroyed(),
    )
    .subscribe((preview) => shown.set(preview));
  return {
    preview: shown.asReadonly(),
    refresh: () => asked.next(),
    clear: () => shown.set(NOTHING),
  };
}
