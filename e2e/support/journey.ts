import { test as base, expect, type APIRequestContext, type Locator, type Page } from '@playwright/test';
import { DataFolder, RunningServer } from './server';

type Person = 'Ilse Varnholt' | 'Tobrin Kestling' | 'Sunniva Larchfell' | 'Orwin Stonewick';

/** The demo workspace, shared by the journeys of one file, each with a page of its own. */
export const test = base.extend<{ desk: Desk }, { demo: RunningServer }>({
  demo: [
    async ({}, use) => {
      const folder = new DataFolder();
      const server = await RunningServer.start('demo', folder.path);
      await use(server);
      await server.stop();
      folder.remove();
    },
    { scope: 'worker', timeout: 90_000 },
  ],
  baseURL: async ({ demo }, use) => use(demo.address),
  desk: async ({ page }, use) => {
    const errors: string[] = [];
    page.on('pageerror', (error) => errors.push(error.message));
    await use(new Desk(page));
    expect(errors, 'errors thrown in the page').toEqual([]);
  },
});

export { expect };

/** The workbench as somebody at a desk uses it. */
export class Desk {
  constructor(readonly page: Page) {}

  async signIn(name: Person = 'Ilse Varnholt', path = '/model'): Promise<void> {
    await this.page.goto(path);
    await this.page.getByRole('button', { name }).click();
    await expect(this.page.getByRole('button', { name: `You: ${name}` })).toBeVisible();
  }

  /** Waits until the strip says that all is saved. */
  async saved(): Promise<void> {
    await expect(this.page.locator('tov-strip').getByRole('status')).toHaveText(/^Saved/);
  }

  /** Adds a field at the end of the sheet that is open. */
  async addField(label: string, type?: string): Promise<void> {
    const line = this.page.getByLabel('Add a field: type a label, press Enter');
    await line.fill(label);
    if (type) await this.page.getByLabel('Type of the new field').selectOption({ label: type });
    await line.press('Enter');
    await expect(this.page.getByLabel(`Label of ${label}`, { exact: true })).toBeVisible();
  }

  /** Chooses something under a name by its words. */
  async choose(label: string, words: string): Promise<void> {
    await this.page.getByRole('combobox', { name: label, exact: true }).click();
    await this.page.getByRole('option', { name: words, exact: true }).click();
  }

  field(label: string): Locator {
    return this.page.getByLabel(label, { exact: true });
  }
}

/** Asks GraphQL as a client program does. */
export async function graphql<Data>(request: APIRequestContext, query: string): Promise<Data> {
  const answer = await request.post('/api/graphql', { data: { query } });
  const { data, errors } = (await answer.json()) as { data: Data; errors?: readonly { message: string }[] };
  expect(errors, JSON.stringify(errors)).toBeUndefined();
  return data;
}
