import { expect, test } from '../support/journey';

test('a page is put together from values by keyboard: what each becomes is chosen, and visitors see it', async ({
  desk,
  page,
}) => {
  await desk.signIn();
  await page.goto('/templates/warden');
  await expect(page.getByRole('button', { name: 'Add a block' })).toBeVisible();
  const frame = page.frameLocator('iframe');

  await test.step('a reference becomes a list of what it leads to', async () => {
    await page.getByLabel('Find a value').fill('huts');
    await page.getByRole('button', { name: 'Choose what Huts becomes', exact: true }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('menuitem', { name: 'Section for each' })).toBeVisible();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await expect(page.getByRole('menuitem', { name: 'List' })).toBeFocused();
    await page.keyboard.press('Enter');
    await expect(frame.locator('ul.list li').first()).toContainText(/Hut/);
    await desk.choose('Marks', 'Numbers');
    await expect(frame.locator('ol.list li').first()).toContainText(/Hut/);
  });

  await test.step('a number stands large, in columns', async () => {
    await page.getByRole('button', { name: 'Add a block' }).click();
    await page.getByRole('menuitem', { name: 'Columns' }).click();
    await page.getByLabel('Find a value').fill('years');
    await page
      .getByRole('button', { name: 'Choose what Years in the mountains becomes', exact: true })
      .click();
    await page.getByRole('menuitem', { name: 'Large value' }).click();
    await expect(frame.locator('.columns .figure-value')).toHaveText(/^\d+/);
    await expect(frame.locator('.columns .figure-label')).toHaveText('Years in the mountains');
  });

  await test.step('it is saved, seen by visitors, and taken back', async () => {
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('The template is saved')).toBeVisible();
    const site = await page.context().newPage();
    await site.goto('/site/wardens/brannig-ashgrove');
    await expect(site.locator('ol.list li').first()).toBeVisible();
    await expect(site.locator('.columns .figure-value')).toHaveText(/^\d+/);
    await site.close();
    for (let step = 0; step < 4; step += 1) await page.keyboard.press('Control+z');
    await expect(frame.locator('ol.list, ul.list, .columns')).toHaveCount(0);
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled();
  });
});
