import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants } from 'node:zlib';

/** Runs a program with its output shown; ends everything when it fails. */
export function run(program, argv, options = {}) {
  const { status, error } = spawnSync(program, argv, { stdio: 'inherit', ...options });
  if (error) console.error(error.message);
  if (status !== 0) process.exit(status ?? 1);
}

function filesUnder(folder) {
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((each) => each.isFile())
    .map((each) => join(each.parentPath ?? each.path, each.name))
    .sort();
}

/** A hash over the names, sizes and times of files: another hash means that something may have changed. */
function stateOf(paths) {
  const hash = createHash('sha256');
  const files = paths.flatMap((path) => (statSync(path).isDirectory() ? filesUnder(path) : [path]));
  for (const file of files.filter((each) => !each.endsWith('.spec.ts'))) {
    const { size, mtimeMs } = statSync(file);
    hash.update(`${file} ${size} ${mtimeMs}\n`);
  }
  return hash.digest('hex');
}

/** Runs some work unless it has been done for the same files before. */
function unlessFresh(name, paths, output, work) {
  const stamp = join('.cache', `${name}.stamp`);
  const state = stateOf(paths);
  if (existsSync(output) && existsSync(stamp) && readFileSync(stamp, 'utf8') === state) return false;
  const result = work();
  const finish = () => {
    mkdirSync('.cache', { recursive: true });
    writeFileSync(stamp, state);
  };
  return result instanceof Promise ? result.then(finish) : finish();
}

/** Installs the packages when the lock file has changed since the last time. */
export function ensurePackages() {
  if (Number(process.versions.node.split('.')[0]) < 20) {
    console.error(`Tovlet needs Node.js 20 or newer; this is ${process.version}.`);
    process.exit(1);
  }
  unlessFresh('packages', ['package-lock.json'], 'node_modules', () => {
    console.error('Installing packages …');
    run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  });
}

export const CHROMIUM = process.env.CHROME_BIN ?? '/usr/bin/chromium';

/** Installs a package of Debian's. */
function installPackage(name) {
  console.log(`Installing ${name} …`);
  const root = process.getuid?.() === 0 ? [] : ['sudo'];
  const aptGet = (...argv) => {
    const [program, ...rest] = [...root, 'apt-get', ...argv];
    run(program, rest, { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } });
  };
  aptGet('update', '-qq');
  aptGet('install', '-y', '-qq', name);
}

/** Installs Debian's Chromium, which the tests of the workbench run in. */
export function ensureChromium() {
  if (!existsSync(CHROMIUM)) installPackage('chromium');
}

/** Installs Debian's PostgreSQL, of which some specs run a cluster of their own. */
export function ensurePostgres() {
  if (!existsSync('/usr/lib/postgresql')) installPackage('postgresql');
}

/** Bundles the server: it starts in a third of the time it takes from source. */
export async function buildServer() {
  await unlessFresh(
    'server',
    ['core/src', 'server/src', 'demo/src', 'package-lock.json', 'scripts'],
    'dist/server/main.mjs',
    async () => {
      console.error('Building the server …');
      const { build } = await import('esbuild');
      rmSync('dist/server', { recursive: true, force: true });
      await build({
        entryPoints: {
          main: 'server/src/main.ts',
          'pglite-worker': 'server/src/db/pglite-worker.ts',
          'sandbox-child': 'server/src/sandbox/child.ts',
          'media-child': 'server/src/files/processing/child.ts',
        },
        outdir: 'dist/server',
        outExtension: { '.js': '.mjs' },
        bundle: true,
        platform: 'node',
        format: 'esm',
        target: 'node20',
        sourcemap: true,
        logLevel: 'warning',
        external: [
          'rate-limiter-flexible',
          '@electric-sql/pglite',
          '@electric-sql/pglite/*',
          'sharp',
          'pg',
          'pino',
          '@aws-sdk/client-s3',
          '@node-rs/argon2',
        ],
        banner: {
          js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url);",
        },
      });
      cpSync('server/src/db/migrations', 'dist/server/migrations', { recursive: true });
    },
  );
}

/** Compresses what browsers load, once instead of at each request. */
function compressFiles(folder) {
  for (const file of filesUnder(folder).filter((each) => /\.(js|css|html|svg)$/.test(each))) {
    const quality = { [constants.BROTLI_PARAM_QUALITY]: 9 };
    writeFileSync(`${file}.br`, brotliCompressSync(readFileSync(file), { params: quality }));
  }
}

/** Builds the workbench. */
export function buildWeb() {
  unlessFresh(
    'web',
    ['core/src', 'web/src', 'web/angular.json', 'web/tsconfig.json', 'package-lock.json'],
    'dist/web/browser/index.html',
    () => {
      console.log('Building the workbench …');
      run('npx', ['ng', 'build', '--configuration=production'], {
        cwd: 'web',
        env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
      });
      compressFiles('dist/web/browser');
    },
  );
}
