/// <reference types="@angular/localize" />
import { chosenLanguage, speak } from './app/shared/language';

// Texts are made where they are read: what says them is loaded once its language is there.
speak(chosenLanguage())
  .then(() => import('./app/start'))
  .then(({ start }) => start())
  .catch((error: unknown) => console.error(error));
