import { defineConfig } from '@playwright/test';

const shots = process.env['LIMBER_SHOTS'] === '1';

/** Runs against the real application that `./limber e2e` has started at LIMBER_URL. */
export default defineConfig({
  testDir: shots ? 'shots' : 'tests',
  outputDir: '../.data/test/playwright',
  // They guard against what never comes, not against a busy machine: no test says how fast something must be.
  timeout: 600_000,
  expect: { timeout: 120_000, toPass: { timeout: 120_000 } },
  workers: 1,
  fullyParallel: false,
  retries: 0,
  reporter: [['list']],
  forbidOnly: true,
  use: {
    actionTimeout: 120_000,
    navigationTimeout: 120_000,
    baseURL: process.env['LIMBER_URL'] ?? 'http://127.0.0.1:4319',
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    trace: 'retain-on-failure',
    launchOptions: {
      executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--autoplay-policy=no-user-gesture-required',
      ],
    },
  },
});
