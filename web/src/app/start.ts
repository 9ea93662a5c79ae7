import type { ApplicationRef } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { useDisplayLocale } from '@tovlet/core/locale/display-locale';
import { appConfig } from './app.config';
import { Root } from './root';
import { readerLocale } from './shared/language';

/** Starts the workbench, in the language that is spoken by now. */
export function start(): Promise<ApplicationRef> {
  // Values show as the reader of this browser writes them; pages keep the site's own way.
  useDisplayLocale(readerLocale());
  return bootstrapApplication(Root, appConfig);
}
