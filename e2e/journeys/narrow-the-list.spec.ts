import { expect, test } from '../support/journey';

test('an editor narrows the list down by counts and by words, and finds it so again', async ({ desk }) => {
  const { page } = desk;
  await desk.signIn('Tobrin Kestling', '/content/hut');
  await expect(page.getByText('24 entries')).toBeVisible();

  await page
    .getByRole('region', { name: 'Winter room' })
    .getByRole('button', { name: /Open all winter/ })
    .click();
  const count = page.getByRole('status').filter({ hasText: 'found' });
  await expect(count).toHaveText('11 entries found');

  await page.getByRole('button', { name: 'Condition' }).click();
  const condition = page.getByRole('dialog', { name: 'Condition' });
  await condition.getByRole('combobox', { name: 'What is looked at' }).fill('lang');
  await page.getByRole('option', { name: 'Languages' }).first().click();
  await condition.getByRole('combobox', { name: 'Value' }).click();
  await page.getByRole('option', { name: 'Quarrish' }).click();
  await condition.getByRole('button', { name: 'Show these' }).click();
  await expect(
    page.getByRole('button', { name: /^any Wardens › Languages contains Quarrish/ }),
  ).toBeVisible();
  await expect(count).not.toHaveText('11 entries found');
  const found = page.locator('td.title');
  const titles = await found.allTextContents();
  expect(titles.length).toBeGreaterThan(0);
  expect(titles.length).toBeLessThan(11);

  // The address holds it: the second visit shows the same.
  await page.reload();
  await expect(page.getByRole('button', { name: /^any Wardens › Languages/ })).toBeVisible();
  await expect(found).toHaveText(titles);

  await page.getByRole('button', { name: /^Take out: any Wardens/ }).click();
  await page
    .getByRole('region', { name: 'Winter room' })
    .getByRole('button', { name: /Open all winter/ })
    .click();
  await expect(page.getByText('24 entries')).toBeVisible();
});
