import { build } from './build.mjs';

/** Both runners call this once, before all tests: some drive the built page, some the built programs. */
export default () => build();
