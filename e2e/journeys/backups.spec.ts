import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '../support/journey';
import { MAIN, RunningServer } from '../support/server';

test('a backup is made, downloaded, and brought back elsewhere: page and entries are as they were', async ({
  desk,
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'tovlet-journey-'));
  const file = join(folder, 'backup.zip');
  await desk.signIn('Ilse Varnholt', '/settings');
  await page.getByRole('link', { name: 'Backups' }).click();

  await test.step('it is made while one looks on', async () => {
    await page.getByRole('button', { name: 'Make a backup now' }).click();
    const link = page.getByRole('link', { name: /^Download / });
    await expect(link).toHaveCount(1, { timeout: 60_000 });
    const saving = page.waitForEvent('download');
    await link.click();
    await (await saving).saveAs(file);
  });

  const tovlet = (...argv: readonly string[]) =>
    spawnSync(process.execPath, ['--enable-source-maps', MAIN, ...argv], { encoding: 'utf8' });
  await test.step('it comes back into an empty folder, and into no other', async () => {
    const place = join(folder, 'data');
    const brought = tovlet('restore', file, '--data', place);
    expect(brought.stdout).toContain('Brought back: “Velmark Huts”');
    expect(tovlet('restore', file, '--data', place).stderr).toContain('There is a workspace in');
    const there = await RunningServer.start('demo', place);
    const words = async (address: string): Promise<string> => {
      await page.goto(address);
      return page.locator('main').innerText();
    };
    const path = '/site/huts/vessmar-hut';
    expect(await words(new URL(path, there.address).href)).toBe(await words(path));
    const before = await page.request.get('/api/content/v1/huts?limit=100&sort=slug');
    const after = await page.request.get(
      new URL('/api/content/v1/huts?limit=100&sort=slug', there.address).href,
    );
    expect(await after.json()).toEqual(await before.json());
    await there.stop();
  });

  await test.step('it is removed', async () => {
    await page.goto('/settings/backups');
    await page.getByRole('button', { name: /^Remove / }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Remove the backup' }).click();
    await expect(page.getByText('There is no backup yet.')).toBeVisible();
  });
  rmSync(folder, { recursive: true });
});
