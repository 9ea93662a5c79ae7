import { say } from '@tovlet/core/locale/say';
import type { Routes } from '@angular/router';

export const contentRoutes: Routes = [
  {
    path: '',
    title: say`Content · Tovlet`,
    loadComponent: () => import('./overview/overview-page').then((m) => m.OverviewPage),
  },
  {
    // Keys of types have no hyphens.
    path: 'the-bin',
    title: say`Bin · Tovlet`,
    loadComponent: () => import('./bin/bin-page').then((m) => m.BinPage),
  },
  {
    path: ':typeKey',
    title: say`Content · Tovlet`,
    loadComponent: () => import('./list/list-page').then((m) => m.ListPage),
  },
  { path: ':typeKey/:entryId', loadChildren: () => import('./entry.routes').then((m) => m.entryRoutes) },
];
