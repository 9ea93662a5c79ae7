import { AxeBuilder } from '@axe-core/playwright';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { expect, test } from '../support/journey';

test('the model goes into files and comes back changed, after it was seen what that does', async ({
  desk,
  page,
}) => {
  await desk.signIn('Ilse Varnholt', '/transfer');
  await page.getByRole('link', { name: 'The model as files' }).click();

  await test.step('it is saved as one archive', async () => {
    const saving = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as ZIP' }).click();
    const archive = await saving;
    expect(archive.suggestedFilename()).toBe('tovlet-model.zip');
    const path = await archive.path();
    expect(readFileSync(path).subarray(0, 2).toString()).toBe('PK');
    await page.getByLabel('ZIP file').setInputFiles(path);
    await expect(page.getByText('Nothing: the files and the workspace say the same.')).toBeVisible();
  });

  const folder = mkdtempSync(join(tmpdir(), 'tovlet-journey-'));
  await test.step('files that somebody changed are held against the workspace', async () => {
    const answer = await page.request.get('/api/studio/model-files');
    const { files } = (await answer.json()) as { files: Record<string, string> };
    for (const [path, text] of Object.entries(files)) {
      mkdirSync(dirname(join(folder, path)), { recursive: true });
      const isHut = path === 'field-groups/hut_facts.json';
      writeFileSync(
        join(folder, path),
        isHut ? text.replace('"label": "Altitude"', '"label": "Height"') : text,
      );
    }
    await page.getByLabel('Folder').setInputFiles(folder);
    await expect(page.getByText('Changed label of “Altitude”')).toBeVisible();
    const { violations } = await new AxeBuilder({ page })
      .options({ iframes: false })
      .setLegacyMode()
      .analyze();
    expect(violations.map(({ id }) => id)).toEqual([]);
  });

  await test.step('they are brought in, and taken back from the history', async () => {
    await page.getByRole('button', { name: 'Bring 1 change in' }).click();
    await expect(page.getByText('Brought in.')).toBeVisible();
    await page.goto('/model/groups/g_hut');
    await expect(page.getByLabel('Label of Height', { exact: true })).toBeVisible();
    const { revision } = (await (await page.request.get('/api/studio/model')).json()) as { revision: number };
    const undone = await page.request.post('/api/studio/model/undo', { data: { revision } });
    expect(undone.ok()).toBe(true);
    await expect(page.getByLabel('Label of Altitude', { exact: true })).toBeVisible();
  });
  rmSync(folder, { recursive: true });
});
