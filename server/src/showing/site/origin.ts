import type { SettingsAnswer } from '@tovlet/core/contracts/studio';
import type { Context } from 'hono';

/** Under which address the site is reached: as it is set, or else as it was asked for. */
export const originOf = (context: Context, { siteAddress }: Pick<SettingsAnswer, 'siteAddress'>): string =>
  siteAddress ?? new URL(context.req.url).origin;
