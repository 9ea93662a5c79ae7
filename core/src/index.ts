export * from './json';
export * from './ids';
export { compileModel } from './model/compile';
export type { CompiledField, CompiledGroup, CompiledModel, CompiledType, Reach } from './model/compiled';
export * from './model/document';
