import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from '../support/journey';

type Opening = (page: Page) => Promise<unknown>;
const press =
  (name: string | RegExp): Opening =>
  (page) =>
    page.getByRole('button', { name }).first().click();

/** Each screen as it stands, and what can be opened on it. */
const screens: readonly (readonly [string, string, Opening?])[] = [
  ['the model', '/model'],
  ['a new content type', '/model', press('New content type')],
  ['a new group', '/model', press('New field group')],
  ['the checks', '/model', press(/^Checks/)],
  ['the steps back', '/model', press('Steps back and forth')],
  ['the menu of the person', '/model', press(/^You:/)],
  ['find or do', '/model', press(/^Find or do/)],
  ['loose values', '/model/loose'],
  ['what is said about an entry', '/content/hut/e_hut0000004?talk=q_demo0_0'],
  ['a type', '/model/types/t_hut'],
  ['a sheet with a field chosen', '/model/groups/g_hut?field=f_winter_code'],
  ['a choice that is open', '/model/groups/g_hut?field=f_winter_code', chooseType],
  ['more columns of a sheet', '/model/groups/g_hut', press('More columns')],
  ['several fields chosen', '/model/groups/g_hut', chooseFields],
  ['the rules of a group', '/model/groups/g_hut?view=rules'],
  ['trying a group', '/model/groups/g_hut?view=try'],
  ['the uses of a group', '/model/groups/g_hut?view=uses'],
  ['a taxonomy with a term chosen', '/model/taxonomies/y_area?term=n_region_0'],
  ['the field types', '/model/field-types'],
  ['a type chosen from the list', '/model/groups/g_hut?field=f_altitude', press(/^See all types/)],
  ['the history', '/model/history'],
  ['what is going on', '/content'],
  ['a list of entries', '/content/hut'],
  ['entries with a finding', '/content/hut?finding=f_beds_dormitory,too_small,'],
  ['a finding that is mended', '/content/hut?finding=f_beds_dormitory,too_small,', press('Mend…')],
  ['the columns of a list', '/content/hut', press('Columns')],
  ['chosen entries', '/content/hut', chooseEntries],
  ['a change of many entries', '/content/hut', changeEntries],
  ['the bin', '/content/the-bin'],
  ['an entry', '/content/hut/e_hut0000001'],
  ['a new entry', '/content/route/new'],
  ['a table that is pasted', '/content/route/e_route0000003', pasteTable],
  ['a calendar', '/content/hut/new', press(/in a calendar$/)],
  ['the media', '/media'],
  ['the template builder', '/templates/hut'],
  ['the explorer', '/delivery'],
  ['tokens', '/delivery/tokens'],
  ['the people', '/people'],
  ['an invitation', '/people', press('Invite somebody')],
  ['the settings', '/settings'],
  ['the backups', '/settings/backups'],
  ['the model as files', '/transfer/model-files'],
  ['a public page', '/site/huts/vessmar-hut'],
  ['a public list', '/site/routes/?areas=middle-ridge'],
  ['the search of the site', '/site/search?q=stove'],
  ['the frame of the site', '/templates/the-site'],
  ['the first page of the site', '/site/'],
];

function chooseType(page: Page): Promise<unknown> {
  return page.getByRole('combobox', { name: 'Type', exact: true }).click();
}

async function pasteTable(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Paste a table…' }).click();
  await page.getByRole('dialog').getByRole('textbox').fill('Name\tAltitude\tSeen\nSaddle\thigh\tyes');
  await page.getByRole('button', { name: 'Read the table' }).click();
}

async function chooseEntries(page: Page): Promise<void> {
  await page.getByRole('checkbox', { name: 'Bruskholm Hut' }).check();
}

async function changeEntries(page: Page): Promise<void> {
  await chooseEntries(page);
  await page.getByRole('button', { name: 'Change a field…' }).click();
}

async function chooseFields(page: Page): Promise<void> {
  await page.getByLabel('Label of Altitude').click();
  await page.getByLabel('Type of Opened').click({ modifiers: ['Shift'] });
}

/** The dark scheme changes colours and nothing else: only they are looked at a second time. */
const looks: readonly (readonly ['light' | 'dark', { runOnly?: string[] }])[] = [
  ['light', {}],
  ['dark', { runOnly: ['color-contrast', 'link-in-text-block'] }],
];

for (const [scheme, rules] of looks) {
  test(`no screen has a barrier, ${scheme}`, async ({ desk, page }) => {
    // Some forty screens, on machines of any speed.
    test.setTimeout(480_000);
    await page.emulateMedia({ colorScheme: scheme });
    await desk.signIn();
    for (const [name, path, open] of screens) {
      await page.goto(path);
      await expect(page.locator('h1, .title, main').first()).toBeVisible();
      // Colours come with the first stylesheet; lists and previews with their answers.
      await page.waitForTimeout(700);
      if (open) {
        await open(page);
        await page.waitForTimeout(400);
      }
      const { violations } = await new AxeBuilder({ page })
        .options({ iframes: false, ...rules })
        .setLegacyMode()
        .analyze();
      const found = violations.map(
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
  await page.getByRole('button', { name: 'Publish changes' }).click();
  await expect(page.getByText('Saved and published.')).toBeVisible();
});
