import { build } from './build.mjs';

/** Playwright calls this once, before all tests: they drive the built program. */
export default () => build();

/** And Vitest this: its tests run the programs for Node.js, and no page. */
export const setup = () => build({ page: false });
