import { defineConfig } from '@playwright/test';
import { BROWSER } from './e2e/browser';

/** End to end: the built program, started as a person starts it, in Debian's Chromium. */
export default defineConfig({
  testDir: 'e2e',
  globalSetup: './scripts/build-for-tests.mjs',
  fullyParallel: false,
  // Of all projects together; the usual is half the cores.
  workers: 2,
  timeout: 240_000,
  expect: { timeout: 20_000 },
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  projects: [
    { name: 'beside', grepInvert: /@alone/, workers: 2 },
    { name: 'alone', grep: /@alone/, workers: 1, dependencies: ['beside'] },
  ],
  use: {
    viewport: { width: 1280, height: 800 },
    deviceScaleFactor: 0.5,
    acceptDownloads: true,
    contextOptions: { reducedMotion: 'reduce' },
    trace: 'off',
    launchOptions: BROWSER,
  },
});
