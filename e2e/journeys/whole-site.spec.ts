import { AxeBuilder } from '@axe-core/playwright';
import { fileURLToPath } from 'node:url';
import { expect, test } from '../support/journey';

const FILE = fileURLToPath(new URL('../../demo/files/old-site.zip', import.meta.url));

test('an old site moves in: matched, rehearsed, brought in, verified, taken back', async ({ desk }) => {
  test.setTimeout(180_000);
  const { page } = desk;
  await desk.signIn('Ilse Varnholt', '/transfer');
  const asked = async (path: string): Promise<Record<string, unknown>> => {
    const body: unknown = await (await page.request.get(path)).json();
    return typeof body === 'object' && body !== null ? { ...body } : {};
  };
  const huts = async (): Promise<number> => Number((await asked('/api/studio/entries?type=hut'))['total']);
  const revision = async (): Promise<number> => Number((await asked('/api/studio/model'))['revision']);
  const before = { huts: await huts(), revision: await revision() };
  const fine = async (): Promise<void> => {
    const { violations } = await new AxeBuilder({ page }).include('.page').analyze();
    expect(violations).toEqual([]);
  };

  await test.step('the package comes, and its tables find their places', async () => {
    await page.getByLabel('File', { exact: true }).setInputFiles(FILE);
    await expect(page).toHaveURL(/sites\/.*\/match$/);
    await expect(page.getByRole('heading', { name: 'Velmark Lodges, the site of 2014' })).toBeVisible();
    await expect(page.getByText('8 matched')).toBeVisible();
    await expect(page.getByRole('combobox', { name: 'lodges becomes' })).toHaveText('Huts');
    await expect(page.getByRole('combobox', { name: 'height_m goes to' })).toHaveValue('Altitude');
    await fine();
  });

  await test.step('what is not wanted is left out, and what is made gets names', async () => {
    await page.getByRole('combobox', { name: 'site_settings becomes' }).click();
    await page.getByRole('option', { name: 'left out' }).click();
    await expect(page.getByText('7 matched, 1 left out')).toBeVisible();
    await page.getByRole('button', { name: 'logbook' }).click();
    await page.getByLabel('One of them is called').fill('Log entry');
    await page.getByLabel('One of them is called').press('Enter');
    await page.getByText(/What is made in the model/).click();
    await expect(page.getByText('Added the content type “Log entry”')).toBeVisible();
    await fine();
  });

  await test.step('its tables are looked at', async () => {
    await page.getByRole('link', { name: /^Source/ }).click();
    await page.getByRole('button', { name: /^lodges/ }).click();
    await expect(page.getByRole('cell', { name: 'Quorrel Hut', exact: true })).toBeVisible();
    await fine();
    await page.getByRole('link', { name: /^Rehearse/ }).click();
  });

  await test.step('nothing is written by the rehearsal, and rows are refused with why', async () => {
    await page.getByRole('button', { name: 'Rehearse all of it' }).click();
    await expect(page.getByRole('link', { name: 'Go on to the run' })).toBeVisible({ timeout: 60_000 });
    await page.getByRole('button', { name: /^logbook/ }).click();
    await expect(page.getByText('“hail” is no value of Weather.').first()).toBeVisible();
    await expect(page.getByText('Row 44 has the same key.').first()).toBeVisible();
    expect(await huts()).toBe(before.huts);
    expect(await revision()).toBe(before.revision);
    await fine();
  });

  await test.step('it is brought in and verified', async () => {
    await page.getByRole('link', { name: 'Go on to the run' }).click();
    await page.getByRole('button', { name: 'Bring all of it in' }).click();
    await page.getByRole('link', { name: 'Verify it' }).click({ timeout: 90_000 });
    expect(await huts()).toBe(before.huts + 8);
    expect(await revision()).toBe(before.revision + 1);
    await page.getByRole('button', { name: 'Verify all of it' }).click();
    await expect(page.getByText('All rows that were taken stand in the workspace')).toBeVisible({
      timeout: 60_000,
    });
    await fine();
  });

  await test.step('it is taken back, and the change of the model with it', async () => {
    await page.getByRole('link', { name: /^Run/ }).click();
    await page.getByRole('button', { name: 'Take it back…' }).click();
    await page.getByRole('button', { name: 'Take it back', exact: true }).click();
    await expect(page.getByRole('button', { name: /^lodges/ })).toContainText('12 taken back', {
      timeout: 90_000,
    });
    await expect(page.getByRole('link', { name: 'Run taken back' })).toBeVisible({ timeout: 60_000 });
    expect(await huts()).toBe(before.huts);
    await page.goto('/model/history');
    await page
      .getByRole('button', { name: /Brought in from/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Undo this change alone', exact: true }).click();
    await page.getByRole('button', { name: 'Undo it', exact: true }).click();
    await expect.poll(revision).toBe(before.revision + 2);
  });
});
