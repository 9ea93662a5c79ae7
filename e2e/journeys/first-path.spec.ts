import { expect, graphql, test } from '../support/journey';

/** The first path: a field is defined, filled, shown on a page, read over the APIs, and renamed. */
test('a new number field goes from the sheet to page and APIs, and survives a rename', async ({
  desk,
  page,
  request,
}) => {
  await desk.signIn();

  // Define it.
  await page
    .getByRole('link', { name: /^Hut facts/ })
    .first()
    .click();
  await desk.addField('Snow depth in m', 'Number');
  await expect(page.getByLabel('Key of Snow depth in m')).toHaveValue('snow_depth_in_m');
  await desk.saved();

  // Fill it on a published hut.
  await page.getByRole('link', { name: 'Content', exact: true }).click();
  await page.getByRole('link', { name: /^Hut/ }).first().click();
  await page.getByRole('link', { name: 'Vessmar Hut' }).click();
  await desk.field('Snow depth in m').fill('3.5');
  await page.getByRole('button', { name: 'Publish changes' }).click();
  await expect(page.getByText('Saved and published.')).toBeVisible();

  // Bind it in the template.
  await page.getByRole('link', { name: 'Templates', exact: true }).click();
  await page.goto('/templates/hut');
  await desk.choose('Sample entry', 'Vessmar Hut');
  await page.getByRole('button', { name: /^Put Snow depth in m on the page/ }).click();
  await expect(page.frameLocator('iframe').getByText('3.5')).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('The template is saved')).toBeVisible();

  // See it on the public page.
  const site = await page.context().newPage();
  await site.goto('/site/huts/vessmar-hut');
  await expect(site.locator('main')).toContainText('3.5');
  const before = await site.locator('main').innerText();

  // Get it as a JSON number, without a restart.
  const rest = await (await request.get('/api/content/v1/huts/vessmar-hut')).json();
  expect(rest.data.snow_depth_in_m).toBe(3.5);
  const first = await graphql<{ hut: object }>(
    request,
    '{ hut(slug: "vessmar-hut") { snow_depth_in_m altitude } }',
  );
  expect(first.hut).toEqual({ snow_depth_in_m: 3.5, altitude: rest.data.altitude });

  // Rename its key.
  await page.getByRole('link', { name: 'Model', exact: true }).click();
  await page
    .getByRole('link', { name: /^Hut facts/ })
    .first()
    .click();
  const key = page.getByLabel('Key of Snow depth in m');
  await key.fill('snow');
  await key.press('Enter');
  await desk.saved();
  const renamed = await graphql<{ hut: object }>(request, '{ hut(slug: "vessmar-hut") { snow } }');
  expect(renamed.hut).toEqual({ snow: 3.5 });
  const again = await (await request.get('/api/content/v1/huts/vessmar-hut?fields=snow')).json();
  expect(again.data).toEqual({ snow: 3.5 });
  expect((await request.get('/api/content/v1/huts/vessmar-hut?fields=snow_depth_in_m')).status()).toBe(400);
  await site.reload();
  expect(await site.locator('main').innerText()).toBe(before);
});
