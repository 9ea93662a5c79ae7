/** Where files are meant from: what is started by a script is started in another folder than the person stands in. */
export const standing = (environment: NodeJS.ProcessEnv): string =>
  environment['TOVLET_STANDING'] ?? process.cwd();
