import { say } from '@tovlet/core/locale/say';
import type { Routes } from '@angular/router';

export const modelRoutes: Routes = [
  {
    path: '',
    title: say`Model · Tovlet`,
    loadComponent: () => import('./overview/overview-page').then((m) => m.OverviewPage),
  },
  {
    path: 'types/:id',
    title: say`Content type · Tovlet`,
    loadComponent: () => import('./type/type-page').then((m) => m.TypePage),
  },
  { path: 'groups/:id', loadChildren: () => import('./group/group.routes').then((m) => m.groupRoutes) },
  {
    path: 'taxonomies/:id',
    loadChildren: () => import('./taxonomy/taxonomy.routes').then((m) => m.taxonomyRoutes),
  },
  {
    path: 'field-types',
    title: say`Field types · Tovlet`,
    loadComponent: () => import('./field-types/field-types-page').then((m) => m.FieldTypesPage),
  },
  {
    path: 'loose',
    title: say`Loose values · Tovlet`,
    loadComponent: () => import('./loose/loose-page').then((m) => m.LoosePage),
  },
  {
    path: 'history',
    title: say`History · Tovlet`,
    loadComponent: () => import('./history/history-page').then((m) => m.HistoryPage),
  },
];
