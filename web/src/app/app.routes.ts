import { inject } from '@angular/core';
import { Router, type CanActivateFn, type Routes } from '@angular/router';
import { askBeforeLeaving } from './shared/leave';
import { SessionStore } from './shell/session-store';

const signedIn: CanActivateFn = async (_route, state) => {
  const session = inject(SessionStore);
  const router = inject(Router);
  const { person } = session.session() ?? (await session.load());
  return person ? true : router.createUrlTree(['/sign-in'], { queryParams: { back: state.url } });
};

export const routes: Routes = [
  {
    path: 'sign-in',
    title: 'Sign in · Tovlet',
    loadComponent: () => import('./features/sign-in/sign-in-page').then((m) => m.SignInPage),
  },
  {
    path: '',
    canActivate: [signedIn],
    loadComponent: () => import('./shell/frame').then((m) => m.Frame),
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'model' },
      {
        path: 'model',
        loadChildren: () => import('./features/model/model.routes').then((m) => m.modelRoutes),
      },
      {
        path: 'content',
        loadChildren: () => import('./features/content/content.routes').then((m) => m.contentRoutes),
      },
      {
        path: 'media',
        loadChildren: () => import('./features/media/media.routes').then((m) => m.mediaRoutes),
      },
      {
        path: 'people',
        loadChildren: () => import('./features/people/people.routes').then((m) => m.peopleRoutes),
      },
      {
        path: 'templates',
        title: 'Templates · Tovlet',
        loadComponent: () => import('./features/templates/builder-page').then((m) => m.BuilderPage),
      },
      {
        path: 'templates/:typeKey',
        canDeactivate: [askBeforeLeaving],
        // Another template asks about unsaved blocks; another block of the same one does not.
        runGuardsAndResolvers: ({ params, queryParams }, to) =>
          params['typeKey'] !== to.params['typeKey'] ||
          queryParams['template'] !== to.queryParams['template'],
        title: 'Templates · Tovlet',
        loadComponent: () => import('./features/templates/builder-page').then((m) => m.BuilderPage),
      },
      {
        path: 'delivery',
        title: 'Delivery · Tovlet',
        loadComponent: () => import('./features/delivery/explorer-page').then((m) => m.ExplorerPage),
      },
      { path: '**', loadComponent: () => import('./shell/not-found').then((m) => m.NotFound) },
    ],
  },
];
