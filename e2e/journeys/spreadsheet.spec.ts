import { expect, test } from '../support/journey';

const lines = (count: number): string =>
  [
    'Way from the station\t\t\t',
    'Altitude (m)\tWaypoint name\tHint\tSeen',
    ...Array.from({ length: count }, (_each, at) => {
      const hint = at === 2 ? '"Look for\nthe ""red"" mark"' : '';
      return `${at === 4 ? 'high up' : `1.${String(200 + at)}`}\tPoint ${at + 1}\t${hint}\tyes`;
    }),
  ].join('\n');

test('a table copied in a spreadsheet becomes rows of a route', async ({ desk, context }) => {
  const { page } = desk;
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await desk.signIn('Tobrin Kestling', '/content/route/e_route0000003');
  const list = page.getByRole('group', { name: /^Waypoints, / });
  const rows = list.locator('.row');
  await expect(list).toBeVisible();
  const before = Number(/(\d+) row/.exec((await list.getAttribute('aria-label')) ?? '')?.[1]);
  const dialog = page.getByRole('dialog', { name: 'Paste a table into Waypoints' });

  await test.step('it is pasted into the window, its columns found by their headings', async () => {
    await page.evaluate((text) => navigator.clipboard.writeText(text), lines(30));
    // Pictures above the list come after it and push it down: who presses at that moment presses again.
    await expect(async () => {
      if (!(await dialog.isVisible()))
        await list.getByRole('button', { name: 'Paste a table…' }).click({ timeout: 5_000 });
      await expect(dialog).toBeVisible({ timeout: 5_000 });
    }).toPass();
    await dialog.getByRole('textbox').press('ControlOrMeta+V');
    await expect(dialog.getByText('The first 2 lines have headings')).toBeVisible();
    await expect(dialog.getByText('2 cells have to be mended')).toBeVisible();
    await expect(dialog.getByText('1 column is left out')).toBeVisible();
    // Heights are whole metres, so that what stands in 1.200 is no decimal.
    await expect(dialog.getByRole('cell', { name: '1200 m' })).toBeVisible();
    await dialog.getByLabel('Only lines with something to mend').check();
    await expect(dialog.locator('tbody tr')).toHaveCount(2);
    await dialog.getByRole('button', { name: 'Insert 30 rows' }).click();
    await expect(list).toHaveAccessibleName(`Waypoints, ${before + 30} rows`);
  });

  await test.step('what could not be read stands in its row, marked and listed', async () => {
    await page.getByRole('button', { name: /row \d+: “high up” is not a number/ }).click();
    const box = page.getByLabel('Altitude', { exact: true });
    await expect(box).toHaveValue('high up');
    await box.fill('1204');
    await expect(page.getByRole('button', { name: /is not a number/ })).toHaveCount(0);
  });

  await test.step('the rows are copied, and are the same when they are pasted again', async () => {
    await list.getByRole('button', { name: 'Copy the rows' }).click();
    await expect(page.getByText('copied, as a spreadsheet takes them.')).toBeVisible();
    const text = await page.evaluate(() => navigator.clipboard.readText());
    expect(text.split('\n')[0]).toBe('Name\tAltitude\tPlace\tHint');
    expect(text).toContain('"Look for\nthe ""red"" mark"');
  });

  await test.step('one step takes the whole table back', async () => {
    await page.getByRole('button', { name: 'Give up changes' }).click();
    await expect(list).toHaveAccessibleName(new RegExp(`^Waypoints, ${before} rows?$`));
    await expect(rows).toHaveCount(before);
  });
});
