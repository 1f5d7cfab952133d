import { readFileSync } from 'node:fs';
import { expect, test, type Page } from './test';
import { parse } from 'csv-parse/sync';
import { choose, difference, goToFrame, inspected, openExample, simulated, strip, viewPixels } from './steps';

const vortexNumber = (page: Page) =>
  strip(page, 'Vortex').getByRole('textbox', { name: 'Strength of Vortex as a number' });

/** Opens the menu under the strength of the vortex on its strip, and takes an entry. */
async function way(page: Page, entry: string): Promise<void> {
  await strip(page, 'Vortex')
    .getByRole('button', { name: /^Strength of Vortex is .*: keyframe or automate it/ })
    .click();
  await page.getByRole('menuitem', { name: entry, exact: true }).click();
}

async function setAt(page: Page, frame: number, value: string): Promise<void> {
  await goToFrame(page, frame);
  await vortexNumber(page).fill(value);
  await page.keyboard.press('Enter');
}

/** A vent plume whose vortex is keyed at 0, 60 and 120. */
async function keyedVortex(page: Page): Promise<void> {
  await openExample(page, 'vent-plume');
  await strip(page, 'Vortex').locator('header').getByTitle('Vortex', { exact: true }).click();
  await inspected(page);
  await goToFrame(page, 0);
  await way(page, 'Add a keyframe at the playhead');
  await setAt(page, 60, '4');
  await setAt(page, 120, '-2');
  await simulated(page);
}

test('a strength is keyed on its strip; in the deck its keys are boxed, dragged, nudged, copied, undone and deleted', async ({
  page,
}) => {
  await keyedVortex(page);
  await goToFrame(page, 30);
  await expect(vortexNumber(page)).toHaveValue('2.8');
  await page.getByRole('button', { name: 'keys', exact: true }).click();
  const deck = page.getByRole('region', { name: 'Keys' });
  const mark = (frame: number) =>
    deck.getByRole('button', { name: `Vortex, Strength: key at frame ${frame}`, exact: true });
  await expect(mark(60)).toBeVisible();
  const at = (await mark(60).boundingBox())!;
  const [from, to] = [(await mark(0).boundingBox())!.x, (await mark(120).boundingBox())!.x];
  const pixels = (to - from) / 120;
  await page.mouse.move(at.x + 6, at.y + 6);
  await page.mouse.down();
  await page.mouse.move(at.x + 6 + 20 * pixels, at.y + 6, { steps: 8 });
  await page.mouse.up();
  await expect(mark(80)).toBeVisible();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(mark(70)).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(mark(60)).toBeVisible();
  await expect(deck.getByRole('button', { name: /key at frame/ })).toHaveCount(3);

  // A box round the last two, copied to frame 20.
  await page.mouse.move((await mark(60).boundingBox())!.x - 20, at.y + 60);
  await page.mouse.down();
  await page.mouse.move(to + 20, at.y - 2, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText('2 keys', { exact: true })).toBeVisible();
  await page.keyboard.press('Control+c');
  await page.keyboard.press('Delete');
  await expect(deck.getByRole('button', { name: /key at frame/ })).toHaveCount(1);
  await goToFrame(page, 20);
  await deck.getByRole('group', { name: /^Rows of keyframes/ }).focus();
  await page.keyboard.press('Control+v');
  await expect(mark(20)).toBeVisible();
  await expect(mark(80)).toBeVisible();
  await page.getByRole('button', { name: 'desk', exact: true }).click();
  await expect(vortexNumber(page)).toHaveValue('4');
});

test('in the deck of curves a key is dragged to another value, and a handle bends the way to the next', async ({
  page,
}) => {
  await keyedVortex(page);
  await goToFrame(page, 90);
  const straight = await vortexNumber(page).inputValue();
  expect(straight).toBe('1');
  await page.getByRole('button', { name: 'curves', exact: true }).click();
  const deck = page.getByRole('region', { name: 'Curves' });
  const point = (frame: number) =>
    deck.getByRole('button', { name: new RegExp(`^Vortex, Strength: .* at frame ${frame}$`) });
  await point(60).click();
  await deck.getByLabel('The interpolation after the selected keyframes').selectOption('ease in');
  const handle = deck.getByRole('button', { name: 'Handle 1 of Strength at frame 60' });
  const at = (await handle.boundingBox())!;
  await page.mouse.move(at.x + 4, at.y + 4);
  await page.mouse.down();
  await page.mouse.move(at.x + 60, at.y + 4, { steps: 6 });
  await page.mouse.up();
  await page.getByRole('button', { name: 'desk', exact: true }).click();
  const bent = Number(await vortexNumber(page).inputValue());
  expect(bent).toBeGreaterThan(1.5);
  await page.getByRole('button', { name: 'curves', exact: true }).click();
  const last = (await point(120).boundingBox())!;
  await page.mouse.move(last.x + 4, last.y + 4);
  await page.mouse.down();
  await page.mouse.move(last.x + 4, last.y - 60, { steps: 6 });
  await page.mouse.up();
  await expect(point(120)).toHaveAttribute('aria-label', /Strength: (-1|−1|-0|−0|0|1)/);
});

