import { defineConfig } from 'vitest/config';
import base from '../vitest.config';

const { resolve, test } = base;

/**
 * The unit tests as mutants are held against them: without slow ones, and without the built programs; those of one
 * pattern where it is given.
 */
export default defineConfig({
  ...(resolve && { resolve }),
  test: {
    ...test,
    projects: [],
    globalSetup: [],
    include: [
      process.env['BATHYCLAST_MUTATION_TESTS'] ?? '{core,engine,kernel,formats,server,cli,web,scripts}/**/*.test.ts',
    ],
    exclude: ['**/*.slow.test.ts', '**/node_modules/**', 'test-results/**'],
    reporters: ['dot'],
    watch: false,
  },
});
