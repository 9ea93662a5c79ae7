/** The tables of a workspace; those of the jobs are made by pg-boss, the index tables by the model (db/index-tables.ts). */
export * from './bin';
export * from './comments';
export * from './conversions';
export * from './copies';
export * from './entries';
export * from './events';
export * from './findings';
export * from './imports';
export * from './loose';
export * from './media';
export * from './moves';
export * from './people';
export * from './revisions';
export * from './schedules';
export * from './templates';
export * from './terms';
export * from './workspace';
