import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from '../support/journey';

test('a page lists entries of another type by what they have in common with it, in a look of its own', async ({
  desk,
  page,
}) => {
  await desk.signIn();
  await page.goto('/templates/hut');
  const frame = page.frameLocator('iframe');
  const cards = frame.locator('.cards').last().locator('li');
  const tree = page.getByRole('tree', { name: 'Blocks of the page' });
  await expect(frame.getByRole('heading', { level: 1 })).toBeVisible();

  await test.step('all routes become cards, those that begin here, the longest first', async () => {
    await page.getByLabel('Find a value').fill('all routes');
    await page.getByRole('button', { name: 'Put All Routes on the page' }).click();
    await expect(cards).toHaveCount(12);
    // By keyboard alone.
    await page.getByRole('combobox', { name: 'Something in common', exact: true }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('option', { name: 'From is this Hut', exact: true })).toBeVisible();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: 'Take out: From is this Hut' })).toBeVisible();
    await expect(page.getByRole('combobox', { name: 'Something in common', exact: true })).toHaveText(
      'Add something in common',
    );
    await expect(cards).not.toHaveCount(12);
    const order = page.getByRole('combobox', { name: 'In the order of', exact: true });
    await order.fill('length');
    await page.getByRole('option', { name: 'Length', exact: true }).click();
    await page.getByRole('checkbox', { name: 'From the largest, the last first' }).check();
    await page.getByRole('spinbutton', { name: 'At most' }).fill('2');
    await page.getByRole('spinbutton', { name: 'At most' }).press('Enter');
    await expect(cards).toHaveCount(2);
  });

  await test.step('a condition narrows it, in the words of the content list', async () => {
    await page.getByRole('button', { name: 'Filter', exact: true }).click();
    const dialog = page.getByRole('dialog', { name: 'Condition' });
    await dialog.getByLabel('What is looked at').fill('length');
    await page.getByRole('option', { name: 'Length', exact: true }).click();
    await dialog.getByRole('combobox', { name: 'How it is compared' }).click();
    await page.getByRole('option', { name: 'is at least', exact: true }).click();
    await dialog.getByLabel('Value', { exact: true }).fill('10');
    await dialog.getByRole('button', { name: 'Show these' }).click();
    await expect(page.getByRole('button', { name: /^Length is at least/ })).toBeVisible();
    await expect(cards).toHaveCount(1);
  });

  await test.step('it looks otherwise, on a phone too', async () => {
    await page.getByRole('button', { name: 'Look', exact: true }).click();
    await desk.choose('Ground', 'The site’s colour');
    await page.getByRole('radio', { name: 'On a phone' }).click();
    await desk.choose('Space inside', 'Small');
    await expect(frame.locator('.styled').last()).toHaveCSS('color', /rgb/);
    const found = await new AxeBuilder({ page }).include('tov-builder-page').analyze();
    expect(found.violations.map(({ id }) => id)).toEqual([]);
  });

  await test.step('blocks are chosen on the page, and the tree follows', async () => {
    await frame.getByRole('heading', { name: 'Rooms', exact: true }).click();
    await expect(tree.getByRole('treeitem', { selected: true })).toHaveText(/Heading: Rooms/);
    await tree.getByRole('treeitem', { name: 'Cards: Routes' }).click();
    await expect(cards.first()).toBeInViewport();
  });

  await test.step('visitors see it, and it is taken back', async () => {
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('The template is saved')).toBeVisible();
    const site = await page.context().newPage();
    await site.goto('/site/huts/bruskholm-hut');
    await expect(site.locator('.styled .cards li')).toHaveCount(1);
    await expect(site.locator('.styled .cards')).toContainText('Bruskholm to Bruskholm');
    await site.close();
    await tree.getByRole('treeitem', { name: 'Cards: Routes' }).focus();
    await page.keyboard.press('Delete');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('The template is saved').last()).toBeVisible();
  });
});

test('every term has a page that is put together of blocks, and goes back to what it was', async ({
  desk,
  page,
}) => {
  await desk.signIn();
  await page.goto('/templates/terms-area');
  const frame = page.frameLocator('iframe');
  await expect(frame.getByRole('heading', { level: 1 })).toHaveText('South ridge');
  await page.getByRole('treeitem', { name: 'Cards: Routes' }).focus();
  await page.keyboard.press('Delete');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('The template is saved')).toBeVisible();

  const site = await page.context().newPage();
  await site.goto('/site/areas/south-ridge');
  await expect(site.getByRole('heading', { name: 'Huts', exact: true })).toBeVisible();
  await expect(site.getByRole('heading', { name: 'Routes', exact: true })).toHaveCount(0);
  await site.getByRole('link', { name: 'Tarn valley' }).click();
  await expect(site.getByRole('link', { name: 'South ridge' })).toBeVisible();
  await site.close();

  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Reset' }).click();
  await page.getByRole('button', { name: 'Reset the template' }).click();
  await expect(page.getByRole('treeitem', { name: 'Cards: Routes' })).toBeVisible();
});
