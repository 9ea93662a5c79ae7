import { expect, test } from '../support/journey';

test('values that came from elsewhere become a field, or are taken out and put back', async ({
  desk,
  page,
}) => {
  await desk.signIn('Ilse Varnholt', '/model/loose');
  const codes = page.getByRole('region', { name: 'Huts' }).filter({ hasText: 'booking_code' });
  const stove = page.getByRole('region', { name: 'Huts' }).filter({ hasText: 'stove_checked' });

  await test.step('they are discarded after a question, and put back', async () => {
    await expect(stove).toContainText('2 Huts');
    await stove.getByRole('button', { name: 'Discard…' }).click();
    await page.getByRole('button', { name: 'Discard', exact: true }).click();
    await expect(stove).toBeHidden();
    await expect(page.getByText('was taken out of 2 entries')).toBeVisible();
    await page.getByRole('button', { name: 'Put back' }).click();
    await expect(stove).toContainText('2 Huts');
    await expect(page.getByText('was taken out of 2 entries')).toBeHidden();
  });

  await test.step('they become a field, and stand in its form', async () => {
    await expect(codes).toContainText('NR-06');
    await codes.getByRole('button', { name: 'Make a field of them…' }).click();
    await codes.getByLabel('Label').fill('Booking number');
    await codes.getByRole('button', { name: 'Make the field' }).click();
    await expect(page.getByText('“Booking number” is a field now.')).toBeVisible();
    await expect(codes).toBeHidden();
    await expect(page.getByText('was moved into “Booking number” in 3 entries')).toBeVisible();
    await page.goto('/content/hut/e_hut0000006');
    await expect(desk.field('Booking number')).toHaveValue('NR-06');
  });

  await test.step('without the field they are loose again, and found with its label', async () => {
    await page.goto('/model/groups/g_hut');
    await page.getByLabel('Label of Booking number', { exact: true }).click();
    await page.getByRole('button', { name: 'Remove Booking number', exact: true }).click();
    await desk.saved();
    await page.goto('/model/loose');
    await expect(page.getByRole('button', { name: 'Have the field “Booking number” again…' })).toBeVisible();
  });
});
