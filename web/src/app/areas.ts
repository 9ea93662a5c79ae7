import { say } from '@tovlet/core/locale/say';
import type { Provider } from '@angular/core';
import type { Route, Routes } from '@angular/router';
import { AREAS, type Area } from './shell/area';

/** An area with what it shows, which is loaded when it is first opened. */
interface LoadedArea extends Area {
  readonly load: () => Promise<Routes>;
}

/** The areas, in the order of the bar. One more is one more line here. */
export const areas: readonly LoadedArea[] = [
  {
    label: say`Model`,
    path: 'model',
    key: 'm',
    load: () => import('./features/model/model.routes').then((m) => m.modelRoutes),
  },
  {
    label: say`Content`,
    path: 'content',
    key: 'c',
    load: () => import('./features/content/content.routes').then((m) => m.contentRoutes),
  },
  {
    label: say`Media`,
    path: 'media',
    key: 'd',
    load: () => import('./features/media/media.routes').then((m) => m.mediaRoutes),
  },
  {
    label: say`Templates`,
    path: 'templates',
    key: 't',
    load: () => import('./features/templates/templates.routes').then((m) => m.templatesRoutes),
  },
  {
    label: say`Delivery`,
    path: 'delivery',
    key: 'a',
    load: () => import('./features/delivery/delivery.routes').then((m) => m.deliveryRoutes),
  },
  {
    label: say`Transfer`,
    path: 'transfer',
    key: 'x',
    load: () => import('./features/transfer/transfer.routes').then((m) => m.transferRoutes),
  },
];

/** The routes of the areas. */
export const areaRoutes: readonly Route[] = areas.map(({ path, load }) => ({ path, loadChildren: load }));

/** Gives the areas to the frame, the keys and *Find or do*. */
export const provideAreas = (): Provider => ({ provide: AREAS, useValue: areas });
