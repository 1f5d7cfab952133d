import { defineConfig } from 'vitest/config';

export default defineConfig({
  // Its file for Node.js would load a second three.
  resolve: { alias: { 'three-mesh-bvh': 'three-mesh-bvh/src/index.js' } },
  // Several tests run the built programs: they are built once, before all of them.
  test: {
    globalSetup: 'scripts/build-for-tests.mjs',
    include: ['{core,engine,kernel,formats,server,cli,web}/**/*.test.ts'],
    testTimeout: 60_000,
    server: { deps: { inline: ['three-mesh-bvh'] } },
    reporters: ['default', ['json', { outputFile: 'test-results/unit.json' }]],
  },
});
