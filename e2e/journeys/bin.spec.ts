import { expect, test } from '../support/journey';

test('an editor deletes a warden, misses her, and has her back where she was', async ({ desk, request }) => {
  const { page } = desk;
  await desk.signIn('Tobrin Kestling', '/content/warden');
  const first = page.getByRole('rowheader').first();
  const name = (await first.getByRole('link').textContent()) ?? '';
  await first.getByRole('link').click();
  await expect(
    page.getByRole('textbox', { name: 'Name', exact: true }).or(page.locator('h1')).first(),
  ).toBeVisible();
  const slug = await page.getByLabel('Address').inputValue();
  const reads = async () => (await request.get(`/api/content/v1/wardens/${slug}`)).status();
  const huts = async () => {
    const answer = await request.get(
      `/api/content/v1/huts?filter[wardens.title]=${encodeURIComponent(name)}`,
    );
    return ((await answer.json()) as { data: readonly unknown[] }).data.length;
  };
  const before = await huts();
  expect([await reads(), before > 0]).toEqual([200, true]);

  await test.step('the question says what becomes of the huts that name her', async () => {
    await page.getByRole('button', { name: 'Delete…' }).click();
    const dialog = page.getByRole('dialog', { name: `Put “${name}” into the bin?` });
    await expect(dialog).toContainText('will have it no more in “Wardens”');
    await dialog.getByRole('button', { name: 'Put into the bin' }).click();
    await expect(page.getByText(`“${name}” is in the bin.`)).toBeVisible();
    expect([await reads(), await huts()]).toEqual([404, 0]);
  });

  await test.step('the bin gives her back, with her huts', async () => {
    await page.getByRole('link', { name: 'Bin' }).click();
    await page.getByRole('searchbox', { name: 'Search the bin' }).fill(name);
    await page.getByRole('button', { name: `Bring back ${name}` }).click();
    await page.getByRole('link', { name: `Open “${name}”` }).click();
    await expect(page.getByLabel('Address')).toHaveValue(slug);
    expect([await reads(), await huts()]).toEqual([200, before]);
  });
});
