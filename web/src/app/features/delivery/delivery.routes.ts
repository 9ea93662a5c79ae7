import type { Routes } from '@angular/router';

/** Delivery: the explorer of the content APIs. */
export const deliveryRoutes: Routes = [
  {
    path: '',
    title: 'Delivery · Tovlet',
    loadComponent: () => import('./explorer-page').then((m) => m.ExplorerPage),
  },
];
