import { expect, test, type Locator, type Page } from '@playwright/test';
import { DataFolder, RunningServer } from '../support/server';

/** Milliseconds between two keys: a quick typist. */
const PACE = 45;
const FIVE_MINUTES = 300_000;

test.describe.configure({ timeout: FIVE_MINUTES + 60_000 });

/** Somebody who has no mouse. */
class Typist {
  private readonly started = Date.now();

  constructor(readonly page: Page) {}

  get seconds(): number {
    return (Date.now() - this.started) / 1000;
  }

  type(text: string): Promise<void> {
    return this.page.keyboard.type(text, { delay: PACE });
  }

  async press(...keys: readonly string[]): Promise<void> {
    for (const key of keys) await this.page.keyboard.press(key, { delay: PACE });
  }

  /** Tabs until something has the focus, as far as it may be. */
  async tabTo(target: Locator, back = false): Promise<void> {
    await expect(target).toBeVisible();
    for (let step = 0; step < 60; step += 1) {
      if (await target.evaluate((element) => element === document.activeElement)) return;
      await this.press(back ? 'Shift+Tab' : 'Tab');
    }
    throw new Error(`Nothing led to ${target.toString()}`);
  }

  async findOrDo(words: string): Promise<void> {
    await this.press('Control+k');
    await this.type(words);
    await expect(this.page.getByRole('option').first()).toBeVisible();
    await this.press('Enter');
  }

  /** Adds a field in the line that has the cursor: its label, its type where the words did not say it. */
  async addField(label: string, kind?: string): Promise<void> {
    await this.type(label);
    if (kind) {
      await this.press('Tab');
      await this.type(kind);
    }
    await this.press('Enter');
    await expect(this.page.getByLabel(`Label of ${label}`, { exact: true })).toBeVisible();
  }

  label(text: string | RegExp): Locator {
    return this.page.getByLabel(text, { exact: typeof text === 'string' });
  }

  /** Goes from the line of a field to its settings, and on to one of them. */
  async setting(
    field: string,
    setting: string | RegExp,
    role: 'textbox' | 'checkbox' = 'textbox',
  ): Promise<void> {
    const line = this.label(`Label of ${field}`);
    await this.goToLine(line);
    await this.press('Alt+Enter');
    await this.tabTo(
      this.page.locator('tov-field-inspector').getByRole(role, { name: setting, exact: true }),
    );
  }

  /** Goes up or down the sheet until a box, or the cell around it, has the focus. */
  async goToLine(line: Locator, key: 'ArrowUp' | 'ArrowDown' = 'ArrowUp'): Promise<void> {
    for (let step = 0; step < 70; step += 1) {
      const isThere = await line.evaluateAll((boxes) =>
        boxes.some((box) => (box.closest('[data-row]') ?? box).contains(document.activeElement)),
      );
      if (isThere) return;
      await this.press(key);
    }
    throw new Error(`No way to ${line.toString()}`);
  }

  /** Back from the settings to the sheet, and down to the line that adds at its end. */
  async toTheEnd(): Promise<void> {
    await this.press('Escape');
    await this.goToLine(this.label('Add a field: type a label, press Enter'), 'ArrowDown');
  }
}

