import type { Scene } from '../core/document/scene';
import { entriesOf } from '../web/panels/search/entries';
import { expect, test, type Page } from './test';
import { inspected, openExample } from './steps';

const box = (page: Page) => page.getByRole('combobox', { name: 'Find a setting or a thing of the scene' });
const focused = (page: Page) =>
  page.evaluate(() => {
    const control = document.activeElement;
    const row = control?.closest('[data-setting]');
    return { name: row?.getAttribute('data-setting') ?? '', label: control?.getAttribute('aria-label') ?? '' };
  });

test('a setting is found by its name, by keys alone: its thing is selected, its section opens, it has the focus', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await page.evaluate(() => localStorage.setItem('bathyclast-sections', '{"version":0,"state":{"folds":{}}}'));
  await page.reload();
  await page.getByTestId('view').waitFor();
  await page.keyboard.press('/');
  await expect(box(page)).toBeFocused();
  await page.keyboard.type('seed chimney');
  await page.keyboard.press('Enter');
  await expect(box(page)).toHaveCount(0);
  await expect.poll(async () => (await focused(page)).name).toBe('seed');
  const inspector = page.getByLabel('Inspector');
  await expect(inspector.getByRole('textbox', { name: 'Name' })).toHaveValue('Chimney mouth');
  await expect(inspector.locator(':focus')).toBeInViewport();
  // Other sections stay as they were.
  await expect(inspector.getByRole('heading', { name: 'Masks' }).getByRole('button')).toHaveAttribute(
    'aria-expanded',
    'false',
  );
  // A setting of the output leads to its screen, and back again.
  await page.getByRole('button', { name: 'Find a setting or a thing' }).click();
  await page.keyboard.type('tone curve');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/output$/);
  await expect.poll(async () => (await focused(page)).label).toBe('Tone curve');
  await page.getByRole('main').click({ position: { x: 5, y: 5 } });
  await page.keyboard.press('/');
  await page.keyboard.type('qqq');
  await expect(page.getByRole('status').filter({ hasText: 'Nothing in this scene is called “qqq”' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(box(page)).toHaveCount(0);
});

test('every setting that is found is on the screen when its thing is selected', async ({ page }) => {
  const id = await openExample(page, 'lander-touchdown');
  const { scene } = (await (await page.request.get(`/api/scenes/${id}`)).json()) as { scene: Scene };
  const entries = entriesOf(scene).filter(({ setting, selection }) => setting && selection);
  expect(entries.length).toBeGreaterThan(200);
  const things = new Map(entries.map((entry) => [JSON.stringify(entry.selection), entry]));
  const lost: string[] = [];
  for (const [selection, { selection: thing, of }] of things) {
    await page.getByRole('button', { name: 'Find a setting or a thing' }).click();
    await box(page).fill(thing!.type === 'scene' ? 'draft amount' : thing!.type === 'camera' ? 'angle of view' : of);
    await page.keyboard.press('Enter');
    await inspected(page);
    await expect(page.getByLabel('Inspector').locator('[data-setting]').first()).toBeVisible();
    const shown = await page.evaluate(() =>
      [...document.querySelectorAll('[data-setting]')].map((row) => row.getAttribute('data-setting')!),
    );
    for (const { selection: own, setting, label } of entries)
      if (JSON.stringify(own) === selection && setting!.part !== 'desk' && setting!.part !== 'dials')
        if (shown.filter((name) => name === setting!.name).length <= setting!.nth)
          lost.push(`${setting!.part}: ${label}`);
  }
  expect(lost).toEqual([]);
});
