import { say } from '@tovlet/core/locale/say';
import type { Routes } from '@angular/router';
import { provideWidgets } from '../../../widgets';
import { TaxonomyPage } from './taxonomy-page';

/** Apart from the other screens of the model: the fields of terms need the widgets of forms. */
export const taxonomyRoutes: Routes = [
  { path: '', title: say`Taxonomy · Tovlet`, providers: [provideWidgets()], component: TaxonomyPage },
];
