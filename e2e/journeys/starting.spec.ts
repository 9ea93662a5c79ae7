import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { DataFolder, failedStart, RunningServer } from '../support/server';

test.describe.configure({ timeout: 120_000 });

test('an empty workspace asks for its first account and ships posts and pages', async ({ page }) => {
  const folder = new DataFolder();
  const server = await RunningServer.start('start', folder.path);
  await page.goto(server.address);
  await page.getByLabel('Name of the workspace').fill('My site');
  await page.getByLabel('Your name').fill('Ada Larch');
  await page.getByLabel('Email').fill('ada@larch.example');
  await page.getByLabel(/^Password/).fill('a long password');
  await page.getByRole('button', { name: 'Create workspace' }).click();
  await expect(page.getByText('Signed in as Ada Larch')).toBeVisible();
  await expect(page.getByRole('link', { name: /^Post/ }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: /^Page/ }).first()).toBeVisible();
  await server.stop();

  const again = await RunningServer.start('start', folder.path);
  await page.goto(again.address);
  await expect(page.getByText('Signed in as Ada Larch')).toBeVisible();
  await expect(page.getByText('My site')).toBeVisible();
  await again.stop();
  folder.remove();
});

test('what was acknowledged is there after kill -9 in the middle of saving', async ({ request }) => {
  const folder = new DataFolder();
  const server = await RunningServer.start('demo', folder.path);
  const url = `${server.address}/api/studio/entries/e_hut0000001`;
  await request.post(`${server.address}/api/studio/session/demo`, { data: { person: 'p_demo_editor' } });
  const { title, slug, status, values } = await (await request.get(url)).json();
  let acknowledged = 1;
  const saving = (async (): Promise<void> => {
    for (;;) {
      const data = {
        version: acknowledged,
        title,
        slug,
        status,
        values: { ...values, f_altitude: 1000 + acknowledged },
      };
      const answer = await request.put(url, { data });
      acknowledged = (await answer.json()).version;
    }
  })().catch(() => undefined);
  await expect.poll(() => acknowledged).toBeGreaterThan(15);
  await server.kill();
  await saving;

  const again = await RunningServer.start('demo', folder.path);
  const hut = await (await request.get(`${again.address}/api/content/v1/huts/${slug}`)).json();
  const listed = await (
    await request.get(`${again.address}/api/content/v1/huts?filter[altitude][eq]=${hut.data.altitude}`)
  ).json();
  // The save that was on its way may have arrived or not; everything answered has.
  expect([acknowledged + 999, acknowledged + 1000]).toContain(hut.data.altitude);
  expect(listed.data.map((each: { slug: string }) => each.slug)).toContain(slug);
  await again.stop();
  folder.remove();
});

test('a port in use, a folder in use or not writable: one clear line each', async () => {
  const folder = new DataFolder();
  const server = await RunningServer.start('start', folder.path);
  const other = new DataFolder();
  const port = await failedStart('start', '--port', String(server.port), '--data', other.path);
  const locked = await failedStart('start', '--port', '0', '--data', folder.path);
  writeFileSync(join(other.path, 'file'), '');
  const unwritable = await failedStart('start', '--port', '0', '--data', join(other.path, 'file'));
  mkdirSync(join(other.path, 'old', 'database'), { recursive: true });
  writeFileSync(join(other.path, 'old', 'database', 'PG_VERSION'), '14');
  const old = await failedStart('start', '--port', '0', '--data', join(other.path, 'old'));
  const option = await failedStart('start', '--colour', 'red');
  for (const { code, text } of [port, locked, unwritable, old, option]) {
    expect(code).toBe(1);
    expect(text.trim().split('\n')).toHaveLength(1);
  }
  expect(port.text).toContain('is in use');
  expect(locked.text).toContain('is in use by process');
  expect(old.text).toContain('older PostgreSQL format 14');
  await server.stop();
  folder.remove();
  other.remove();
});
