import { Buffer } from 'node:buffer';
import { randomBytes } from 'node:crypto';
import { test as base, type Page } from '@playwright/test';
import sharp from 'sharp';
import { Desk, expect, test } from '../support/journey';
import { DataFolder, RunningServer } from '../support/server';

const draw = (background: string, width = 600, height = 400): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background } })
    .png()
    .toBuffer();

const give = (page: Page, label: string, ...files: readonly { name: string; buffer: Buffer }[]) =>
  page.getByLabel(label, { exact: true }).setInputFiles(
    // What a browser believes of a file is nothing that counts.
    files.map((file) => ({ ...file, mimeType: 'application/octet-stream' })),
  );

test('many files at once are taken or refused with a reason, put into a folder, and found again', async ({
  page,
  desk,
}) => {
  await desk.signIn('Tobrin Kestling', '/media');
  await page.getByRole('button', { name: 'New folder…' }).click();
  await page.getByLabel('Name of the folder').fill('Winter 2026');
  await page.getByRole('button', { name: 'Save the folder' }).click();
  await page.getByRole('button', { name: /^Winter 2026/ }).click();
  await expect(page.getByText('Nothing found')).toBeVisible();

  const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>');
  const whole = await draw('#335577');
  await give(
    page,
    'Files to upload',
    { name: 'snow.png', buffer: await draw('#e8eef4') },
    { name: 'ice.png', buffer: await draw('#b8d8e8', 400, 600) },
    { name: 'harmless.png', buffer: svg },
    { name: 'cut off.png', buffer: whole.subarray(0, 120) },
    { name: 'again.png', buffer: await draw('#e8eef4') },
  );
  const tray = page.getByRole('region', { name: 'Uploads' });
  await expect(tray).toContainText('3 taken · 2 refused');
  await expect(tray).toContainText('This file is not of a kind that is taken');
  await expect(tray).toContainText('The file cannot be read');
  await expect(page.getByText('2 files', { exact: true })).toBeVisible();
  // The tray stays wherever one goes.
  await page.getByRole('link', { name: 'Content', exact: true }).click();
  await expect(tray).toContainText('2 refused');
  await page.goBack();
  await tray.getByRole('button', { name: 'Put away' }).click();
  await expect(tray).toHaveCount(0);

  await page.getByRole('button', { name: 'snow.png' }).click({ modifiers: ['Control'] });
  await page.getByRole('button', { name: 'ice.png' }).click({ modifiers: ['Control'] });
  // Looking at one of them leaves them chosen.
  await page.getByRole('button', { name: 'ice.png' }).click();
  await expect(page.getByRole('heading', { name: 'ice.png' })).toBeVisible();
  await expect(page.getByText('2 files chosen')).toBeVisible();
  await page.getByRole('button', { name: 'Shows…' }).click();
  await desk.choose('Shows', 'South ridge');
  await page.getByRole('button', { name: 'Put it on' }).click();
  const shows = page.getByRole('region', { name: 'Shows' });
  await expect(shows.getByRole('button', { name: /South ridge/ })).toContainText('2');
  await page.getByRole('button', { name: 'Put into the bin…' }).click();
  await page.getByRole('button', { name: 'Put into the bin', exact: true }).click();
  await expect(page.getByText('Nothing found')).toBeVisible();
  await page.getByRole('button', { name: 'What can be done with Winter 2026' }).click();
  await page.getByRole('menuitem', { name: 'Take it away…' }).click();
  await page.getByRole('button', { name: 'Take it away', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Winter 2026/ })).toHaveCount(0);
});

test('a picture keeps what uses it through another file, a turn and a way back', async ({
  page,
  desk,
  request,
}) => {
  await desk.signIn('Tobrin Kestling', '/media?search=vessmar-hut');
  await page.getByRole('button', { name: /^Vessmar Hut/ }).click();
  const inspector = page.getByRole('complementary', { name: 'Inspector' });
  await expect(inspector.getByRole('link', { name: 'Vessmar Hut' }).first()).toBeVisible();
  const original = inspector.getByRole('link', { name: 'Open the original' });
  const first = (await original.getAttribute('href')) ?? '';

  // The focus is moved by the keyboard, and stands on the page.
  const point = inspector.getByRole('button', { name: /^Focus:/ });
  await point.press('Shift+ArrowLeft');
  await expect(point).toHaveAccessibleName(/40 % from the left/);
  const html = await (await request.get('/site/huts/vessmar-hut')).text();
  expect(html).toContain('object-position:40% 50%');

  await give(page, 'Another file', { name: 'vessmar-in-snow.png', buffer: await draw('#dfe8ee', 900, 300) });
  await expect(inspector.getByRole('heading', { name: 'vessmar-in-snow.png' })).toBeVisible();
  const second = (await original.getAttribute('href')) ?? '';
  expect(second).not.toBe(first);
  const page2 = await (await request.get('/site/huts/vessmar-hut')).text();
  expect(page2).toContain(second);
  for (const address of [first, second]) expect((await request.get(address)).status()).toBe(200);

  await inspector.getByRole('button', { name: 'Turn and cut…' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Width, px')).toHaveValue('900');
  await dialog.getByRole('button', { name: 'Turn right' }).click();
  await expect(dialog.getByLabel('Height, px')).toHaveValue('900');
  await dialog.getByLabel('Height, px').fill('450');
  await dialog.getByLabel('Height, px').press('Tab');
  await dialog.getByRole('button', { name: 'Save the picture' }).click();
  await expect(inspector.getByText('300 × 450 px')).toBeVisible();

  const earlier = inspector.getByRole('region', { name: 'Earlier files' });
  await expect(earlier.getByRole('listitem')).toHaveCount(2);
  await earlier.getByRole('button', { name: 'Bring it back' }).last().click();
  await expect(inspector.getByText('1280 × 800 px')).toBeVisible();
  await expect(original).toHaveAttribute('href', first);
});

base('a large file goes on where it was when the server ended in the middle of it', async ({ page }) => {
  base.setTimeout(120_000);
  const folder = new DataFolder();
  let server = await RunningServer.start('demo', folder.path);
  const { port, address } = server;
  const desk = new Desk(page);
  await desk.signIn('Tobrin Kestling', `${address}/media`);
  // Slow enough to be met in the middle.
  const network = await page.context().newCDPSession(page);
  const speed = (bytes: number) =>
    network.send('Network.emulateNetworkConditions', {
      offline: false,
      latency: 0,
      downloadThroughput: -1,
      uploadThroughput: bytes,
    });
  await speed(4_000_000);
  const zeros = Buffer.concat([
    Buffer.from('RIFF'),
    randomBytes(4),
    Buffer.from('WAVEfmt '),
    randomBytes(30_000_000),
  ]);
  await give(page, 'Files to upload', { name: 'a-long-bell.wav', buffer: zeros });
  const tray = page.getByRole('region', { name: 'Uploads' });
  await expect(tray).toContainText(/1\d(\.\d)? MB of 30 MB/, { timeout: 30_000 });
  await server.kill();
  await expect(tray).toContainText('Tovlet cannot be reached. It goes on by itself.', { timeout: 40_000 });
  server = await RunningServer.start('demo', folder.path, port);
  await speed(-1);
  await expect(tray).toContainText('1 taken', { timeout: 40_000 });
  await expect(page.getByRole('button', { name: /a-long-bell\.wav/ })).toBeVisible();
  await server.stop();
  folder.remove();
});
