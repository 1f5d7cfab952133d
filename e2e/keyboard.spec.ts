import { expect, test, type Page } from './test';
import { desk, saved, simulated } from './steps';

/** What has the focus, in words: its accessible name, its text, or its tag where it has neither. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const at = document.activeElement!;
    return at.getAttribute('aria-label') ?? (at.textContent?.trim() || at.tagName.toLowerCase());
  });

/** Goes on by Tab, or back with Shift, until something of a name has the focus. */
async function reach(page: Page, name: RegExp, key = 'Tab'): Promise<void> {
  for (let i = 0; i < 150; i++) {
    if (name.test(await focused(page))) return;
    await page.keyboard.press(key);
  }
  throw new Error(`${String(name)} is not reached by ${key}`);
}

/** Finds a setting with / and types a value into it. */
async function set(page: Page, query: string, value: string): Promise<void> {
  await page.keyboard.press('/');
  await page.keyboard.type(query);
  await page.keyboard.press('Enter');
  await expect.poll(() => page.evaluate(() => document.activeElement?.closest('[data-setting]') !== null)).toBe(true);
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type(value);
  await page.keyboard.press('Enter');
  // The focus may go on from here: to the thing, away from the text.
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
}

test('from a new scene to a saved clip by keyboard alone', async ({ page }) => {
  test.setTimeout(300_000);
  await page.goto('/');
  await page.getByRole('heading', { name: 'Scenes' }).waitFor();
  await reach(page, /^New scene$/);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/scene\//);
  await simulated(page);

  await page.keyboard.press('+');
  await page.keyboard.type('vort');
  await page.keyboard.press('Enter');
  await expect.poll(() => focused(page)).toMatch(/^Vortex, field/);
  await set(page, 'strength vortex', '4');
  await set(page, 'inward pull', '2');
  await page.keyboard.press('+');
  await page.keyboard.type('turb');
  await page.keyboard.press('Enter');
  await expect.poll(() => focused(page)).toMatch(/^Turbulence, field/);
  // Both strips at once, and a group of them.
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(desk(page).getByText('2 strips move together')).toBeVisible();
  await page.keyboard.press('g');
  await expect.poll(() => focused(page)).toMatch(/, group$/);
  await set(page, 'rate emitter', '60');
  await set(page, 'lifetime emitter', '2');
  await set(page, 'last frame', '5');
  await simulated(page);

  // The view is turned, and becomes the shot.
  await reach(page, /^View\. Arrow keys orbit/, 'Shift+Tab');
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft');
  await reach(page, /^view$/);
  await page.keyboard.press('Enter');
  await page.keyboard.type('Make');
  await page.keyboard.press('Enter');
  await saved(page);

  await page.keyboard.press('/');
  await page.keyboard.type('format output');
  await page.keyboard.press('Enter');
  await expect.poll(() => focused(page)).toBe('Format');
  await page.keyboard.type('MP4');
  await reach(page, /^Render \d+ frames$/);
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^done: \d+ frames$/)).toBeVisible({ timeout: 90_000 });
  await reach(page, /^Save .*\.mp4$/, 'Shift+Tab');
  const [download] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Enter')]);
  expect(download.suggestedFilename()).toMatch(/\.mp4$/);
});
