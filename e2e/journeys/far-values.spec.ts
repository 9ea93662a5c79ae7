import { expect, graphql, test } from '../support/journey';

/** Values that stand far from an entry: shown on its page, read by programs, and still right after a rename. */
test('a page shows what leads back to its entry, and programs read as far', async ({
  desk,
  page,
  request,
}) => {
  await desk.signIn();
  await page.goto('/templates/warden');
  await desk.choose('Sample entry', 'Brannig Ashgrove');

  // A value beyond a relation is found by words, with what the sample has.
  await page.getByLabel('Find a value').fill('huts altitude');
  const value = page.getByRole('button', { name: 'Put Huts › Altitude on the page' });
  await expect(value).toContainText(/\d m/);
  await value.click();
  await expect(
    page
      .frameLocator('iframe')
      .getByText(/^\d+\s?m$/)
      .first(),
  ).toBeVisible();

  // A table of what leads back to each hut, in the section that repeats over the huts.
  await page.getByText('Table: Routes by their From').click();
  const rows = page.getByRole('combobox', { name: 'Rows of' });
  await expect(rows).toHaveValue(/Routes by their From$/);
  await rows.fill('routes by their to');
  await page
    .getByRole('option', { name: /Routes by their To/ })
    .first()
    .click();
  await expect(page.getByText('Table: Routes by their To')).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('The template is saved')).toBeVisible();

  // The public page has both, and keeps them when keys on the way are renamed.
  const site = await page.context().newPage();
  await site.goto('/site/wardens/brannig-ashgrove');
  const main = site.locator('main');
  await expect(main.getByRole('link', { name: /^\w+ to Kestmoor$/ }).first()).toBeVisible();
  const before = await main.innerText();
  await page.goto('/model');
  await page
    .getByRole('link', { name: /^Hut facts/ })
    .first()
    .click();
  const key = page.getByLabel('Key of Altitude');
  await key.fill('elevation');
  await key.press('Enter');
  await desk.saved();
  await site.reload();
  expect(await main.innerText()).toBe(before);

  // Programs go the same ways.
  const { warden } = await graphql<{ warden: { huts: { routes_by_destination: { totalCount: number } }[] } }>(
    request,
    '{ warden(slug: "brannig-ashgrove") { huts { elevation routes_by_destination(first: 1) { totalCount nodes { title } } } } }',
  );
  const [hut] = warden.huts;
  const rest = await request.get(
    '/api/content/v1/wardens/brannig-ashgrove?fields=huts.routes_by_destination.title',
  );
  const { data } = (await rest.json()) as { data: { huts: { routes_by_destination: unknown[] }[] } };
  expect(data.huts[0]?.routes_by_destination.length).toBe(hut?.routes_by_destination.totalCount);

  // The other journeys in this workspace know it by its old key.
  await key.fill('altitude');
  await key.press('Enter');
  await desk.saved();
  await site.reload();
  expect(await main.innerText()).toBe(before);
});
