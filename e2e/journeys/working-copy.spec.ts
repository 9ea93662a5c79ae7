import { test as base } from '@playwright/test';
import { Desk, expect, test } from '../support/journey';
import { DataFolder, RunningServer } from '../support/server';

test('what one editor types reaches the other, and visitors only when it is published', async ({
  desk,
  browser,
  request,
  baseURL,
}) => {
  const { page } = desk;
  const hut = '/content/hut/e_hut0000015';
  await desk.signIn('Tobrin Kestling', hut);
  const phone = page.getByLabel('Phone', { exact: true });
  const before = await phone.inputValue();
  const other = await browser.newContext({ ...(baseURL ? { baseURL } : {}) });
  const second = new Desk(await other.newPage());
  const api = async (): Promise<string> =>
    JSON.stringify(await (await request.get('/api/content/v1/huts?page[size]=50&fields=phone,email')).json());

  await test.step('it is kept a moment after it was typed, beside what is published', async () => {
    await phone.fill('+00 55501');
    await expect(page.getByText('One change not published')).toBeVisible();
    await expect(page.getByText(/^Kept /)).toBeVisible();
    expect(await api()).not.toContain('55501');
  });

  await test.step('somebody else goes on with it, and each sees what the other types', async () => {
    await second.signIn('Sunniva Larchfell', hut);
    await expect(second.page.getByLabel('Phone', { exact: true })).toHaveValue('+00 55501');
    await expect(second.page.getByText(/by Tobrin Kestling$/)).toBeVisible();
    await second.page.getByLabel('Email', { exact: true }).fill('both@example.org');
    await expect(page.getByLabel('Email', { exact: true })).toHaveValue('both@example.org');
    await expect(page.getByText('2 changes not published')).toBeVisible();
  });

  await test.step('leaving asks nothing, and the list tells', async () => {
    await page.getByRole('link', { name: 'Huts', exact: true }).click();
    await expect(page.getByText('changed, not saved').first()).toBeVisible();
    await page.goto(hut);
    await expect(phone).toHaveValue('+00 55501');
  });

  await test.step('it is published as one, for both', async () => {
    await page.getByRole('button', { name: 'Publish changes' }).click();
    await expect(page.getByText('Saved and published.')).toBeVisible();
    await expect(second.page.getByText('All saved')).toBeVisible();
    expect(await api()).toContain('55501');
    expect(await api()).toContain('both@example.org');
  });

  await test.step('what is given up can be had back, and given up again', async () => {
    await phone.fill(before);
    await page.getByRole('button', { name: 'Give up changes' }).click();
    await expect(phone).toHaveValue('+00 55501');
    await phone.fill(before);
    await page.getByLabel('Email', { exact: true }).fill('');
    await page.getByRole('button', { name: 'Publish changes' }).click();
    await expect(page.getByText('All saved')).toBeVisible();
  });
  await other.close();
});

base.describe('a set time', () => {
  base.describe.configure({ timeout: 240_000 });

  base(
    'comes while the server is away: the draft is published when it is back',
    async ({ page, request }) => {
      const folder = new DataFolder();
      let server = await RunningServer.start('demo', folder.path);
      const { address, port } = server;
      await new Desk(page).signIn('Tobrin Kestling', `${address}/content`);
      await page.goto(`${address}/content/hut/e_hut0000023`);
      await page.getByLabel('Altitude', { exact: true }).fill('3333');
      await page.getByRole('button', { name: 'Publish at a set time…' }).click();
      const dialog = page.getByRole('dialog');
      await expect(dialog.getByText('On the clocks of the workspace: UTC')).toBeVisible();
      // The next minute, or the one after where that is too near.
      const minute = new Date(Math.ceil((Date.now() + 15_000) / 60_000) * 60_000).toISOString();
      await dialog.getByLabel('Day').fill(minute.slice(0, 10));
      await dialog.getByLabel('Time').fill(minute.slice(11, 16));
      await dialog.getByRole('button', { name: 'Plan it' }).click();
      await expect(page.getByText(/^To be published on/)).toBeVisible();
      await server.kill();
      await expect.poll(() => Date.now(), { timeout: 100_000 }).toBeGreaterThan(Date.parse(minute));
      server = await RunningServer.start('demo', folder.path, port);
      const hut = async (): Promise<unknown> => {
        const answer = await request.get(
          `${address}/api/content/v1/huts?filter[altitude][eq]=3333&fields=altitude`,
        );
        return ((await answer.json()) as { data: readonly { altitude: number }[] }).data.map(
          ({ altitude }) => altitude,
        );
      };
      await expect.poll(hut, { timeout: 30_000 }).toEqual([3333]);
      // The form that stayed open follows.
      await expect(page.getByRole('button', { name: 'Unpublish', exact: true })).toBeVisible({
        timeout: 30_000,
      });
      await expect(page.getByText(/^To be published on/)).toHaveCount(0);
      await server.stop();
      folder.remove();
    },
  );
});
