import { defineConfig } from 'vitest/config';
import base from '../vitest.config';

const { resolve, test: { projects: _, ...test } = {} } = base;
const only = process.env['BATHYCLAST_MUTATION_TESTS'];

/**
 * The unit tests as mutants are held against them: without slow ones, and without the built programs; those of
 * some patterns, with commas between them, where they are given.
 */
export default defineConfig({
  ...(resolve && { resolve }),
  test: {
    ...test,
    globalSetup: [],
    exclude: ['**/*.slow.test.ts', '**/node_modules/**', 'test-results/**'],
    reporters: ['dot'],
    watch: false,
    ...(only && { include: only.split(',') }),
  },
});
