// Draws docs/screenshots/ from the demo, on a data folder of its own.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { buildServer, buildWeb, CHROMIUM, ensureChromium } from './build.mjs';

const FOLDER = 'docs/screenshots';

/** Brings the routes that come with the demo, and rehearses them. */
async function rehearseFile(page) {
  await page.getByRole('combobox', { name: 'Its rows become' }).click();
  await page.getByRole('option', { name: 'Routes', exact: true }).click();
  await page.getByLabel('File', { exact: true }).setInputFiles('demo/files/routes.csv');
  await page.getByRole('combobox', { name: 'End goes to' }).click();
  await page.getByRole('option', { name: 'To', exact: true }).click();
  await page.getByRole('link', { name: 'Go on to the rehearsal' }).click();
  await page.getByRole('button', { name: 'Rehearse all rows' }).click();
  await page.getByRole('link', { name: 'Go on to the run' }).waitFor();
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
  ['transfer', '/transfer', { act: rehearseFile }],
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
