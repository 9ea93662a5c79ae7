import { expect, test } from '../support/journey';

test('a type, a group and its fields are made with the keyboard alone', async ({ desk, page }) => {
  await desk.signIn();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('New content type');
  await page.keyboard.press('Enter');
  await page.getByLabel('Singular').fill('Lake');
  await expect(page.getByLabel('Plural')).toHaveValue('Lakes');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Lake', exact: true })).toBeVisible();

  await page.getByRole('button', { name: 'New field group' }).press('Enter');
  await page.getByLabel('Name', { exact: true }).fill('Lake facts');
  await page.keyboard.press('Enter');
  await expect(page.getByText('entries whose type is Lake')).toBeVisible();

  const line = page.getByLabel('Add a field: type a label, press Enter');
  await line.focus();
  for (const label of ['Depth in m', 'Contact email', 'Website', 'Photo', 'Opening date']) {
    await page.keyboard.type(label);
    await page.keyboard.press('Enter');
    await expect(page.getByLabel(`Label of ${label}`)).toBeVisible();
  }
  const typeOf = (label: string) => page.getByLabel(`Type of ${label}`);
  await expect(typeOf('Contact email')).toHaveValue('email');
  await expect(typeOf('Website')).toHaveValue('url');
  await expect(typeOf('Photo')).toHaveValue('image');
  await expect(typeOf('Opening date')).toHaveValue('date');

  // Reorder by keys: the last field goes up one place.
  await page.getByLabel('Move Opening date with Alt and arrow keys').press('Alt+ArrowUp');
  await expect(page.getByLabel('Move Opening date with Alt and arrow keys')).toBeFocused();
  const labels = page.getByRole('textbox', { name: /^Label of/ });
  await expect(labels.nth(3)).toHaveValue('Opening date');

  // Arrow keys go from cell to cell; a change is kept and can be undone.
  await page.getByLabel('Label of Website').focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.locator('[role="rowheader"]:focus').getByLabel('Label of Contact email')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Label of Contact email')).toBeFocused();
  await desk.saved();
  await page.reload();
  await expect(labels.nth(3)).toHaveValue('Opening date');
});

test('several pasted lines become several fields, and undo takes them back', async ({ desk, page }) => {
  await desk.signIn('Ilse Varnholt', '/model/groups/g_ski');
  const line = page.getByLabel('Add a field: type a label, press Enter');
  await line.evaluate((element) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text', 'Wax\nSlope in degrees\nGuide email');
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  });
  await expect(page.getByLabel('Type of Guide email')).toHaveValue('email');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Label of Wax')).toHaveCount(0);
  // The next journey has the same demo: what is undone here has to be undone there.
  await desk.saved();
});

test('cells of a spreadsheet become fields, are chosen together, moved and removed', async ({
  desk,
  page,
}) => {
  await desk.signIn('Ilse Varnholt', '/model/groups/g_ski');
  const line = page.getByLabel('Add a field: type a label, press Enter');
  await line.evaluate((element) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData(
      'text',
      'Slope\tnumber\tyes\t0–60 °\nWaxes\tOne choice\tno\t\nGuide mail\tEmail\tyes\t',
    );
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  });
  await expect(page.getByLabel('Type of Guide mail')).toHaveValue('email');
  await desk.saved();
  await page.getByRole('button', { name: 'More columns' }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Limits' }).click();
  await expect(page.getByLabel('Limits of Slope')).toHaveValue('0 – 60');
  await page.getByLabel('Label of Slope').click();
  await page.getByLabel('Type of Guide mail').click({ modifiers: ['Shift'] });
  await expect(page.locator('tov-selection-bar')).toContainText('3 fields chosen');
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByRole('row', { selected: true })).toHaveCount(3);
  await page.keyboard.press('Delete');
  await expect(page.getByLabel('Label of Slope')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Label of Slope')).toBeVisible();
  await expect(page.locator('[role="rowheader"]:focus')).toHaveCount(1);
  await desk.saved();
});

test('a condition is built, and hides and shows the field at once', async ({ desk, page }) => {
  await desk.signIn('Ilse Varnholt', '/model/groups/g_warden?field=f_about');
  await page.locator('mat-expansion-panel-header', { hasText: 'Shown when' }).click();
  await page.getByRole('button', { name: 'Condition', exact: true }).click();
  await desk.choose('What is compared', 'Years in the mountains');
  await desk.choose('How it is compared', 'is more than');
  const value = page.locator('tov-comparison-value input');
  await value.fill('10');
  await value.press('Tab');
  await desk.saved();
  await page.goto('/content/warden/new');
  await desk.field('Years in the mountains').fill('9');
  await expect(desk.field('About')).toHaveCount(0);
  await desk.field('Years in the mountains').fill('11');
  await expect(desk.field('About')).toBeVisible();
});

test('removing a type says what would be lost', async ({ desk, page }) => {
  await desk.signIn('Ilse Varnholt', '/model/types/t_route');
  await page.getByRole('button', { name: /^Remove/ }).click();
  await expect(page.getByRole('dialog')).toContainText('36');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('heading', { name: 'Route', exact: true })).toBeVisible();
});

