import { bootstrapApplication } from '@angular/platform-browser';
import { useDisplayLocale } from '@tovlet/core/locale/display-locale';
import { appConfig } from './app/app.config';
import { Root } from './app/root';

// Values show as the reader of this browser writes them; pages keep the site's own way.
useDisplayLocale(navigator.language);
bootstrapApplication(Root, appConfig).catch((error: unknown) => console.error(error));
