import { expect, test } from '../support/journey';

test('a page is put together from values by keyboard: what each becomes is chosen, and visitors see it', async ({
  desk,
  page,
}) => {
  await desk.signIn();
  await page.goto('/templates/route');
  await expect(page.getByRole('button', { name: 'Add a block' })).toBeVisible();
  const frame = page.frameLocator('iframe');

  await test.step('a reference becomes a list of what it leads to', async () => {
    await page.getByLabel('Find a value').fill('to');
    await page.getByRole('button', { name: 'Choose what To becomes', exact: true }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('menuitem', { name: 'Section for each' })).toBeVisible();
    await page.keyboard.press('ArrowDown');
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
    await page.getByLabel('Find a value').fill('ascent');
    await page.getByRole('button', { name: 'Choose what Ascent becomes', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Large value' }).click();
    await expect(frame.locator('.columns .figure-value')).toHaveText(/^\d+/);
    await expect(frame.locator('.columns .figure-label')).toHaveText('Ascent');
  });

  await test.step('it is saved, seen by visitors, and taken back', async () => {
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('The template is saved')).toBeVisible();
    const site = await page.context().newPage();
    await site.goto('/site/routes/ildren-to-zellmark-4');
    await expect(site.locator('ol.list li').first()).toBeVisible();
    await expect(site.locator('.columns .figure-value')).toHaveText(/^\d+/);
    await site.close();
    for (let step = 0; step < 4; step += 1) await page.keyboard.press('Control+z');
    await expect(frame.locator('ol.list, ul.list, .columns')).toHaveCount(0);
    await page.getByRole('button', { name: 'More' }).click();
    await page.getByRole('menuitem', { name: 'Reset' }).click();
    await page.getByRole('button', { name: 'Reset the template' }).click();
    await expect(page.getByText('Made from the page order')).toBeVisible();
  });
});
