import { expect, test } from '../support/journey';

/** A change of many goes on beside other work, and is tried again after a while where a process was busy. */
const AT_WORK = { timeout: 30_000 };

test('an editor changes many entries at once, and takes it back', async ({ desk }) => {
  const { page } = desk;
  await desk.signIn('Tobrin Kestling', '/content/hut?sort=f_altitude&descending=true');
  await page.getByRole('button', { name: 'Columns' }).click();
  const columns = page.getByRole('dialog', { name: 'Columns' });
  await columns.getByRole('combobox', { name: 'Add a column' }).fill('wardens years');
  await page
    .getByRole('option', { name: /^Years/ })
    .first()
    .click();
  await columns.getByRole('button', { name: 'Show these columns' }).click();
  await expect(page.getByRole('columnheader', { name: /Wardens › Years/ })).toBeVisible();

  await test.step('chosen on the page, changed together', async () => {
    for (const hut of ['Bruskholm Hut', 'Senmire Hut'])
      await page.getByRole('checkbox', { name: hut }).check();
    const bar = page.getByRole('region', { name: 'Chosen entries' });
    await expect(bar).toContainText('2 entries chosen');
    await bar.getByRole('button', { name: 'Change a field…' }).click();
    const dialog = page.getByRole('dialog', { name: 'Change a field of 2 entries' });
    await dialog.getByRole('combobox', { name: 'Field' }).fill('Altitude');
    await page.getByRole('option', { name: 'Altitude' }).click();
    await dialog
      .getByRole('spinbutton', { name: 'Altitude' })
      .or(dialog.getByLabel('Altitude'))
      .first()
      .fill('3333');
    await dialog.getByRole('button', { name: 'Change 2 entries' }).click();
    const told = page.getByRole('region', { name: 'Change of many entries' });
    // What is wrong with the address of one of them is no matter of this change.
    await expect(told).toContainText('2 changed', AT_WORK);
    await expect(page.getByRole('row', { name: /Senmire Hut/ })).toContainText('3333');
  });

  await test.step('and taken back', async () => {
    const told = page.getByRole('region', { name: 'Change of many entries' });
    await told.getByRole('button', { name: 'Take back' }).click();
    await expect(told).toContainText('Taken back: Set Altitude', AT_WORK);
    await expect(told).toContainText('2 changed', AT_WORK);
    await expect(page.getByRole('row', { name: /Senmire Hut/ })).toContainText('2930');
    await told.getByRole('button', { name: 'Close' }).click();
  });

  await test.step('what would be wrong then stays as it was, and the reason is told', async () => {
    for (const hut of ['Achrund Hut', 'Senmire Hut']) await page.getByRole('checkbox', { name: hut }).check();
    await page.getByRole('button', { name: 'Change a field…' }).click();
    const dialog = page.getByRole('dialog', { name: 'Change a field of 2 entries' });
    await dialog.getByRole('combobox', { name: 'Field' }).fill('Season until');
    await page.getByRole('option', { name: 'Season until' }).click();
    await dialog.getByLabel('Season until', { exact: true }).fill('2026-01-01');
    await dialog.getByRole('button', { name: 'Change 2 entries' }).click();
    const told = page.getByRole('region', { name: 'Change of many entries' });
    await expect(told).toContainText('1 changed · 1 stay as they were', AT_WORK);
    await told.getByText('Why some stay as they were').click();
    await expect(told).toContainText('The season ends before it begins.', AT_WORK);
    await told.getByRole('button', { name: 'Take back' }).click();
    await expect(told).toContainText('1 changed', AT_WORK);
  });
});
