import { defineConfig } from '@playwright/test';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER } from './e2e/browser';

const port = Number(process.env['BATHYCLAST_TEST_PORT'] ?? 4390);
process.env['BATHYCLAST_TEST_DATA'] ??= mkdtempSync(join(tmpdir(), 'bathyclast-e2e-'));

/** End to end: the built program, started as a person starts it, in Debian's Chromium. */
export default defineConfig({
  testDir: 'e2e',
  fullyParallel: false,
  workers: 1,
  timeout: 240_000,
  expect: { timeout: 20_000 },
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  webServer: {
    command: `npm start --silent -- --port ${port} --data ${process.env['BATHYCLAST_TEST_DATA']}`,
    url: `http://127.0.0.1:${port}/`,
    timeout: 600_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 2000 },
  },
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    contextOptions: { reducedMotion: 'reduce' },
    trace: 'off',
    launchOptions: BROWSER,
  },
});
