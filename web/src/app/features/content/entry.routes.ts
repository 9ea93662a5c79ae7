import { say } from '@tovlet/core/locale/say';
import type { Routes } from '@angular/router';
import { askBeforeLeaving } from '../../shared/leave';
import { provideWidgets } from '../../widgets';
import { EntryPage } from './entry-page';

/** Apart from the lists: only the form needs the widgets. */
export const entryRoutes: Routes = [
  {
    path: '',
    title: say`Entry · Tovlet`,
    providers: [provideWidgets()],
    canDeactivate: [askBeforeLeaving],
    component: EntryPage,
  },
];
