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

test('two people see where the other is, and speak about a field', async ({
  browser,
  desk,
  page,
  baseURL,
}) => {
  const hut = '/content/hut/e_hut0000008';
  await desk.signIn('Tobrin Kestling', hut);
  const second = await browser.newContext({ baseURL: baseURL ?? '' });
  const other = new Desk(await second.newPage());
  await other.signIn('Ilse Varnholt', hut);

  await test.step('each is told who else is there, and at which field', async () => {
    await other.field('Phone').focus();
    await expect(page.getByRole('list', { name: 'Also here' })).toHaveText(/Ilse Varnholt at Phone/);
    await expect(other.page.getByRole('list', { name: 'Also here' })).toContainText('Tobrin Kestling');
  });

  await test.step('somebody is named in a comment on a field, written by keyboard', async () => {
    await desk.field('Altitude').focus();
    await page.keyboard.press('Shift+Tab');
    await expect(page.getByRole('button', { name: 'Comment on Altitude' })).toBeFocused();
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Comment on Altitude').last()).toBeFocused();
    await page.keyboard.type('Is it measured, @ils');
    await expect(page.getByLabel('Comment on Altitude').last()).toHaveAttribute('aria-activedescendant', /./);
    await page.keyboard.press('Enter');
    await page.keyboard.type('or from a map?');
    await page.keyboard.press('Control+Enter');
    await expect(page.locator('tov-thread-view')).toContainText(
      'Is it measured, @Ilse Varnholt or from a map?',
    );
  });

  await test.step('it arrives at the other, is found in the overview and in a letter', async () => {
    await expect(other.page.getByRole('button', { name: 'One comment on Altitude' })).toBeVisible();
    await other.page.goto('/standins/mail');
    await expect(other.page.getByRole('article').first()).toContainText('Tobrin Kestling mentioned you');
    await other.page.goto('/content');
    await other.page.getByRole('link', { name: /Tobrin Kestling: Is it measured/ }).click();
    await expect(other.page.locator('tov-thread-view section').first()).toBeFocused();
  });

  await test.step('it is answered and resolved', async () => {
    const thread = other.page.locator('tov-thread-view').filter({ hasText: 'Is it measured' });
    await thread.getByRole('button', { name: 'Answer' }).click();
    await other.page.getByLabel('Answer', { exact: true }).fill('By the survey of 2024.');
    await thread.getByRole('button', { name: 'Answer' }).click();
    await expect(page.locator('tov-thread-view')).toContainText('By the survey of 2024.');
    await page.getByRole('button', { name: 'Resolve', exact: true }).click();
    await expect(other.page.getByRole('button', { name: 'One thread is resolved' })).toBeVisible();
    await expect(other.page.getByRole('button', { name: 'One comment on Altitude' })).toBeHidden();
  });

  await test.step('who goes is there no more', async () => {
    await second.close();
    await expect(page.getByRole('list', { name: 'Also here' })).toBeHidden();
  });
});
