import { expect, test } from '../support/journey';

test('what is wrong in entries is found, mended in all of them, and taken back', async ({ desk }) => {
  const { page } = desk;
  await desk.signIn('Tobrin Kestling', '/content/hut');
  const findings = page.getByRole('region', { name: 'Findings' });

  await test.step('checks name it and lead to the entry, which shows it at once', async () => {
    await page.getByRole('button', { name: /^Checks/ }).click();
    await page.getByRole('link', { name: 'In dormitories must be at least 0. Hut: Oskel Hut' }).click();
    await expect(page.getByLabel('In dormitories', { exact: true })).toHaveValue('-4');
    await expect(page.getByText('In dormitories must be at least 0.').first()).toBeVisible();
    await expect(page.getByRole('button', { name: 'Set to 0' })).toBeVisible();
    await page.getByRole('link', { name: 'Huts', exact: true }).click();
  });

  await test.step('the list is narrowed to it, and it is mended as it was shown', async () => {
    await findings.getByRole('button', { name: /^In dormitories/ }).click();
    await expect(page.getByText('1 entry found')).toBeVisible();
    await page.getByRole('button', { name: 'Mend…' }).click();
    const dialog = page.getByRole('dialog', { name: 'Mend 1 entry' });
    await expect(
      dialog.getByRole('row', { name: 'Oskel Hut Beds by kind › In dormitories -4 0' }),
    ).toBeVisible();
    await dialog.getByRole('button', { name: 'Mend 1 entry' }).click();
    await expect(page.getByRole('heading', { name: 'Nothing of this kind is wrong' })).toBeVisible();
    await expect(findings.getByRole('button', { name: /^In dormitories/ })).toHaveCount(0);
  });

  await test.step('all of it is taken back, and found again', async () => {
    await page.getByRole('button', { name: 'Take back' }).click();
    await expect(findings.getByRole('button', { name: /^In dormitories/ })).toBeVisible();
    await expect(page.getByText('1 entry found')).toBeVisible();
  });
});
