import { say } from '@tovlet/core/locale/say';
import { inject } from '@angular/core';
import { Router, type CanActivateFn, type Routes } from '@angular/router';
import { areaRoutes } from './areas';
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
    title: say`Sign in · Tovlet`,
    loadComponent: () => import('./features/sign-in/sign-in-page').then((m) => m.SignInPage),
  },
  {
    path: '',
    canActivate: [signedIn],
    loadComponent: () => import('./shell/frame').then((m) => m.Frame),
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'model' },
      ...areaRoutes,
      {
        path: 'people',
        loadChildren: () => import('./features/people/people.routes').then((m) => m.peopleRoutes),
      },
      {
        path: 'settings',
        title: say`Settings · Tovlet`,
        loadComponent: () => import('./features/settings/settings-page').then((m) => m.SettingsPage),
      },
      {
        path: 'settings/backups',
        title: say`Backups · Tovlet`,
        loadComponent: () => import('./features/settings/backups-page').then((m) => m.BackupsPage),
      },
      { path: '**', loadComponent: () => import('./shell/not-found').then((m) => m.NotFound) },
    ],
  },
];
