import { expect, test } from '@playwright/test';
import { DataFolder, RunningServer } from '../support/server';

test('from an empty folder to a page that shows a value of one’s own', async ({ page, context }) => {
  test.setTimeout(180_000);
  const folder = new DataFolder();
  const server = await RunningServer.start('start', folder.path);
  await page.goto(server.address);

  // All that is missing is said at once, at its line.
  await page.getByRole('button', { name: 'Create workspace' }).click();
  await expect(page.getByText('Give the workspace a name.')).toBeVisible();
  await expect(page.getByText('A password has at least 10 characters.')).toBeVisible();
  await expect(page.getByLabel('Name of the workspace')).toBeFocused();
  await page.getByLabel('Name of the workspace').fill('My site');
  await page.getByLabel('Your name').fill('Ada Larch');
  await page.getByLabel('Email').fill('ada@larch.example');
  await page.getByLabel('Password').fill('a long password');
  await page.getByRole('button', { name: 'Create workspace' }).click();

  // The path says what is next; it knows the type just made.
  const path = page.getByRole('region', { name: 'From nothing to a page' });
  await path.getByRole('button', { name: 'New content type' }).click();
  await page.getByRole('dialog').getByLabel('Singular').fill('Event');
  await page.getByRole('button', { name: 'Add the type' }).click();
  await expect(page.getByRole('heading', { name: 'Event', level: 1 })).toBeVisible();
  await page.goto(`${server.address}/model`);
  await path.getByRole('button', { name: 'Fields for Event' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('checkbox', { name: 'Events' })).toBeChecked();
  await dialog.getByLabel('Name').fill('Event facts');
  await dialog.getByRole('button', { name: 'Add the group' }).click();
  const line = page.getByLabel('Add a field: type a label, press Enter');
  await line.fill('Ticket price in crowns');
  await line.press('Enter');
  await expect(page.locator('tov-strip').getByRole('status')).toHaveText(/^Saved/);

  await page.goto(`${server.address}/model`);
  await path.getByRole('button', { name: 'New event' }).click();
  await page.getByLabel('Title').fill('Midsummer');
  await page.getByLabel('Ticket price in crowns', { exact: true }).fill('75');
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(page.getByText(/published/i).first()).toBeVisible();

  await page.goto(`${server.address}/model`);
  const opened = context.waitForEvent('page');
  await path.getByRole('button', { name: 'See it' }).click();
  const site = await opened;
  await expect(site.getByRole('heading', { name: 'Midsummer' })).toBeVisible();
  await expect(site.locator('main')).toContainText('75');
  await expect(path).toBeHidden();

  // The site itself leads somewhere, too.
  await site.goto(`${server.address}/site/`);
  await expect(site.getByRole('link', { name: 'Midsummer' })).toBeVisible();
  await server.stop();
  folder.remove();
});

test('somebody is invited by a link, comes in, and goes', async ({ page, browser }) => {
  test.setTimeout(120_000);
  const folder = new DataFolder();
  const server = await RunningServer.start('demo', folder.path);
  await page.goto(`${server.address}/people`);
  await page.getByRole('button', { name: 'Ilse Varnholt' }).click();
  await page.getByRole('button', { name: 'Invite somebody' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Maren Foss');
  await dialog.getByLabel('Email').fill('maren@larch.example');
  await dialog.getByRole('button', { name: 'Make the link' }).click();
  const link = await dialog.getByLabel('Link').inputValue();
  await dialog.getByRole('button', { name: 'Done' }).click();

  const other = await browser.newContext();
  const theirs = await other.newPage();
  await theirs.goto(link);
  await expect(theirs.getByRole('heading', { name: 'Welcome, Maren Foss' })).toBeVisible();
  await theirs.getByLabel('Password').fill('a long password');
  await theirs.getByRole('button', { name: 'Come in' }).click();
  await expect(theirs.getByText('Signed in as Maren Foss, editor')).toBeVisible();

  await page.getByRole('button', { name: /^Maren Foss/ }).click();
  await page.getByRole('button', { name: 'Remove…' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove' }).click();
  await expect(page.getByRole('button', { name: /^Maren Foss/ })).toBeHidden();
  await theirs.goto(`${server.address}/content`);
  await expect(theirs.getByText('This is the demo.')).toBeVisible();
  await other.close();
  await server.stop();
  folder.remove();
});
