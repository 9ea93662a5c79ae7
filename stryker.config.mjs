/**
 * Changes the code in small ways and looks whether a spec fails: what lives is not tested. `./tovlet bench mutants` runs all of it.
 */
export default {
  testRunner: 'jasmine',
  plugins: ['@stryker-mutator/jasmine-runner'],
  testRunnerNodeArgs: ['--import', 'tsx'],
  jasmineConfigFile: process.env['TOVLET_SPECS'] ?? 'stryker.jasmine.json',
  coverageAnalysis: 'perTest',
  ignorePatterns: ['dist', 'web', 'e2e', 'bench', 'docs', 'test-results', '.cache', 'data'],
  // A constant made when a file is read cannot be switched within a process.
  ignoreStatic: true,
  disableTypeChecks: false,
  tempDirName: '.cache/mutants',
  reporters: ['clear-text', 'json'],
  jsonReporter: { fileName: '.cache/mutants.json' },
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  concurrency: 2,
  timeoutMS: 10_000,
  allowEmpty: true,
};
