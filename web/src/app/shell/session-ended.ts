import type { HttpInterceptorFn } from '@angular/common/http';
import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { catchError, throwError } from 'rxjs';
import { problemFrom } from '../shared/problem';

/** Leads to the sign-in when the session has ended, and back afterwards. */
export const sessionEnded: HttpInterceptorFn = (request, next) => {
  const router = inject(Router);
  return next(request).pipe(
    catchError((error: unknown) => {
      const ended = problemFrom(error).type === 'urn:tovlet:problem:not_signed_in';
      if (ended && !router.url.startsWith('/sign-in')) {
        void router.navigate(['/sign-in'], { queryParams: { back: router.url } });
      }
      return throwError(() => error);
    }),
  );
};
