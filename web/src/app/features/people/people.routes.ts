import { say } from '@tovlet/core/locale/say';
import type { Routes } from '@angular/router';
import { provideWidgets } from '../../widgets';
import { PeoplePage } from './people-page';

export const peopleRoutes: Routes = [
  { path: '', title: say`People · Tovlet`, providers: [provideWidgets()], component: PeoplePage },
  { path: ':id', title: say`People · Tovlet`, providers: [provideWidgets()], component: PeoplePage },
];
