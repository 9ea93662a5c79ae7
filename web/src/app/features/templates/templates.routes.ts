import { say } from '@tovlet/core/locale/say';
import type { Routes } from '@angular/router';
import { askBeforeLeaving } from '../../shared/leave';

/** The builder: of the first type, or of the one in the address. */
export const templatesRoutes: Routes = [
  {
    path: '',
    pathMatch: 'full',
    title: say`Templates · Tovlet`,
    loadComponent: () => import('./builder-page').then((m) => m.BuilderPage),
  },
  {
    // Keys have no dash: no type is called so.
    path: 'the-site',
    canDeactivate: [askBeforeLeaving],
    title: say`Site · Tovlet`,
    loadComponent: () => import('./frame/frame-page').then((m) => m.FramePage),
  },
  {
    path: ':typeKey',
    canDeactivate: [askBeforeLeaving],
    // Another template asks about unsaved blocks; another block of the same one does not.
    runGuardsAndResolvers: ({ params, queryParams }, to) =>
      params['typeKey'] !== to.params['typeKey'] || queryParams['template'] !== to.queryParams['template'],
    title: say`Templates · Tovlet`,
    loadComponent: () => import('./builder-page').then((m) => m.BuilderPage),
  },
];
