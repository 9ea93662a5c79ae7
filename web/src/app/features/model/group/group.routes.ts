import { say } from '@tovlet/core/locale/say';
import type { Routes } from '@angular/router';
import { provideWidgets } from '../../../widgets';
import { GroupPage } from './group-page';

/** Apart from the other screens of the model: only this one needs the widgets of forms. */
export const groupRoutes: Routes = [
  { path: '', title: say`Field group · Tovlet`, providers: [provideWidgets()], component: GroupPage },
];
