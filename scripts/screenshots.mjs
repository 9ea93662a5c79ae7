// Draws docs/screenshots/ from the demo, on a data folder of its own.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { buildServer, buildWeb, CHROMIUM, ensureChromium } from './build.mjs';

const FOLDER = 'docs/screenshots';

const TABLE = [
  ['Name', 'Altitude (m)', 'Hint', 'Seen on'],
  ['Station', '1.180', 'Behind the post office', '3 May'],
  ['Stone bridge', '1.340', '', '3 May'],
  ['Upper pasture', 'above the trees', 'The gate is kept closed', '4 May'],
  ['Spring', '1.720', 'The last water', '4 May'],
  ['Saddle', '2.050', '', '5 May'],
];

async function pasteTable(page) {
  await page.getByRole('button', { name: 'Paste a table…' }).click();
  const box = page.getByRole('dialog').getByRole('textbox');
  await box.fill(TABLE.map((line) => line.join('\t')).join('\n'));
  await page.getByRole('button', { name: 'Read the table' }).click();
  await page.getByRole('button', { name: 'Insert 5 rows' }).waitFor();
}

async function lookBack(page) {
  await page.getByRole('button', { name: 'History', exact: true }).click();
  await page.locator('#revision-3').click();
  await page.locator('tov-difference-list li').first().waitFor();
}

/** Each view: its name, its address, and what to do there first. */
const views = [
  ['model', '/model'],
  ['sheet', '/model/groups/g_hut?field=f_winter_code'],
  ['field-types', '/model/field-types'],
  ['try', '/model/groups/g_hut?view=try', { act: (page) => page.getByRole('switch').first().click() }],
  ['type', '/model/types/t_hut'],
  ['overview', '/content'],
  ['list', '/content/hut'],
  ['entry', '/content/hut/e_hut0000001'],
  ['history', '/content/hut/e_hut0000000', { act: lookBack }],
  ['paste', '/content/route/e_route0000003', { act: pasteTable }],
  [
    'media',
    '/media?folder=d_demo_huts',
    { act: (page) => page.getByRole('button', { name: /^Vessmar Hut/ }).click() },
  ],
  [
    'builder',
    '/templates/hut',
    { act: (page) => page.getByRole('treeitem', { name: /Facts/ }).first().click() },
  ],
  [
    'found',
    '/templates/hut',
    { act: (page) => page.getByRole('radio', { name: 'Found and shared' }).click() },
  ],
  ['frame', '/templates/the-site'],
  ['explorer', '/delivery', { act: (page) => page.getByRole('button', { name: /^Run/ }).click() }],
  ['checks', '/model', { act: (page) => page.getByRole('button', { name: /^Checks/ }).click() }],
  ['entry-phone', '/content/hut/e_hut0000001', { width: 390 }],
  ['page', '/site/huts/vessmar-hut'],
  ['site-list', '/site/huts/?area=middle-ridge&altitude-from=1500', { dark: true }],
];

function startDemo(folder) {
  const child = spawn(process.execPath, ['dist/server/main.mjs', 'demo', '--port', '0', '--data', folder]);
  const address = new Promise((resolve, reject) => {
    child.stdout.on('data', (chunk) => {
      const found = /ready at (\S+)/.exec(String(chunk));
      if (found) resolve(found[1]);
    });
    child.on('exit', (code) => reject(new Error(`The demo ended with ${code}.`)));
  });
  return { child, address };
}

async function draw(browser, address, [name, path, { dark = false, width = 1280, act } = {}]) {
  const context = await browser.newContext({
    baseURL: address,
    viewport: { width, height: 800 },
    colorScheme: dark ? 'dark' : 'light',
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  await page.request.post('/api/studio/session/demo', { data: { person: 'p_demo_developer' } });
  await page.goto(path);
  await page.waitForTimeout(1500);
  await act?.(page);
  await page.waitForTimeout(800);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
  await context.close();
}

ensureChromium();
await buildServer();
buildWeb();
const folder = mkdtempSync(join(tmpdir(), 'tovlet-screenshots-'));
const { child, address } = startDemo(folder);
const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', '--disable-gpu'] });
for (const view of views) await draw(browser, await address, view);
await browser.close();
child.removeAllListeners('exit');
child.kill();
child.on('exit', () => rmSync(folder, { recursive: true, force: true }));
