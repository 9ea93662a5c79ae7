import type { Routes } from '@angular/router';
import { say } from '@tovlet/core/locale/say';

/** Transfer: files whose rows become entries, packages of whole sites, and the model as files. */
export const transferRoutes: Routes = [
  {
    path: '',
    title: say`Transfer · Tovlet`,
    loadComponent: () => import('./imports-page').then((m) => m.ImportsPage),
  },
  {
    path: 'model-files',
    title: say`The model as files · Tovlet`,
    loadComponent: () => import('./model-files/model-files-page').then((m) => m.ModelFilesPage),
  },
  { path: 'sites/:id', pathMatch: 'full', redirectTo: 'sites/:id/match' },
  {
    path: 'sites/:id/:station',
    title: say`A whole site · Tovlet`,
    loadComponent: () => import('./moves/move-page').then((m) => m.MovePage),
  },
  { path: 'imports/:id', pathMatch: 'full', redirectTo: 'imports/:id/match' },
  {
    path: 'imports/:id/:station',
    title: say`Import · Tovlet`,
    loadComponent: () => import('./import-page').then((m) => m.ImportPage),
  },
];
