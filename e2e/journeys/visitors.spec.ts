import { expect, test } from '../support/journey';

test('a visitor narrows a list down, by mouse, by keyboard, on a phone and without scripts', async ({
  page,
  browser,
}) => {
  await page.goto('/site/');
  await page
    .getByRole('navigation', { name: 'Site', exact: true })
    .getByRole('link', { name: 'Routes' })
    .click();
  const found = page.getByRole('status');
  await expect(found).toHaveText('36 routes');

  await test.step('what is chosen is shown at once, and the focus stays', async () => {
    const alpine = page.getByRole('checkbox', { name: /Alpine/ });
    await alpine.focus();
    await page.keyboard.press('Space');
    await expect(page).toHaveURL(/difficulty=alpine/);
    await expect(found).toHaveText('11 routes');
    await expect(alpine).toBeFocused();
    await page.getByLabel('In order of').selectOption({ label: 'Length: highest first' });
    await expect(page).toHaveURL(/sort=-length/);
    await page.getByRole('group', { name: 'Length' }).getByLabel('from').fill('15');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('link', { name: 'Remove Length from 15' })).toBeVisible();
  });

  await test.step('it goes back, and words take away what they say', async () => {
    await page.goBack();
    await expect(found).toHaveText('11 routes');
    await page.getByRole('link', { name: 'Remove Difficulty: Alpine' }).click();
    await expect(found).toHaveText('36 routes');
    await expect(page.getByRole('checkbox', { name: /Alpine/ })).not.toBeChecked();
    await page.getByRole('link', { name: 'Page 2' }).click();
    await expect(page).toHaveURL(/page=2/);
    await expect(page.locator('.cards > li')).toHaveCount(12);
  });

  await test.step('the whole site is searched', async () => {
    await page.getByRole('link', { name: 'Search', exact: true }).click();
    await expect(page).toHaveURL(/\/site\/search/);
    await page.getByRole('searchbox').fill('tiled stove');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Found for “tiled stove”' })).toBeVisible();
    await expect(page.locator('mark').first()).toHaveText(/tiled|stove/);
    await page.getByRole('link', { name: /^All \d+ huts/ }).click();
    await expect(page.getByRole('searchbox')).toHaveValue('tiled stove');
  });

  await test.step('on a phone without scripts', async () => {
    const context = await browser.newContext({
      javaScriptEnabled: false,
      viewport: { width: 390, height: 700 },
    });
    const phone = await context.newPage();
    await phone.goto(new URL('/site/routes/', page.url()).href);
    await expect(phone.getByRole('checkbox').first()).toBeHidden();
    await phone.getByRole('link', { name: 'Narrow down' }).click();
    await phone.getByRole('checkbox', { name: /Easy/ }).check();
    await phone.getByRole('button', { name: 'Show' }).click();
    await expect(phone.getByRole('status')).toHaveText('7 routes');
    await expect(phone.getByRole('link', { name: 'Remove Difficulty: Easy' })).toBeVisible();
    await context.close();
  });
});

test('a developer changes what stands around all pages', async ({ desk, page }) => {
  await desk.signIn();
  await page.goto('/templates/hut');
  await page.getByRole('link', { name: 'Site: menus, footer, look' }).click();
  const preview = page.frameLocator('iframe');
  await expect(preview.getByRole('navigation', { name: 'Site', exact: true })).toContainText('The society');

  await page.getByRole('textbox', { name: 'Menu at the head, line 5: words' }).fill('Who we are');
  await expect(preview.getByRole('link', { name: 'Who we are' })).toBeVisible();
  await page.getByRole('button', { name: 'Line 5 up' }).click();
  await page.getByRole('textbox', { name: 'Words at the foot' }).fill('Warm since 1901');
  await expect(preview.getByText('Warm since 1901')).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('The frame of the site was saved')).toBeVisible();

  const site = await page.context().newPage();
  await site.goto('/site/huts/vessmar-hut');
  const menu = site.getByRole('navigation', { name: 'Site', exact: true }).getByRole('link');
  await expect(menu).toHaveText(['Huts', 'Routes', 'Wardens', 'Who we are', 'News']);
  await expect(site.getByText('Warm since 1901')).toBeVisible();
  await site.close();

  await page.getByRole('button', { name: 'Line 4 down' }).click();
  await page.getByRole('textbox', { name: 'Menu at the head, line 5: words' }).fill('The society');
  await page
    .getByRole('textbox', { name: 'Words at the foot' })
    .fill('Velmark Huts society\nSeven hundred beds between the Nethrim basin and the Vess valley.');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Give up' })).toHaveCount(0);
});
