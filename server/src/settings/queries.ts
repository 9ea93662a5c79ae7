import type { SettingsAnswer } from '@tovlet/core/contracts/studio';
import type { Database } from '../db/connect';
import { workspace } from '../db/schema';

/** What is set before there is a workspace. */
const NONE: SettingsAnswer = {
  version: 1,
  name: '',
  language: 'en',
  startPage: null,
  siteAddress: null,
  binDays: 30,
  timeZone: 'UTC',
};

/** What is set for the workspace as a whole. */
export async function settingsOf(database: Database): Promise<SettingsAnswer> {
  const { version, name, language, startPage, siteAddress, binDays, timeZone } = workspace;
  const columns = { version, name, language, startPage, siteAddress, binDays, timeZone };
  const [row] = await database.select(columns).from(workspace);
  return row ?? NONE;
}
