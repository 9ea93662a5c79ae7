import { expect, test } from '../support/journey';

/** A picture of one pixel, wide enough to be one. */
const PICTURE = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

test('a picture is uploaded, described, chosen in an entry and delivered', async ({
  desk,
  page,
  request,
}) => {
  await desk.signIn('Tobrin Kestling', '/media');
  await page.getByLabel('Files to upload').setInputFiles([
    { name: 'notes.html', mimeType: 'text/html', buffer: Buffer.from('<html>Notes</html>') },
    { name: 'dawn.png', mimeType: 'image/png', buffer: PICTURE },
  ]);
  const refused = page.getByRole('listitem').filter({ hasText: 'notes.html' });
  await expect(refused).toContainText('This file is not of a kind that is taken');
  await page.getByRole('button', { name: /dawn/ }).click();
  const description = page.getByRole('textbox', { name: /^Alternative text/ });
  await description.fill('Dawn over the ridge');
  await description.blur();
  await expect(page.getByRole('button', { name: /Dawn over the ridge/ })).toBeVisible();

  await page.goto('/content/hut/e_hut0000002');
  await page.getByRole('button', { name: 'Change Picture' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Search media').fill('dawn over');
  await dialog.getByRole('button', { name: /Dawn over the ridge/ }).click();
  await dialog.getByRole('button', { name: /^Use/ }).click();
  await expect(page.getByText('1 × 1 px')).toBeVisible();
  await page.getByRole('button', { name: 'Publish changes' }).click();
  await expect(page.getByText('Saved and published.')).toBeVisible();

  const { data } = await (await request.get('/api/content/v1/huts/tarnock-hut?fields=picture')).json();
  expect(data.picture).toMatchObject({ alt: 'Dawn over the ridge', width: 1, height: 1 });
  expect((await request.get(data.picture.url)).headers()['content-type']).toBe('image/png');
});

test('the explorer marks what the schema does not know, answers, and measures', async ({ desk, page }) => {
  await desk.signIn('Ilse Varnholt', '/delivery');
  const editor = page.getByRole('textbox', { name: 'GraphQL query' });
  await editor.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.insertText('{ huts(first: 1) { nodes { title altitud } } }');
  await expect(page.locator('.cm-lintRange-error').first()).toBeVisible();
  await page.keyboard.press('Control+a');
  await page.keyboard.insertText('{ huts(first: 1) { nodes { title altitude } } }');
  await expect(page.locator('.cm-lintRange-error')).toHaveCount(0);
  await page.getByRole('button', { name: /^Run/ }).click();
  await expect(page.getByText(/\d+ bytes/)).toBeVisible();
  await expect(page.locator('tov-code-editor').last()).toContainText('"altitude"');

  await page.getByRole('radio', { name: 'REST' }).click();
  await page.getByLabel('Address').fill('/api/content/v1/huts?sort=nothing');
  await page.getByRole('button', { name: /^Run/ }).click();
  await expect(page.locator('tov-code-editor').last()).toContainText('There is no field “nothing”');
});

test('a page can be written in Liquid, with mistakes shown at their line', async ({
  desk,
  page,
  request,
}) => {
  await desk.signIn('Ilse Varnholt', '/templates/warden');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Write it in Liquid instead' }).click();
  const editor = page.getByRole('textbox', { name: 'Liquid of the template' });
  await editor.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.insertText('<h1>{{ entry.title }}</h1>\n{% if entry.years %}');
  await expect(page.getByRole('alert')).toContainText('not closed');
  await page.keyboard.press('Control+a');
  await page.keyboard.insertText('<h1>{{ entry.title }}</h1>\n<p class="years">{{ entry.years }} years</p>');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('The template is saved')).toBeVisible();
  const { data } = await (await request.get('/api/content/v1/wardens?page[size]=1')).json();
  const html = await (await request.get(data[0].url)).text();
  expect(html).toContain(`<p class="years">${data[0].years} years</p>`);
});
