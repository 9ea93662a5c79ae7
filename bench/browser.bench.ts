import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { getRequestListener } from '@hono/node-server';
import { chromium, type CDPSession, type Page } from '@playwright/test';
import { demoPeople } from '@tovlet/demo';
import { createApp } from '@tovlet/server/app';
import { connect } from '@tovlet/server/db/connect';
import { entry, person } from '@tovlet/server/db/schema/index';
import { filesIn } from '@tovlet/server/files/files-in';
import { ensureWorkspace, openServices } from '@tovlet/server/workspace';
import { firstLoads } from './first-load';
import { median, within, type Benchmark, type Finding } from './measure';
import { formValues, sheetModel } from './models';

const BUILT = join(import.meta.dirname, '../dist/web/browser');

async function scriptSeconds(session: CDPSession): Promise<number> {
  const { metrics } = await session.send('Performance.getMetrics');
  return metrics.find(({ name }) => name === 'ScriptDuration')?.value ?? 0;
}

/** Script time of one keystroke, everything that follows from it included. */
async function keystroke(page: Page, session: CDPSession, box: string): Promise<number> {
  await page.locator(box).focus();
  const times: number[] = [];
  for (let round = 0; round < 25; round += 1) {
    const before = await scriptSeconds(session);
    await page.keyboard.press('x');
    await page.evaluate(
      () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
    );
    times.push(((await scriptSeconds(session)) - before) * 1000);
    await page.keyboard.press('Backspace');
  }
  return median(times);
}

/** The sheet of a group of 200 fields: typing a label, and going from line to line. */
async function measureSheet(page: Page, session: CDPSession, address: string): Promise<readonly Finding[]> {
  await page.goto(`${address}/model/groups/g_sheet`);
  const label = '[role="treegrid"] tov-sheet-line:nth-of-type(3) .label input';
  await page.locator(label).waitFor();
  const typed = await keystroke(page, session, label);
  await page.keyboard.press('Escape');
  const times: number[] = [];
  for (let line = 0; line < 25; line += 1) {
    const before = await scriptSeconds(session);
    await page.keyboard.press('ArrowDown');
    await page.evaluate(
      () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
    );
    times.push(((await scriptSeconds(session)) - before) * 1000);
  }
  return [
    within('script of a keystroke in the sheet of 200 fields', typed, 50),
    within('script of an arrow key in it', median(times), 50),
  ];
}

async function measureForm(address: string): Promise<readonly Finding[]> {
  const browser = await chromium.launch({
    executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const loaded = await firstLoads(browser, address);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.request.post(`${address}/api/studio/session/demo`, { data: { person: demoPeople[0]?.id } });
  const opening: number[] = [];
  for (let round = 0; round < 5; round += 1) {
    await page.goto(`${address}/content/type_0`);
    const link = page.getByRole('link', { name: 'Large entry' });
    await link.waitFor();
    const start = performance.now();
    await link.click();
    await page
      .getByRole('button', { name: 'Move row 1 with Alt and arrow keys' })
      .waitFor({ state: 'attached' });
    await page.evaluate(
      () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
    );
    opening.push(performance.now() - start);
  }
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  const simple = await keystroke(page, session, '#field-f_0_0');
  await page.getByRole('button', { name: 'Larch', exact: true }).first().click();
  const inRow = await keystroke(page, session, '#field-f_rows-0-f_row_0');
  const sheet = await measureSheet(page, session, address);
  await browser.close();
  return [
    ...loaded,
    within('open an entry with 300 fields and 500 rows', median(opening), 1000),
    within('script of a keystroke in it', simple, 16),
    within('script of a keystroke in one of its rows', inRow, 16),
    ...sheet,
  ];
}

/** The workbench in a real browser: its first load, and a large form. */
export const browserBenchmark: Benchmark = {
  name: 'browser',
  async run() {
    if (!existsSync(join(BUILT, 'index.html'))) throw new Error('The workbench is built first.');
    const folder = mkdtempSync(join(tmpdir(), 'tovlet-bench-'));
    const connection = await connect({ folder: null });
    const services = await openServices(connection, {
      ...filesIn(folder),
      demo: true,
      publicDelivery: true,
    });
    await ensureWorkspace(services, 'Benchmark', sheetModel, async ({ database }) => {
      await database.insert(person).values(demoPeople.map((each) => ({ ...each, demo: true })));
      const values = formValues();
      const own = {
        id: 'e_large',
        typeId: 't_0',
        slug: 'large',
        title: 'Large entry',
        status: 'published' as const,
      };
      await database
        .insert(entry)
        .values({ ...own, values, updatedBy: 'Tovlet', publishedAt: new Date().toISOString() });
    });
    const server = createServer(getRequestListener(createApp(services, BUILT).fetch));
    await new Promise<void>((resolve) => server.listen(0, resolve));
    const place = server.address();
    const port = typeof place === 'object' && place ? place.port : 0;
    try {
      return await measureForm(`http://localhost:${port}`);
    } finally {
      server.closeAllConnections();
      server.close();
      await connection.close();
      rmSync(folder, { recursive: true, force: true });
    }
  },
};
