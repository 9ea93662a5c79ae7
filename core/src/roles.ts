/** What the people of a workspace may do, from most to least. */
export const roles = ['developer', 'editor', 'reader'] as const;
export type Role = (typeof roles)[number];

/**
 * Tells whether a role includes another.
 * @example includesRole('developer', 'editor') // => true
 */
export const includesRole = (role: Role, wanted: Role): boolean =>
  roles.indexOf(role) <= roles.indexOf(wanted);
