import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import {
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
  type ApplicationConfig,
} from '@angular/core';
import {
  provideRouter,
  withComponentInputBinding,
  withNavigationErrorHandler,
  withPreloading,
  withRouterConfig,
} from '@angular/router';
import { routes } from './app.routes';
import { provideAreas } from './areas';
import { AreasInPauses, sayAreaMissing } from './shell/areas-in-pauses';
import { noticeConnection } from './fetching/connection';
import { sessionEnded } from './shell/session-ended';

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideZonelessChangeDetection(),
    provideHttpClient(withFetch(), withInterceptors([noticeConnection, sessionEnded])),
    provideRouter(
      routes,
      withComponentInputBinding(),
      withRouterConfig({ onSameUrlNavigation: 'reload' }),
      withPreloading(AreasInPauses),
      withNavigationErrorHandler(sayAreaMissing),
    ),
    provideAreas(),
  ],
};
