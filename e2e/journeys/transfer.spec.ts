import { AxeBuilder } from '@axe-core/playwright';
import { fileURLToPath } from 'node:url';
import { expect, test } from '../support/journey';

const FILE = fileURLToPath(new URL('../../demo/files/routes.csv', import.meta.url));

test('a file of routes is matched, rehearsed, brought in, verified and taken back', async ({ desk }) => {
  const { page } = desk;
  await desk.signIn('Ilse Varnholt', '/transfer');
  const routes = async (): Promise<number> => {
    const answer = await page.request.get('/api/studio/entries?type=route');
    const body: unknown = await answer.json();
    return typeof body === 'object' && body !== null && 'total' in body ? Number(body.total) : -1;
  };
  const before = await routes();
  const fine = async (): Promise<void> => {
    const { violations } = await new AxeBuilder({ page }).include('.page').analyze();
    expect(violations).toEqual([]);
  };

  await test.step('the file comes, and most columns find their place', async () => {
    await fine();
    await page.getByRole('combobox', { name: 'Its rows become' }).click();
    await page.getByRole('option', { name: 'Routes', exact: true }).click();
    await page.getByLabel('File', { exact: true }).setInputFiles(FILE);
    await expect(page).toHaveURL(/\/match$/);
    await expect(page.getByText('8 matched, 2 left out')).toBeVisible();
    await fine();
  });

  await test.step('what nothing named is matched by hand, and its cells are looked at', async () => {
    await page.getByRole('combobox', { name: 'End goes to' }).click();
    await page.getByRole('option', { name: 'To', exact: true }).click();
    await expect(page.getByText('9 matched, 1 left out')).toBeVisible();
    await page.getByRole('button', { name: 'How it is taken Ascent (m)' }).click();
    await expect(page.getByRole('row', { name: /^2 1\.475 1475$/ })).toBeVisible();
    await fine();
  });

  await test.step('nothing is written by the rehearsal, and rows are refused with why', async () => {
    await page.getByRole('link', { name: 'Go on to the rehearsal' }).click();
    await page.getByRole('button', { name: 'Rehearse all rows' }).click();
    await expect(page.getByRole('button', { name: '486 new' })).toBeVisible({ timeout: 60_000 });
    await expect(page.getByText('“Old Toll House” is no value of To.').first()).toBeVisible();
    expect(await routes()).toBe(before);
    await fine();
  });

  await test.step('it is run and verified', async () => {
    await page.getByRole('link', { name: 'Go on to the run' }).click();
    await page.getByRole('button', { name: 'Bring the entries in' }).click();
    await page.getByRole('link', { name: 'Verify it' }).click({ timeout: 90_000 });
    expect(await routes()).toBe(before + 486);
    await page.getByRole('button', { name: 'Verify all rows' }).click();
    await expect(page.getByText('All 486 rows that were taken stand in the entries')).toBeVisible({
      timeout: 60_000,
    });
    await fine();
  });

  await test.step('what was refused is had as a file', async () => {
    const downloading = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Refused rows as a file' }).click();
    expect((await downloading).suggestedFilename()).toBe('refused.csv');
  });

  await test.step('it is taken back as a whole', async () => {
    await page.getByRole('link', { name: /^Run/ }).click();
    await page.getByRole('button', { name: 'Take it back…' }).click();
    await page.getByRole('button', { name: 'Take it back', exact: true }).click();
    await expect(page.getByRole('button', { name: '486 taken back' })).toBeVisible({ timeout: 90_000 });
    expect(await routes()).toBe(before);
  });
});
