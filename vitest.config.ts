import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,engine,formats,server,cli,web}/**/*.test.ts'],
    testTimeout: 60_000,
    reporters: ['default', ['json', { outputFile: 'test-results/unit.json' }]],
  },
});
