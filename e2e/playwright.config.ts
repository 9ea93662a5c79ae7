import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'journeys',
  outputDir: '../test-results',
  timeout: 60_000,
  expect: { timeout: 10_000 },
  workers: 1,
  fullyParallel: false,
  reporter: 'list',
  use: {
    viewport: { width: 1280, height: 800 },
    // Menus and notices come without a fade: the journeys wait for things, never for time.
    contextOptions: { reducedMotion: 'reduce' },
    trace: 'retain-on-failure',
    launchOptions: {
      executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
});
