import type { Routes } from '@angular/router';
import { provideWidgets } from '../../widgets';
import { MediaPage } from './media-page';

export const mediaRoutes: Routes = [
  { path: '', title: 'Media · Tovlet', providers: [provideWidgets()], component: MediaPage },
];