test('after an edit of the key at frame 60 the bar keeps the frames that it can’t change', async ({ page }) => {
  await keyedVortex(page);
  await page.getByRole('button', { name: 'keys', exact: true }).click();
  const deck = page.getByRole('region', { name: 'Keys' });
  await deck.getByRole('button', { name: 'Vortex, Strength: key at frame 60', exact: true }).click();
  await deck.getByLabel('The interpolation after the selected keyframes').selectOption('step');
  await simulated(page);
  // The least that the bar tells while it is simulated anew.
  await page.evaluate(() => {
    const least = { width: 100 };
    (window as unknown as { least: typeof least }).least = least;
    const look = () => {
      const width = Number(
        /width: max\(2px, ([\d.]+)%\)/.exec(
          document.querySelector('[data-testid=cached]')?.getAttribute('style') ?? '',
        )?.[1] ?? 0,
      );
      least.width = Math.min(least.width, width);
    };
    new MutationObserver(look).observe(document.body, { subtree: true, childList: true, attributes: true });
  });
  await page.getByRole('button', { name: 'desk', exact: true }).click();
  await setAt(page, 120, '6');
  await expect
    .poll(() => page.evaluate(() => (window as unknown as { least: { width: number } }).least.width))
    .toBeLessThan(99);
  await simulated(page);
  const { width } = await page.evaluate(() => (window as unknown as { least: { width: number } }).least);
  // Frames 0 to 118 of 144 stay: the way from 60 is a step.
  expect(width).toBeGreaterThan(80);
});

test('a number is moved by a gust, hung on a dial that a wave moves, saved as CSV, and made plain again', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await strip(page, 'Vortex').locator('header').getByTitle('Vortex', { exact: true }).click();
  await inspected(page);
  const inspector = page.getByLabel('Inspector');
  await goToFrame(page, 60);
  const still = await viewPixels(page);
  await way(page, 'Automate');
  const moves = inspector.getByRole('group', { name: 'Automation of Strength' });
  await moves.getByRole('combobox', { name: 'Automation', exact: true }).selectOption('gust');
  await moves.getByRole('textbox', { name: 'Output max', exact: true }).fill('9');
  await page.keyboard.press('Enter');
  await simulated(page);
  expect(difference(still, await viewPixels(page))).toBeGreaterThan(0.002);
  await expect(moves.getByRole('img', { name: /^Over the shot/ })).toBeVisible();
  await moves.getByRole('textbox', { name: 'Shortest wait', exact: true }).fill('0');
  await page.keyboard.press('Enter');
  await expect(inspector.getByRole('alert')).toContainText('Shortest wait is “0”');
  await page.keyboard.press('Escape');

  const download = page.waitForEvent('download');
  await way(page, 'Save its values over time (CSV)');
  const rows = parse(readFileSync(await (await download).path(), 'utf8'), { columns: true }) as Record<
    string,
    string
  >[];
  expect(rows).toHaveLength(145);
  expect(Number(rows[60]!['value'])).toBeCloseTo(Number(await vortexNumber(page).inputValue()), 1);
  await way(page, 'Remove keyframes and automation');
  await expect(moves).toHaveCount(0);

  await choose(page, 'Scene');
  await inspector.getByRole('button', { name: 'add a dial' }).click();
  await inspector.getByRole('button', { name: /^Dial dial1 is fixed/ }).click();
  await page.getByRole('menuitem', { name: 'Automate' }).click();
  await expect(inspector.getByRole('group', { name: 'Automation of dial1' })).toBeVisible();
  await strip(page, 'Vortex').locator('header').getByTitle('Vortex', { exact: true }).click();
  await inspected(page);
  await way(page, 'Connect to a dial');
  await moves.getByRole('textbox', { name: 'Gain', exact: true }).fill('3');
  await page.keyboard.press('Enter');
  await goToFrame(page, 24);
  const early = await vortexNumber(page).inputValue();
  await goToFrame(page, 72);
  expect(await vortexNumber(page).inputValue()).not.toBe(early);
  await page.reload();
  await simulated(page);
  await strip(page, 'Vortex').locator('header').getByTitle('Vortex', { exact: true }).click();
  await expect(page.getByRole('button', { name: /^Strength of Vortex is on a dial/ })).toBeVisible();
});

test('when a field is on is a bar in the deck: pulled by its end and its ease; the shot is started at the playhead', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await strip(page, 'Vortex').locator('header').getByTitle('Vortex', { exact: true }).click();
  await inspected(page);
  const inspector = page.getByLabel('Inspector');
  await inspector.getByRole('checkbox', { name: 'Limited range' }).check();
  await page.getByRole('button', { name: 'keys', exact: true }).click();
  const deck = page.getByRole('region', { name: 'Keys' });
  const end = deck.getByRole('button', { name: /^Vortex, end of span 1/ });
  const begin = deck.getByRole('button', { name: /^Vortex, beginning of span 1/ });
  const [a, b] = [(await begin.boundingBox())!, (await end.boundingBox())!];
  const [from, until] = [0, 48];
  const pixels = (b.x - a.x) / (until - from);
  await page.mouse.move(b.x + 4, b.y + 8);
  await page.mouse.down();
  await page.mouse.move(b.x + 4 + 30 * pixels, b.y + 8, { steps: 6 });
  await page.mouse.up();
  await expect(inspector.getByRole('textbox', { name: 'Active until', exact: true })).toHaveValue('78');
  await deck.getByRole('button', { name: /^Vortex, ease-in of span 1/ }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(inspector.getByRole('textbox', { name: /^Ease in/ })).toHaveValue('10');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(inspector.getByRole('textbox', { name: 'Active until', exact: true })).toHaveValue('48');

  await goToFrame(page, 30);
  const before = await viewPixels(page);
  await choose(page, 'Scene');
  await inspector.getByRole('button', { name: 'Start the shot here' }).click();
  await simulated(page);
  await expect(page.getByRole('slider', { name: 'Frame', exact: true })).toHaveAttribute('aria-valuemin', '30');
  await page.getByRole('button', { name: 'desk', exact: true }).click();
  await strip(page, 'Vortex').locator('header').getByTitle('Vortex', { exact: true }).click();
  await inspected(page);
  await page.mouse.move(600, 700);
  expect(difference(before, await viewPixels(page))).toBeLessThan(0.01);
});
