import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from '../support/journey';

test('a filled field gets another type: seen before, made, and undone alone later', async ({ desk }) => {
  const { page } = desk;
  await desk.signIn('Ilse Varnholt', '/model/groups/g_hut');
  const type = page.getByLabel('Type of Altitude', { exact: true });
  const rehearsal = page.getByRole('dialog', { name: 'Altitude: Number → Text' });

  await test.step('what becomes of the values is seen first, and left by the keyboard', async () => {
    await type.selectOption('text');
    await expect(rehearsal.getByRole('button', { name: /converted/ })).toBeVisible();
    await expect(rehearsal).toContainText('Nothing is changed yet.');
    const { violations } = await new AxeBuilder({ page }).include('tov-rehearsal-panel').analyze();
    expect(violations).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(rehearsal).toBeHidden();
    await expect(type).toHaveValue('number');
    await expect(type).toBeFocused();
  });

  await test.step('it is made, and programs get texts', async () => {
    await type.selectOption('text');
    await rehearsal.getByRole('button', { name: 'Change the type', exact: true }).click();
    await expect(type).toHaveValue('text');
    await desk.saved();
    const answer = await page.request.get('/api/content/v1/huts?page[size]=1&fields=altitude');
    expect(await answer.text()).toMatch(/"altitude":"\d+"/);
  });

  await test.step('it is undone alone, after something else was changed', async () => {
    await page.getByLabel('Label of Phone', { exact: true }).fill('Telephone');
    await page.getByLabel('Label of Phone', { exact: true }).press('Enter');
    await desk.saved();
    await page.goto('/model/groups/g_hut?view=history');
    await page
      .getByRole('button', { name: /type.* of “Altitude”/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Undo this change alone', exact: true }).click();
    await page.getByRole('button', { name: 'Undo it', exact: true }).click();
    await expect(page.getByRole('button', { name: /Undid revision/ })).toBeVisible();
    const answer = await page.request.get('/api/content/v1/huts?page[size]=1&fields=altitude');
    expect(await answer.text()).toMatch(/"altitude":\d+/);
  });

  await test.step('what was changed since stays, until it is taken back as well', async () => {
    await page.goto('/model/groups/g_hut');
    await expect(type).toHaveValue('number');
    const label = page.getByLabel('Label of Telephone', { exact: true });
    await label.fill('Phone');
    await label.press('Enter');
    await desk.saved();
  });
});
