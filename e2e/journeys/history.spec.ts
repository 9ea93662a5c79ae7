import { expect, test } from '../support/journey';

test('an editor sees who changed a hut, and takes one value of an earlier version back', async ({ desk }) => {
  const { page } = desk;
  await desk.signIn('Tobrin Kestling', '/content/hut/e_hut0000001');
  const altitude = page.getByLabel('Altitude', { exact: true });
  const before = await altitude.inputValue();
  const saved = () => expect(page.getByText('All saved')).toBeVisible();
  const dialog = page.getByRole('dialog', { name: /^History of/ });

  await test.step('a save is noted with what it changed', async () => {
    await altitude.fill('2222');
    await page.getByRole('button', { name: 'Publish changes' }).click();
    await saved();
    await page.getByRole('button', { name: 'History', exact: true }).click();
    await expect(dialog.locator('[aria-current]')).toContainText('Tobrin Kestling');
    await expect(dialog.locator('[aria-current]')).toContainText('Altitude');
    await expect(dialog.locator('tov-difference-list del')).toHaveText(before);
    await expect(dialog.locator('tov-difference-list ins')).toHaveText('2222');
  });

  await test.step('what stood there is put back by the keyboard alone, and saved', async () => {
    // The version before the save: the second along the line.
    await dialog.getByRole('navigation').getByRole('button').nth(1).focus();
    await page.keyboard.press('Enter');
    await dialog.getByRole('button', { name: 'Compare with the form' }).focus();
    await page.keyboard.press('Enter');
    await dialog.getByRole('button', { name: 'Put back Altitude' }).focus();
    await page.keyboard.press('Enter');
    await expect(dialog.getByText('Nothing that you see differs.')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(altitude).toHaveValue(before);
    await page.getByRole('button', { name: 'Publish changes' }).click();
    await saved();
  });
});
