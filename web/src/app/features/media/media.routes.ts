import { say } from '@tovlet/core/locale/say';
import type { Routes } from '@angular/router';
import { provideWidgets } from '../../widgets';
import { MediaPage } from './media-page';

export const mediaRoutes: Routes = [
  { path: '', title: say`Media · Tovlet`, providers: [provideWidgets()], component: MediaPage },
];
