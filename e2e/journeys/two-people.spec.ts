import { Desk, expect, test } from '../support/journey';

test('two people change the same entry, one of them without a connection: they choose, and nothing is lost', async ({
  browser,
  desk,
  page,
  baseURL,
}) => {
  await desk.signIn('Tobrin Kestling', '/content/hut/e_hut0000005');
  const second = await browser.newContext({ baseURL: baseURL ?? '' });
  const other = new Desk(await second.newPage());
  await other.signIn('Sunniva Larchfell', '/content/hut/e_hut0000005');

  await expect(other.field('Phone')).toBeVisible();
  await second.setOffline(true);
  await other.field('Phone').fill('+00 22222');
  await other.field('In rooms').fill('9');
  await desk.field('Phone').fill('+00 11111');
  await desk.field('Email').fill('new@velmark.example');
  await page.keyboard.press('Control+s');
  await expect(page.getByText('Saved and published.')).toBeVisible();
  await second.setOffline(false);

  // It is told of by itself, or at the latest when it is to be saved.
  await other.page.keyboard.press('Control+s');
  await expect(other.page.getByText('Tobrin Kestling changed this entry meanwhile')).toBeVisible();
  await other.page.getByLabel('+00 11111').check();
  const goOn = other.page.getByRole('button', { name: 'Go on with these' });
  const told = await goOn.isVisible();
  await (told ? goOn : other.page.getByRole('button', { name: 'Merge and save' })).click();
  await expect(other.field('Email')).toHaveValue('new@velmark.example');
  if (told) await other.page.getByRole('button', { name: 'Publish changes' }).click();
  await expect(other.page.getByText('Saved and published.')).toBeVisible();

  await page.reload();
  await expect(desk.field('In rooms')).toHaveValue('9');
  await expect(desk.field('Email')).toHaveValue('new@velmark.example');
  await expect(desk.field('Phone')).toHaveValue('+00 11111');
  await second.close();
});

test('two people change the model: both changes stand, and open screens follow', async ({
  browser,
  desk,
  page,
  baseURL,
}) => {
  await desk.signIn('Ilse Varnholt', '/model/groups/g_warden');
  const second = await browser.newContext({ baseURL: baseURL ?? '' });
  const other = new Desk(await second.newPage());
  await other.signIn('Ilse Varnholt', '/delivery');
  await desk.addField('Favourite soup');
  await desk.saved();
  // The explorer's list of fields is there without a reload.
  await other.page.locator('mat-expansion-panel-header', { hasText: 'Wardens' }).click();
  await expect(other.page.getByText('favourite_soup')).toHaveCount(1);
  await page.keyboard.press('Escape');
  await second.close();
});
