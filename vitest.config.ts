import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { defineConfig } from 'vitest/config';

const layers = ['core', 'engine', 'kernel', 'formats', 'server', 'cli', 'web', 'scripts', 'bench'];
const tests = layers.flatMap((layer) =>
  readdirSync(join(import.meta.dirname, layer), { recursive: true, encoding: 'utf8' })
    .filter((path) => path.endsWith('.test.ts'))
    .map((path) => join(layer, path)),
);
const mocks = (path: string): boolean => readFileSync(join(import.meta.dirname, path), 'utf8').includes('vi.mock(');

export default defineConfig({
  // Its file for Node.js would load a second three.
  resolve: { alias: { 'three-mesh-bvh': 'three-mesh-bvh/src/index.js' } },
  test: {
    // Several tests run the built programs: they are built once, before all of them.
    globalSetup: 'scripts/build-for-tests.mjs',
    setupFiles: 'scripts/after-each-test-file.ts',
    testTimeout: 60_000,
    // As many as there are cores; the usual is one less.
    maxWorkers: '100%',
    server: { deps: { inline: ['three-mesh-bvh'] } },
    reporters: ['default', ['json', { outputFile: 'test-results/unit.json' }]],
    include: [`{${layers.join(',')}}/**/*.test.ts`],
    projects: [
      // Files of one worker share the modules that they have loaded.
      { extends: true, test: { name: 'shared', exclude: tests.filter(mocks), isolate: false } },
      // Others must not meet what is made of a module that a test has put something in the place of.
      { extends: true, test: { name: 'apart', exclude: tests.filter((path) => !mocks(path)) } },
    ],
  },
});
