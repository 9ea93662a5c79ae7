import type { Routes } from '@angular/router';
import { provideWidgets } from '../../widgets';

export const modelRoutes: Routes = [
  {
    path: '',
    providers: [provideWidgets()],
    children: [
      {
        path: '',
        title: 'Model · Tovlet',
        loadComponent: () => import('./overview-page').then((m) => m.OverviewPage),
      },
      {
        path: 'types/:id',
        title: 'Content type · Tovlet',
        loadComponent: () => import('./type-page').then((m) => m.TypePage),
      },
      {
        path: 'groups/:id',
        title: 'Field group · Tovlet',
        loadComponent: () => import('./group-page').then((m) => m.GroupPage),
      },
      {
        path: 'history',
        title: 'History · Tovlet',
        loadComponent: () => import('./history-page').then((m) => m.HistoryPage),
      },
    ],
  },
];
