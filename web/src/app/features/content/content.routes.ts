import type { Routes } from '@angular/router';
import { provideWidgets } from '../../widgets';
import { askBeforeLeaving } from '../../shared/leave';

export const contentRoutes: Routes = [
  {
    path: '',
    providers: [provideWidgets()],
    children: [
      {
        path: '',
        title: 'Content · Tovlet',
        loadComponent: () => import('./list-page').then((m) => m.ListPage),
      },
      {
        path: ':typeKey',
        title: 'Content · Tovlet',
        loadComponent: () => import('./list-page').then((m) => m.ListPage),
      },
      {
        path: ':typeKey/:entryId',
        title: 'Entry · Tovlet',
        canDeactivate: [askBeforeLeaving],
        loadComponent: () => import('./entry-page').then((m) => m.EntryPage),
      },
    ],
  },
];
