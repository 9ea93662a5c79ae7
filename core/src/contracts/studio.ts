/** Shapes of the workbench's own API, shared by server and workbench; `routes.ts` says where each is taken and answered. */

export * from './studio/bin';
export * from './studio/bulk';
export * from './studio/comments';
export * from './studio/copies';
export * from './studio/entries';
export * from './studio/findings';
export * from './studio/loose';
export * from './studio/media';
export * from './studio/model';
export * from './studio/overview';
export * from './studio/people';
export * from './studio/presence';
export * from './studio/problem';
export * from './studio/revisions';
export * from './studio/schedules';
export * from './studio/session';
export * from './studio/settings';
export * from './studio/templates';
export * from './studio/terms';
export * from './studio/tokens';
export * from './studio/views';
export { roles, type Role } from '../roles';
export type { ModelChange } from '../model/changes/index';