test('the hut type of the demo is modelled from an empty workspace by keyboard alone, within five minutes', async ({
  page,
}) => {
  const folder = new DataFolder();
  const server = await RunningServer.start('start', folder.path);
  await page.goto(server.address);
  await expect(page.getByLabel('Name of the workspace')).toBeVisible();
  const typist = new Typist(page);

  await typist.tabTo(typist.label('Name of the workspace'));
  await typist.type('Velmark Huts');
  await typist.press('Tab');
  await typist.type('Ilse Varnholt');
  await typist.press('Tab');
  await typist.type('ilse@velmark.example');
  await typist.tabTo(typist.label(/^Password/));
  await typist.type('a long password');
  await typist.press('Enter');
  await expect(page.getByText('Signed in as Ilse Varnholt')).toBeVisible();

  for (const [singular, heading] of [
    ['Warden', 'Warden'],
    ['Hut', 'Hut'],
  ] as const) {
    await typist.findOrDo('New content type');
    await expect(typist.label('Singular')).toBeFocused();
    await typist.type(singular);
    await typist.press('Enter');
    await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible();
  }

  for (const [singular, tree] of [
    ['Area', true],
    ['Facility', false],
  ] as const) {
    await typist.findOrDo('New taxonomy');
    await expect(typist.label('Singular')).toBeFocused();
    await typist.type(singular);
    if (tree) {
      await typist.tabTo(typist.label(/Terms can stand below/));
      await typist.press('Space');
    }
    await typist.tabTo(page.getByRole('dialog').getByLabel('Huts', { exact: true }));
    await typist.press('Space', 'Enter');
    await expect(
      page.getByRole('heading', { name: `${singular === 'Area' ? 'Areas' : 'Facilities'}` }),
    ).toBeVisible();
  }

  await typist.findOrDo('New field group');
  await typist.type('Hut facts');
  await typist.tabTo(page.getByRole('dialog').getByLabel('Huts', { exact: true }));
  await typist.press('Space', 'Enter');
  await expect(page.getByText('entries whose type is Hut')).toBeVisible();

  await typist.tabTo(typist.label('Add a field: type a label, press Enter'));
  await typist.addField('Picture');
  await typist.addField('Altitude');
  await typist.addField('Opening date');
  await typist.addField('Beds by kind', 'Group');
  await typist.addField('Season from', 'Date');
  await typist.addField('Season until', 'Date');
  await typist.addField('Winter room', 'Switch');
  await typist.addField('Winter room code', 'Secret');
  await typist.addField('Phone');
  await typist.addField('Email');
  await typist.addField('Website');
  await typist.addField('Position');
  await typist.addField('Pictures', 'Gallery');
  await typist.addField('Film');
  await typist.addField('Description');
  await typist.addField('Overnight prices', 'Repeater');
  await typist.addField('Rooms', 'Repeater');
  await typist.addField('How to get there', 'Mixed');
  await typist.addField('Wardens', 'Relation');
  await typist.addField('Total beds', 'Computed');

  // What stands within others: up to the line that adds there.
  const within = async (
    parent: string,
    ...fields: readonly (readonly [string, string?])[]
  ): Promise<void> => {
    await typist.goToLine(typist.label(`Add a field to ${parent}`));
    for (const [label, kind] of fields) await typist.addField(label, kind);
  };
  await typist.goToLine(typist.label('Add a shape to How to get there'));
  await typist.addField('On foot');
  await typist.addField('By bus');
  await within('By bus', ['Line'], ['Stop']);
  await within('On foot', ['Minutes'], ['From']);
  await within('Rooms', ['Room name'], ['Bunks', 'Repeater']);
  await within('Bunks', ['Bunk label']);
  await within('Overnight prices', ['Guest'], ['Member price'], ['Guest price'], ['Note']);
  await within('Beds by kind', ['In rooms', 'Number'], ['In dormitories', 'Number']);

  // Settings: a limit, a condition, the types of a relation, an expression.
  await typist.setting('Altitude', /^Unit/);
  await typist.type('m');
  await typist.tabTo(page.locator('tov-field-inspector').getByLabel('Required to publish'));
  await typist.press('Space', 'Escape');
  await typist.goToLine(typist.label('Label of Winter room code'), 'ArrowDown');
  await typist.press('Alt+Enter');
  const inspector = page.locator('tov-field-inspector');
  await typist.tabTo(inspector.locator('mat-expansion-panel-header', { hasText: 'Shown when' }));
  await typist.press('Enter');
  await typist.tabTo(inspector.getByRole('button', { name: 'Condition', exact: true }));
  await typist.press('Enter');
  await typist.tabTo(inspector.getByLabel('What is compared'), true);
  await typist.type('Winter');
  await typist.tabTo(inspector.getByLabel('How it is compared'));
  await typist.type('is on');
  await expect(
    inspector.locator('mat-expansion-panel-header', { hasText: 'Winter room is on' }),
  ).toBeVisible();
  await typist.toTheEnd();

  await typist.setting('Total beds', /^Expression/);
  await typist.type('beds_by_kind.in_rooms + beds_by_kind.in_dormitories');
  await typist.press('Tab', 'Escape');
  await typist.setting('Wardens', 'Wardens', 'checkbox');
  await typist.press('Space');
  const mirror = inspector.getByLabel(/^Mirror/);
  await typist.tabTo(mirror);
  await expect(mirror.locator('option')).not.toHaveCount(1);
  await typist.press('Escape');
  await expect(page.locator('tov-strip').getByRole('status')).toHaveText(/^Saved/);

  const seconds = Math.round(typist.seconds);
  test.info().annotations.push({ type: 'time', description: `${seconds} s` });
  console.log(`The hut type was modelled in ${seconds} s.`);
  expect(seconds).toBeLessThan(300);

  // It is the model of the demo's huts, as programs see it.
  const document = await (await page.request.get(`${server.address}/api/content/v1/openapi.json`)).json();
  const hut = document.components.schemas.Hut.properties;
  expect(Object.keys(hut)).toEqual(
    expect.arrayContaining([
      'altitude',
      'beds_by_kind',
      'position',
      'pictures',
      'rooms',
      'how_to_get_there',
      'wardens',
    ]),
  );
  expect(hut.winter_room_code).toBeUndefined();
  expect(hut.rooms.items.properties.bunks.items.properties.bunk_label).toBeDefined();
  await server.stop();
  folder.remove();
});
