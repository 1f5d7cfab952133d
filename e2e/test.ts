import { test as base, type BrowserContext } from '@playwright/test';
import { FOLDS_KEY, SELDOM } from '../web/panels/inspector/folds';
import { OwnProgram } from './own-program';

export { expect, type BrowserContext, type Locator, type Page } from '@playwright/test';

/** Tests that measure times have the machine to themselves: they run after all others, one by one. */
export const ALONE = { tag: '@alone' } as const;

/** Everything that a page keeps in the browser, but for its scripts, which stay compiled. */
const KEPT = 'cookies,local_storage,indexeddb,cache_storage,file_systems,service_workers';

interface Shared {
  program: OwnProgram;
  /** The worker’s context for that scale of pixels. */
  contextOf: (scale: number) => Promise<BrowserContext>;
}

/**
 * A test in a page of the program that this worker started, with a data folder of its own. The tests of a worker share
 * a context, so that the page’s scripts are compiled once; each begins with one empty page and nothing kept.
 */
export const test = base.extend<object, Shared>({
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
  contextOf: [
    async ({ browser, program }, use) => {
      const made = new Map<number, Promise<BrowserContext>>();
      await use((deviceScaleFactor) => {
        const options = {
          baseURL: program.address,
          viewport: { width: 1280, height: 800 },
          deviceScaleFactor,
          reducedMotion: 'reduce',
        } as const;
        // A page that shows an icon keeps the process of the page, and its scripts, from one test to the next.
        const begin = async () => {
          const context = await browser.newContext(options);
          await (await context.newPage()).goto('/mark.svg');
          return context;
        };
        if (!made.has(deviceScaleFactor)) made.set(deviceScaleFactor, begin());
        return made.get(deviceScaleFactor)!;
      });
      for (const context of made.values()) await (await context).close();
    },
    { scope: 'worker' },
  ],
  baseURL: ({ program }, use) => use(program.address),
  context: async ({ contextOf, deviceScaleFactor }, use) => {
    const context = await contextOf(deviceScaleFactor ?? 1);
    await use(context);
    for (const page of context.pages().slice(1)) await page.close();
  },
  page: async ({ context, program }, use) => {
    const page = await context.newPage();
    const session = await context.newCDPSession(page);
    await session.send('Storage.clearDataForOrigin', { origin: program.address, storageTypes: KEPT });
    await session.detach();
    // All sections of the inspector are open, as a person may leave them.
    await page.addInitScript(
      ([key, open]) => void (localStorage.getItem(key!) ?? localStorage.setItem(key!, open!)),
      [
        FOLDS_KEY,
        JSON.stringify({ version: 0, state: { folds: Object.fromEntries(SELDOM.map((title) => [title, true])) } }),
      ],
    );
    await use(page);
  },
});
