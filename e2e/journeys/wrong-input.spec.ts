import { expect, test } from '../support/journey';

test('a form says what is wrong, offers the fix, and jumps to it', async ({ desk, page }) => {
  await desk.signIn('Tobrin Kestling', '/content/hut/e_hut0000002');
  await desk.field('Email').fill('nobody at larch');
  await desk.field('Website').fill('larch.velmark.example');
  await desk.field('Altitude').fill('');
  await desk.field('Search title').fill('x'.repeat(10_000));
  await page.keyboard.press('Control+s');
  const summary = page.locator('#summary');
  await expect(summary).toContainText('4 things keep this from being saved');
  await expect(summary).toBeFocused();
  await summary.getByRole('button', { name: /Altitude is required/ }).click();
  await expect(desk.field('Altitude')).toBeFocused();
  await page.keyboard.type('2080');
  await page.getByRole('button', { name: 'Add https://' }).click();
  await expect(desk.field('Website')).toHaveValue('https://larch.velmark.example');
  await desk.field('Email').fill('nobody@larch.example');
  await desk.field('Search title').fill('Short');
  await page.keyboard.press('Control+s');
  await expect(page.getByText('Saved and published.')).toBeVisible();
});

test('a required value inside what is hidden does not block, and comes back with its condition', async ({
  desk,
  page,
}) => {
  await desk.signIn('Tobrin Kestling', '/content/hut/new');
  await page.getByLabel('Title', { exact: true }).fill('Hidden Hut');
  await desk.field('Altitude').fill('1200');
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(page.getByText('Saved and published.')).toBeVisible();
  await expect(desk.field('Winter room code')).toHaveCount(0);
  await page.getByRole('switch').click();
  await expect(desk.field('Winter room code')).toBeVisible();
  await page.getByRole('button', { name: 'Publish changes' }).click();
  await expect(page.locator('#summary')).toContainText('Winter room code is required');
});

test('rows are added up to the maximum, undone, duplicated and moved by keys', async ({ desk, page }) => {
  await desk.signIn('Tobrin Kestling', '/content/hut/new');
  const rows = page.getByRole('group', { name: /^Overnight prices/ });
  const add = page.getByRole('button', { name: 'Add a price' });
  for (let count = 0; count < 12; count += 1) await add.click();
  await expect(add).toBeDisabled();
  await expect(rows).toHaveAttribute('aria-label', 'Overnight prices, 12 rows');
  const guest = (row: number) => page.getByLabel(`Guest, row ${row}`, { exact: true });
  await guest(1).fill('Adults');
  await guest(2).fill('Families');
  await page.getByRole('button', { name: 'Delete row 2', exact: true }).click();
  await expect(rows).toHaveAttribute('aria-label', 'Overnight prices, 11 rows');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(guest(2)).toHaveValue('Families');
  await page.getByRole('button', { name: /^Move row 2 / }).press('Alt+ArrowUp');
  await expect(guest(1)).toHaveValue('Families');
  await page.getByRole('button', { name: 'Delete row 12', exact: true }).click();
  await page.getByRole('button', { name: 'Duplicate row 1', exact: true }).click();
  await expect(guest(2)).toHaveValue('Families');
});

test('what was typed into an entry is there after leaving at once; into a new one, leaving asks', async ({
  desk,
  page,
}) => {
  const hut = '/content/hut/e_hut0000003';
  await desk.signIn('Tobrin Kestling', hut);
  await desk.field('Phone').fill('+00 1');
  await page.getByRole('link', { name: 'Media', exact: true }).click();
  await expect(page).toHaveURL(/\/media/);
  await page.goto(hut);
  await expect(desk.field('Phone')).toHaveValue('+00 1');
  await page.getByRole('button', { name: 'Give up changes' }).click();
  await expect(page.getByText('All saved')).toBeVisible();
  await page.goto('/content/hut/new');
  await desk.field('Phone').fill('+00 1');
  await page.getByRole('link', { name: 'Media', exact: true }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.getByRole('button', { name: 'Stay' }).click();
  await expect(desk.field('Phone')).toHaveValue('+00 1');
});

test('a group that reaches nothing is reported, and a form says why a group is not there', async ({
  desk,
  page,
}) => {
  await desk.signIn();
  await page.getByRole('button', { name: /^Checks/ }).click();
  await page.getByRole('button', { name: /The group “Ski tours” appears on nothing/ }).click();
  await expect(page).toHaveURL(/groups\/g_ski/);
  await expect(page.getByText('It can appear on nothing')).toBeVisible();
  await page.goto('/content/warden/e_warden0000001');
  await page.getByRole('button', { name: 'Why is a group (not) here?' }).click();
  const reasons = page.locator('tov-group-reasons');
  await expect(reasons.getByRole('listitem').filter({ hasText: 'Hut facts' })).toContainText(
    'Not here: it asks that type is Hut',
  );
  await expect(reasons.getByRole('listitem').filter({ hasText: 'Ski tours' })).toContainText('Not here');
});

test('requests that are too large or unknown are answered clearly', async ({ desk, page }) => {
  await desk.signIn('Tobrin Kestling');
  const { request } = page;
  const large = await request.post('/api/studio/entries', {
    data: { type: 'hut', title: 'x'.repeat(50 * 1024 * 1024) },
  });
  expect(large.status()).toBe(413);
  expect((await large.json()).detail).toContain('8 MB');
  const unknown = await request.get('/api/content/v1/huts?filter[altitud][gte]=1');
  expect(unknown.status()).toBe(400);
  expect((await unknown.json()).detail).toContain('altitude');
});
