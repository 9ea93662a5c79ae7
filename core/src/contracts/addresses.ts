/** The areas of the workbench: the first step of each of its addresses. Every other address is not the workbench's. */
export const workbenchAreas = [
  'sign-in',
  'model',
  'content',
  'media',
  'templates',
  'delivery',
  'transfer',
  'people',
  'settings',
] as const;
export type WorkbenchArea = (typeof workbenchAreas)[number];

const areas: ReadonlySet<string> = new Set(workbenchAreas);

/**
 * Tells whether an address is one of the workbench's.
 * @param path with the slash before it
 * @example isWorkbenchAddress('/model/groups/g_hut') // => true
 * @example isWorkbenchAddress('/metrics') // => false
 */
export function isWorkbenchAddress(path: string): boolean {
  return path === '/' || areas.has(path.split('/')[1] ?? '');
}
