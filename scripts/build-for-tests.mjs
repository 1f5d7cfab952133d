import { build } from './build.mjs';

/** Vitest calls this once, before all tests. */
export const setup = build;
