/// <reference types="@angular/localize" />
import { chosenLanguage, speak } from './app/shared/language';

/** Texts are made where they are read: what says them is loaded once its language is there. */
async function main(): Promise<void> {
  await speak(chosenLanguage());
  const { start } = await import('./app/start');
  await start();
}

main().catch((error: unknown) => console.error(error));
