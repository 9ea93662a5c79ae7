import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from '../support/journey';

const screens = [
  ['the model', '/model'],
  ['a type', '/model/types/t_hut'],
  ['a sheet with a field chosen', '/model/groups/g_hut?field=f_winter_code'],
  ['the history', '/model/history'],
  ['a list of entries', '/content/hut'],
  ['an entry', '/content/hut/e_hut0000001'],
  ['the media', '/media'],
  ['the template builder', '/templates/hut'],
  ['the explorer', '/delivery'],
  ['a public page', '/site/huts/vessmar-hut'],
] as const;

for (const scheme of ['light', 'dark'] as const) {
  test(`no screen has a serious barrier, ${scheme}`, async ({ desk, page }) => {
    test.setTimeout(180_000);
    await page.emulateMedia({ colorScheme: scheme });
    await desk.signIn();
    for (const [name, path] of screens) {
      await page.goto(path);
      await expect(page.locator('h1, .title, main').first()).toBeVisible();
      // Colours come with the first stylesheet; lists and previews with their answers.
      await page.waitForTimeout(700);
      const { violations } = await new AxeBuilder({ page })
        .options({ iframes: false })
        .setLegacyMode()
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
        .analyze();
      const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
      const found = serious.map(
        ({ id, nodes }) =>
          `${id}: ${nodes
            .slice(0, 3)
            .map(({ html }) => html.slice(0, 160))
            .join(' | ')}`,
      );
      expect.soft(found, name).toEqual([]);
    }
  });
}

test('an entry can be filled on a phone', async ({ desk, page }) => {
  await page.setViewportSize({ width: 390, height: 780 });
  await desk.signIn('Tobrin Kestling', '/content/hut/e_hut0000006');
  await desk.field('Phone').fill('+00 77777');
  const width = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(width).toBeLessThanOrEqual(390);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved and published.')).toBeVisible();
});
