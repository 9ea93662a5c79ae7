import type { Routes } from '@angular/router';

/** Delivery: the explorer of the content APIs, and the tokens by which programs read. */
export const deliveryRoutes: Routes = [
  {
    path: '',
    title: 'Delivery · Tovlet',
    loadComponent: () => import('./explorer-page').then((m) => m.ExplorerPage),
  },
  {
    path: 'tokens',
    title: 'Tokens · Tovlet',
    loadComponent: () => import('./tokens-page').then((m) => m.TokensPage),
  },
];
