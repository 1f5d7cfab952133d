import { defineConfig } from 'vitest/config';

export default defineConfig({
  // Its file for Node.js would load a second three.
  resolve: { alias: { 'three-mesh-bvh': 'three-mesh-bvh/src/index.js' } },
  // Several tests run the built programs: they are built once, before all of them.
  test: {
    globalSetup: 'scripts/build-for-tests.mjs',
    include: ['{core,engine,kernel,formats,server,cli,web,scripts}/**/*.test.ts'],
    testTimeout: 60_000,
    // As many as there are cores; the usual is one less.
    maxWorkers: '100%',
    // Files of one worker share the modules that they have loaded.
    isolate: false,
    setupFiles: 'scripts/after-each-test-file.ts',
    server: { deps: { inline: ['three-mesh-bvh'] } },
    reporters: ['default', ['json', { outputFile: 'test-results/unit.json' }]],
  },
});
