import { test as base } from '@playwright/test';
import { OwnProgram } from './own-program';

export { expect, type BrowserContext, type Locator, type Page } from '@playwright/test';

/** Tests that measure times have the machine to themselves: they run after all others, one by one. */
export const ALONE = { tag: '@alone' } as const;

/** A test in a page of the program that this worker started, with a data folder of its own. */
export const test = base.extend<object, { program: OwnProgram }>({
  program: [
    // Playwright reads from the first argument which fixtures a fixture needs.
    // oxlint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const program = await OwnProgram.start();
      process.env['BATHYCLAST_TEST_ORIGIN'] = program.address;
      await use(program);
      await program.dispose();
    },
    { scope: 'worker', timeout: 60_000 },
  ],
  baseURL: ({ program }, use) => use(program.address),
});