test('a reader sees the model and changes nothing', async ({ desk, page }) => {
  await desk.signIn('Orwin Stonewick', '/model/groups/g_hut');
  await expect(page.getByLabel('Label of Altitude')).toHaveAttribute('readonly', '');
  await expect(page.getByLabel('Add a field: type a label, press Enter')).toHaveCount(0);
});

test('a value that no page shows is put on the page with one action', async ({ desk, page, request }) => {
  const shown = async (): Promise<string> => (await request.get('/site/huts/vessmar-hut')).text();
  await desk.signIn('Ilse Varnholt', '/model/groups/g_hut?field=f_phone');
  expect(await shown()).not.toContain('+00 5');
  await page.locator('tov-field-inspector').getByRole('button', { name: 'Put it on the hut page' }).click();
  await expect(page.getByText('The template is saved')).toBeVisible();
  expect(await shown()).toContain('+00 5');
  await expect(
    page.locator('tov-field-inspector').getByRole('link', { name: 'Template of Hut' }),
  ).toBeVisible();
});

test('a field that others refer to is removed only after saying what breaks', async ({ desk, page }) => {
  await desk.signIn('Ilse Varnholt', '/model/groups/g_route');
  await page.getByLabel('Label of Closed', { exact: true }).click();
  await page.getByRole('button', { name: 'Remove Closed', exact: true }).click();
  await expect(page.getByRole('dialog')).toContainText('Decides whether “Closed because” shows');
  await page.getByRole('button', { name: 'Remove the field' }).click();
  await expect(page.getByLabel('Label of Closed', { exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Label of Closed', { exact: true })).toBeVisible();
});

test('the checks find every flaw that the demo has on purpose, and lead there', async ({ desk, page }) => {
  await desk.signIn();
  await page.getByRole('button', { name: /^Checks/ }).click();
  const panel = page.getByRole('region', { name: 'Checks' });
  await expect(panel).toContainText('The group “Ski tours” appears on nothing');
  await expect(panel).toContainText('it can never hold');
  await panel.getByRole('button', { name: /On the Hut page: It shows a field that was removed/ }).click();
  await expect(page).toHaveURL(/templates\/hut\?block=/);
  await expect(page.getByRole('treeitem', { name: /removed field/ })).toHaveAttribute(
    'aria-selected',
    'true',
  );
});

test('the inspector says what a field really holds', async ({ desk, page }) => {
  await desk.signIn('Ilse Varnholt', '/model/groups/g_hut?field=f_altitude');
  const profile = page.locator('tov-field-profile');
  await profile.getByText('Profile').click();
  await expect(profile).toContainText('Filled in 24 of 24 entries');
  await expect(profile).toContainText(/Between 0\sm and \d+\sm/);
  await expect(profile.getByRole('img', { name: /How the values spread/ })).toBeVisible();
  await page.getByLabel('Label of Wardens', { exact: true }).click();
  await profile.getByText('Profile').click();
  await expect(
    profile.getByRole('list', { name: 'The most frequent values' }).getByRole('listitem'),
  ).not.toHaveCount(0);
});

test('the form of a group is tried with a real entry, with a trace of its conditions', async ({
  desk,
  page,
}) => {
  await desk.signIn('Ilse Varnholt', '/model/groups/g_hut');
  await page.getByRole('radio', { name: 'Try it' }).click();
  await expect(page).toHaveURL(/view=try/);
  const trace = page.getByRole('region', { name: 'Conditions' });
  const form = page.getByRole('region', { name: 'The form' });
  await expect(trace).toContainText('Winter room is on now empty');
  const room = await form.boundingBox();
  const switchBox = await form.locator('tov-field', { has: page.getByRole('switch') }).boundingBox();
  expect(switchBox?.width).toBeGreaterThan((room?.width ?? Infinity) * 0.8);
  await expect(desk.field('Winter room code')).toHaveCount(0);
  await form.getByRole('switch').click();
  await expect(trace).toContainText('Winter room is on now Open all winter');
  await expect(desk.field('Winter room code')).toBeVisible();
  await desk.choose('Entry to try it with', 'Vessmar Hut');
  await expect(desk.field('Altitude')).not.toHaveValue('');
  await expect(trace).toContainText(/Shows on \d+ of 24 entries/);
  await page.reload();
  await expect(page.getByRole('radio', { name: 'Try it' })).toBeChecked();
});

test('the model goes back to an earlier revision from its history', async ({ desk, page }) => {
  await desk.signIn('Ilse Varnholt', '/model/groups/g_notice');
  const label = page.getByLabel('Label of Valid until');
  await label.fill('Until when');
  await label.press('Enter');
  await desk.saved();
  await page.getByRole('link', { name: 'History' }).click();
  const steps = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('button', { name: /^Go back to revision/ }) });
  await page.getByRole('button', { name: /Changed label of “Valid until”/ }).click();
  await steps
    .first()
    .getByRole('button', { name: /^Go back/ })
    .click();
  await page.getByRole('dialog').getByRole('button', { name: 'Go back' }).click();
  await expect(page.getByText(/The model is as it was at revision/)).toBeVisible();
  await page.goto('/model/groups/g_notice');
  await expect(page.getByLabel('Label of Valid until')).toBeVisible();
});
