import type { Routes } from '@angular/router';
import { provideWidgets } from '../../widgets';
import { PeoplePage } from './people-page';

export const peopleRoutes: Routes = [
  { path: '', title: 'People · Tovlet', providers: [provideWidgets()], component: PeoplePage },
  { path: ':id', title: 'People · Tovlet', providers: [provideWidgets()], component: PeoplePage },
];
