import type { SettingsAnswer } from '@tovlet/core/contracts/studio';
import type { SiteWords } from '@tovlet/core/lists/words/site-words';
import { siteWords } from '@tovlet/core/lists/words/index';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import type { Frame } from '@tovlet/core/site/frame';
import type { Database } from '../db/connect';
import { shownFrame, type ShownFrame } from './frame/shown-frame';
import { settingsAndFrame } from './frame/stored-frame';

/** What all pages have in common. */
export interface Site extends SettingsAnswer {
  readonly frame: ShownFrame;
  /** What the site itself says, in its language. */
  readonly words: SiteWords;
}

/**
 * Reads what all pages have in common.
 * @param unsaved a frame that is looked at before it is saved; undefined for the one that is
 */
export async function siteOf(database: Database, model: CompiledModel, unsaved?: Frame): Promise<Site> {
  const { settings, frame } = await settingsAndFrame(database);
  const words = siteWords(settings.language);
  return { ...settings, words, frame: await shownFrame(database, model, unsaved ?? frame, words) };
}
