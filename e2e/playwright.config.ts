import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'journeys',
  outputDir: '../test-results',
  // A busy machine is slow, not wrong: two workers, each with a demo of its own, share what it has.
  timeout: 120_000,
  expect: { timeout: 20_000 },
  workers: 2,
  // A click can be lost where a page still grows under it. What passes only the second time is told as flaky, by name.
  retries: 1,
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
