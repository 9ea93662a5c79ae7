import type { Locator } from '@playwright/test';
import { expect, test } from '../support/journey';

/** Drags one thing onto the place of another, in the steps that a hand makes. */
async function drag(from: Locator, to: Locator): Promise<void> {
  const page = from.page();
  await from.scrollIntoViewIfNeeded();
  const [start, end] = [await from.boundingBox(), await to.boundingBox()];
  if (!start || !end) throw new Error('What is dragged, or where to, is not drawn.');
  const middle = (box: typeof start) => ({ x: box.x + box.width / 2, y: box.y + box.height / 2 });
  const [first, last] = [middle(start), middle(end)];
  await page.mouse.move(first.x, first.y);
  await page.mouse.down();
  for (let step = 1; step <= 10; step += 1)
    await page.mouse.move(first.x, first.y + ((last.y - first.y) * step) / 10);
  await page.mouse.up();
}

/** The rows of a list with what stands first in each: a value, or the name of a folded card. */
const firstOf = (list: Locator): Promise<readonly string[]> =>
  list.locator('.row').evaluateAll((rows) =>
    rows.map((row) => {
      const box = row.querySelector<HTMLInputElement | HTMLSelectElement>('.cells :is(input, select)');
      return box ? box.value : (row.querySelector('.name')?.textContent ?? '').trim();
    }),
  );

test('rows are dragged to another place: in grids, among cards, and within a card', async ({
  desk,
  page,
  request,
}) => {
  const answer = await request.get('/api/content/v1/huts?fields=id,rooms');
  const { data } = (await answer.json()) as { data: readonly { id: string; rooms: readonly unknown[] }[] };
  const hut = data.find(({ rooms }) => rooms.length > 1);
  await desk.signIn('Tobrin Kestling', `/content/hut/${hut?.id ?? ''}`);
  const list = (label: string): Locator => page.getByRole('group', { name: new RegExp(`^${label}, \\d`) });
  const grip = (rows: Locator, row: number): Locator =>
    rows.getByRole('button', { name: `Move row ${row} with Alt and arrow keys`, exact: true }).first();
  const dragsFirstToSecond = async (rows: Locator): Promise<void> => {
    // The form may still be on its way.
    await expect(rows.locator('.row').nth(1)).toBeVisible();
    const before = await firstOf(rows);
    expect(before.length).toBeGreaterThan(1);
    expect(before[0]).not.toBe(before[1]);
    await drag(grip(rows, 1), grip(rows, 2));
    await expect.poll(() => firstOf(rows)).toEqual([before[1], before[0], ...before.slice(2)]);
  };
  await dragsFirstToSecond(list('Overnight prices'));
  await dragsFirstToSecond(list('Rooms'));
  await list('Rooms').locator('.name').first().click();
  await dragsFirstToSecond(list('Bunks'));
  // What was moved is undone as one step, and saved as it stands.
  const bunks = await firstOf(list('Bunks'));
  await page.keyboard.press('Control+z');
  await expect.poll(() => firstOf(list('Bunks'))).toEqual([bunks[1], bunks[0], ...bunks.slice(2)]);
});
