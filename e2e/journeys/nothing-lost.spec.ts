import { test as base, expect, type Page } from '@playwright/test';
import { Desk } from '../support/journey';
import { DataFolder, RunningServer } from '../support/server';

/** A workspace of its own, whose server ends and begins again in the middle. */
const test = base.extend<{ place: { folder: DataFolder; server: RunningServer } }>({
  place: async ({}, use) => {
    const folder = new DataFolder();
    const place = { folder, server: await RunningServer.start('demo', folder.path) };
    await use(place);
    await place.server.stop();
    folder.remove();
  },
});
test.describe.configure({ timeout: 120_000 });

const sheet = (address: string) => `${address}/model/groups/g_hut`;

async function rename(page: Page, from: string, to: string): Promise<void> {
  const cell = page.getByLabel(`Label of ${from}`, { exact: true });
  await cell.fill(to);
  await cell.press('Enter');
  await expect(page.getByLabel(`Label of ${to}`, { exact: true })).toBeVisible();
}

async function labels(page: Page, address: string): Promise<readonly string[]> {
  const answer = await page.request.get(`${address}/api/studio/model`);
  const { document } = (await answer.json()) as {
    document: { groups: { id: string; fields: { label: string }[] }[] };
  };
  return document.groups.find(({ id }) => id === 'g_hut')?.fields.map(({ label }) => label) ?? [];
}

test('changes of the model wait while the server is away, outlive the tab, and arrive in their order', async ({
  page,
  place,
  context,
}) => {
  const { folder } = place;
  const { port, address } = place.server;
  const desk = new Desk(page);
  await desk.signIn('Ilse Varnholt', `${address}/model`);
  await page.goto(sheet(address));
  await expect(page.getByLabel('Label of Phone', { exact: true })).toBeVisible();
  await place.server.kill();
  await rename(page, 'Phone', 'Telephone');
  await rename(page, 'Email', 'Mail');
  const strip = page.locator('tov-strip');
  await expect(strip).toContainText('2 changes waiting');
  await expect(strip.getByRole('button', { name: 'Try now' })).toBeVisible();
  // What was typed goes on without the server, and the tab ends without it.
  await page.close({ runBeforeUnload: false });
  place.server = await RunningServer.start('demo', folder.path, port);
  const again = await context.newPage();
  await again.goto(sheet(address));
  await expect(again.getByLabel('Label of Telephone', { exact: true })).toBeVisible();
  await rename(again, 'Website', 'Web page');
  await expect
    .poll(() => labels(again, address))
    .toEqual(expect.arrayContaining(['Telephone', 'Mail', 'Web page']));
  await new Desk(again).saved();
});

test('the server comes back under a page that is open: everything recovers by itself', async ({
  page,
  place,
}) => {
  const { folder } = place;
  const { port, address } = place.server;
  const desk = new Desk(page);
  await desk.signIn('Ilse Varnholt', `${address}/content/warden`);
  // What was opened once is there without the server; the rest is loaded in the first pause.
  await page.getByRole('link', { name: 'Overview', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'What is going on' })).toBeVisible();
  await page.getByRole('link', { name: 'Model', exact: true }).click();
  await page
    .getByRole('link', { name: /^Hut facts/ })
    .first()
    .click();
  await expect(page.getByLabel('Label of Phone', { exact: true })).toBeVisible();
  await place.server.kill();
  await rename(page, 'Phone', 'Telephone');
  await expect(page.getByText('Tovlet does not answer.')).toBeVisible();
  // Reading goes on: another screen, from what is here.
  await page.getByRole('link', { name: 'Model', exact: true }).first().click();
  await page.getByRole('link', { name: 'Content', exact: true }).click();
  await expect(page.getByText('The overview could not be loaded.')).toBeVisible();
  await page.getByRole('link', { name: /^Huts/ }).click();
  await expect(page.getByText('The list could not be loaded.')).toBeVisible();
  await expect(page.getByText('No huts yet')).toHaveCount(0);
  place.server = await RunningServer.start('demo', folder.path, port);
  await expect(page.getByText('Tovlet does not answer.')).toHaveCount(0, { timeout: 20_000 });
  await expect(page.getByRole('link', { name: 'Vessmar Hut' })).toBeVisible();
  await desk.saved();
  await expect.poll(() => labels(page, address)).toContain('Telephone');
});

test('what is typed into an entry outlives its tab, and a draft is saved whatever it holds', async ({
  page,
  place,
  context,
}) => {
  const { address } = place.server;
  const hut = `${address}/content/hut/e_hut0000001`;
  await new Desk(page).signIn('Tobrin Kestling', `${address}/content`);
  await page.goto(hut);
  await page.getByLabel('Altitude', { exact: true }).fill('12-');
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.goto(hut);
  const altitude = again.getByLabel('Altitude', { exact: true });
  await expect(altitude).toHaveValue('1060');
  await again.getByRole('button', { name: 'Go on with them' }).click();
  await expect(altitude).toHaveValue('12-');
  await again.getByRole('button', { name: 'Publish changes' }).click();
  await expect(again.locator('#summary')).toContainText('“12-” is not a number');
  await again.getByRole('button', { name: 'Unpublish', exact: true }).click();
  await expect(again.getByText('Saved as a draft.')).toBeVisible();
  await again.reload();
  await expect(altitude).toHaveValue('12-');
  await again.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(again.locator('#summary')).toContainText('“12-” is not a number');
  await expect(again.locator('.status')).toContainText('draft');
  // Undo takes back intentions, also while the box has the focus.
  await altitude.fill('1061');
  await again.keyboard.press('Control+z');
  await expect(altitude).toHaveValue('12-');
  await again.keyboard.press('Control+Shift+z');
  await expect(altitude).toHaveValue(/1[,.]?061/);
});
