import { spawn } from 'node:child_process';
import { CHROMIUM } from './build.mjs';

/**
 * Runs a program and answers what it printed with how it ended. What it prints is shown when it has ended, under the name of its step,
 * because two steps run beside each other and their lines would mix; `alone` shows it at once.
 */
function captured(name, program, argv, { alone = false, ...options } = {}) {
  const begun = Date.now();
  console.log(`… ${name}`);
  return new Promise((resolve) => {
    const child = spawn(program, argv, { stdio: ['ignore', 'pipe', 'pipe'], ...options });
    let text = '';
    const take = (chunk) => {
      text += chunk;
      if (alone) process.stdout.write(chunk);
    };
    child.stdout.on('data', take);
    child.stderr.on('data', take);
    child.on('error', (error) => take(`${error.message}\n`));
    child.on('close', (code) => {
      console.log(`\n— ${name} (${Math.round((Date.now() - begun) / 1000)} s)`);
      if (!alone) process.stdout.write(text);
      resolve({ code: code ?? 1, text });
    });
  });
}

const TOLD_AGAIN = 40;

const withoutColours = (text) => text.replace(/\u001b\[[0-9;]*[A-Za-z]/g, '').replaceAll('\r', '\n');

/** What a failed step says again at the very end, where whoever reads only the end of a long log looks. */
function toldAgain(text, from) {
  const lines = withoutColours(text).split('\n');
  const told = from ? lines.filter((line, index) => from(line, index, lines)) : lines.slice(-TOLD_AGAIN);
  return told.slice(0, TOLD_AGAIN);
}

/** The names of failed specs as Jasmine lists them, each with its message. */
const jasmineFailures = (line, index, lines) =>
  /^\d+\) /.test(line) || /^ {2}Message:$/.test(lines[index - 1] ?? '');
const karmaFailures = (line) => /\) .+ FAILED$/.test(line);
const playwrightFailures = (line) => /^ +\d+\) .+ ›|^ +Error:/.test(line);

/** A step that passes or fails as a whole. */
async function whole(name, program, argv, options) {
  const { code, text } = await captured(name, program, argv, options);
  if (code === 0) return { name, passed: 1, failed: 0 };
  return { name, passed: 0, failed: 1, told: toldAgain(text) };
}

/** A run of specs, counted from what the runner says at its end; a run without any count has failed. */
async function counted(name, { counts: countsIn, failures }, program, argv, options) {
  const { code, text } = await captured(name, program, argv, options);
  const counts = countsIn(withoutColours(text));
  if (!counts) return { name, passed: 0, failed: 1, told: toldAgain(text) };
  const failed = Math.max(counts.failed, code === 0 ? 0 : 1);
  return { name, passed: counts.passed, failed, told: failed > 0 ? toldAgain(text, failures) : [] };
}

const last = (text, expression) => [...text.matchAll(expression)].at(-1);

function jasmineCounts(text) {
  const found = last(text, /(\d+) specs?, (\d+) failures?/g);
  return found ? { passed: Number(found[1]) - Number(found[2]), failed: Number(found[2]) } : null;
}

function karmaCounts(text) {
  const found = last(text, /Executed (\d+) of \d+(?: \((\d+) FAILED\))?/g);
  return found ? { passed: Number(found[1]) - Number(found[2] ?? 0), failed: Number(found[2] ?? 0) } : null;
}

function playwrightCounts(text) {
  const passed = last(text, /(\d+) passed/g);
  const failed = last(text, /(\d+) failed/g);
  const flaky = last(text, /(\d+) flaky/g);
  if (!passed && !failed && !flaky) return null;
  const count = (found) => Number(found?.[1] ?? 0);
  return { passed: count(passed) + count(flaky), failed: count(failed) };
}

const JASMINE = { counts: jasmineCounts, failures: jasmineFailures };
const KARMA = { counts: karmaCounts, failures: karmaFailures };
const PLAYWRIGHT = { counts: playwrightCounts, failures: playwrightFailures };

const TSX = ['--import', 'tsx'];
const jasmine = (...filter) => [
  ...TSX,
  'node_modules/jasmine/bin/jasmine.js',
  '--config=jasmine.json',
  ...filter,
];
const projects = [
  'core/tsconfig.json',
  'core/tsconfig.spec.json',
  'demo/tsconfig.json',
  'server/tsconfig.json',
  'web/tsconfig.spec.json',
  'web/tsconfig.worker.json',
  'e2e/tsconfig.json',
  'bench/tsconfig.json',
];

async function types() {
  const results = [];
  for (const project of projects)
    results.push(await whole(`types of ${project}`, 'npx', ['tsc', '--noEmit', '-p', project]));
  return results;
}

/** What keeps the house in order: style, rooms that know only those below them, nothing unused, nothing twice. */
async function order() {
  const rooms = ['--config', '.dependency-cruiser.mjs', 'core/src', 'server/src', 'web/src', 'demo/src'];
  return [
    await whole('lint', 'npx', ['eslint', '.', '--max-warnings=0']),
    await whole('layers and circles', 'npx', ['depcruise', ...rooms]),
    await whole('nothing unused', 'npx', ['knip']),
    await whole('nothing twice', 'npx', ['jscpd', '-c', '.jscpd.json']),
    await whole('every text in every language', process.execPath, [...TSX, 'scripts/messages.mjs']),
    await whole('small changes noticed', process.execPath, ['scripts/mutants.mjs', 'sample']),
  ];
}

function summarize(results) {
  const passed = results.reduce((sum, each) => sum + each.passed, 0);
  const failed = results.reduce((sum, each) => sum + each.failed, 0);
  console.log('');
  for (const each of results.filter(({ failed: count }) => count > 0)) {
    console.log(`failed: ${each.name} (${each.failed})`);
    for (const line of each.told ?? []) console.log(`  ${line}`);
  }
  console.log(`${passed} passed, ${failed} failed`);
  return failed === 0 && passed > 0 ? 0 : 1;
}

/** Types, lint and the tests of the core: the quick look. */
export async function runCheck() {
  const results = [...(await types()), ...(await order())];
  results.push(await counted('core', JASMINE, process.execPath, jasmine('core/src/**/*.spec.ts')));
  return summarize(results);
}

const SPECS = 'core, demo and server';

/** The specs, in Node and in a browser. */
async function specs(browser) {
  return [
    await counted(SPECS, JASMINE, process.execPath, jasmine()),
    await counted('workbench', KARMA, 'npx', ['ng', 'test', '--watch=false'], { cwd: 'web', env: browser }),
  ];
}

/** What is looked at without running the product, and then its build, which the journeys need. */
async function orderAndBuild() {
  const results = [...(await types()), ...(await order())];
  results.push(await whole('build', process.execPath, ['scripts/tovlet.mjs', 'build']));
  return results;
}

/**
 * Everything: types, lint, unit tests in Node and in the browser, journeys through the real application. What needs one core runs beside
 * what needs another; the journeys come last, when the machine is theirs.
 */
export async function runAll() {
  const browser = { ...process.env, CHROME_BIN: CHROMIUM, NG_CLI_ANALYTICS: 'false' };
  const results = (await Promise.all([orderAndBuild(), specs(browser)])).flat();
  const walked = ['playwright', 'test', '--config=e2e/playwright.config.ts'];
  results.push(await counted('journeys', PLAYWRIGHT, 'npx', walked, { env: browser, alone: true }));
  return summarize(results);
}
