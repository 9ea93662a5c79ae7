import { expect, test } from '../support/journey';

test('a page tells of itself with values in its words, and is found by machines', async ({ desk, page }) => {
  await desk.signIn();
  await page.goto('/templates/warden');
  await page.getByRole('radio', { name: 'Found and shared' }).click();
  await expect(page.getByRole('heading', { name: 'In a list of results' })).toBeVisible();

  await test.step('a title is written by keyboard, a value put in where @ is typed', async () => {
    const title = page.getByRole('textbox', { name: 'Title where it is found' });
    await title.focus();
    await page.keyboard.press('End');
    await page.keyboard.type(', warden (@');
    await expect(page.getByLabel('Insert a value into Title where it is found')).toBeFocused();
    await page.keyboard.type('years');
    await expect(page.getByRole('option').first()).toContainText(/years/i);
    await page.keyboard.press('Enter');
    await expect(title).toBeFocused();
    await page.keyboard.type(' years)');
    await expect(page.locator('tov-head-preview .result .title')).toContainText(/, warden \(\d+.*years\)/);
  });

  await test.step('it is said what the page is about', async () => {
    await desk.choose('What it is about (schema.org)', 'Person');
    await expect(page.locator('tov-head-preview code')).toContainText('"@type":"Person"');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('The template is saved')).toBeVisible();
  });

  await test.step('pages say so, and all that is found is sound', async () => {
    const site = await page.context().newPage();
    await site.goto('/site/wardens/');
    await site.locator('.cards a').first().click();
    await expect(site).toHaveTitle(/, warden \(\d+.*years\) · Velmark Huts/);
    const linked = await site.locator('script[type="application/ld+json"]').textContent();
    expect(JSON.parse(linked ?? '')).toEqual(expect.objectContaining({ '@type': 'Person' }));
    for (const path of ['/site/sitemap.xml', '/site/huts/feed.atom']) {
      const xml = await (await site.request.get(path)).text();
      const links = await site.evaluate((text) => {
        const parsed = new DOMParser().parseFromString(text, 'application/xml');
        if (parsed.querySelector('parsererror')) return null;
        return [...parsed.querySelectorAll('loc, entry > link')].map(
          (each) => each.getAttribute('href') ?? each.textContent,
        );
      }, xml);
      expect(links?.length).toBeGreaterThan(20);
      for (const link of (links ?? []).slice(0, 12))
        expect((await site.request.get(link)).status()).toBe(200);
    }
    await site.close();
  });

  await test.step('it is taken back', async () => {
    await page.getByRole('button', { name: 'As usual' }).click();
    await desk.choose('What it is about (schema.org)', 'WebPage');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('The template is saved')).toBeVisible();
    await expect(page.getByText('Changes not saved')).toHaveCount(0);
  });
});
