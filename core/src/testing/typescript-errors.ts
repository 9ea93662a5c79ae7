import typescript from 'typescript';

const options: typescript.CompilerOptions = {
  strict: true,
  noEmit: true,
  target: typescript.ScriptTarget.ES2022,
  exactOptionalPropertyTypes: true,
  types: [],
  lib: ['lib.es5.d.ts'],
};

/** Compiles a text as a module, and tells what the compiler finds wrong with it. */
export function typescriptErrors(text: string): readonly string[] {
  const name = 'emitted.ts';
  const host = typescript.createCompilerHost(options);
  const source = typescript.createSourceFile(name, text, typescript.ScriptTarget.ES2022);
  const program = typescript.createProgram([name], options, {
    ...host,
    getSourceFile: (file, ...rest) => (file === name ? source : host.getSourceFile(file, ...rest)),
    fileExists: (file) => file === name || host.fileExists(file),
  });
  return typescript
    .getPreEmitDiagnostics(program)
    .map(({ messageText }) => typescript.flattenDiagnosticMessageText(messageText, '\n'));
}
