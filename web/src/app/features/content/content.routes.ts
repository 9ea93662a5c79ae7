import type { Routes } from '@angular/router';

export const contentRoutes: Routes = [
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
  { path: ':typeKey/:entryId', loadChildren: () => import('./entry.routes').then((m) => m.entryRoutes) },
];
