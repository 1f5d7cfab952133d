import { defineConfig } from '@playwright/test';
import { BROWSER } from './scripts/chromium.mjs';

/** End to end: the built program, started as a person starts it, in Debian's Chromium. */
export default defineConfig({
  testDir: 'e2e',
  globalSetup: './scripts/build-for-tests.mjs',
  fullyParallel: false,
  // Of all projects together; the usual is half the cores. Pages wait a good deal: three keep two cores at work.
  workers: 3,
  timeout: 360_000,
  // Long, for a machine that others use as well: only a failure waits for the end of it.
  expect: { timeout: 60_000 },
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  projects: [
    { name: 'beside', grepInvert: /@alone/ },
    { name: 'alone', grep: /@alone/, workers: 1, dependencies: ['beside'] },
  ],
  use: {
    // Half the pixels each way: most tests look at words and numbers.
    deviceScaleFactor: 0.5,
    colorScheme: 'dark',
    // Scenes stand still until something is played: a page that plays takes a core.
    contextOptions: { reducedMotion: 'reduce' },
    trace: 'off',
    // A control that is not there is told long before the test’s own time is over.
    actionTimeout: 90_000,
    launchOptions: BROWSER,
  },
});
