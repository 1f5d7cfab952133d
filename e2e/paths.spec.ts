import { expect, test, type Page } from './test';
import { lineOf } from '../core/kinds/shared/path-line';
import { nearestOnPath, PathPieces } from '../core/lib/paths/nearest';
import { sceneFrom } from '../formats/scene-file';
import { Simulation } from '../core/sim/step/simulation';
import { choose, desk, inspected, newScene, saved, simulated, strip, tile } from './steps';

/** Presses and choices since the scene was new. */
let actions = 0;
const act = async (what: Promise<unknown>) => {
  actions++;
  await what;
};

const inspector = (page: Page) => page.getByLabel('Inspector');
const pick = (page: Page, name: string, value: string) =>
  act(inspector(page).getByRole('combobox', { name, exact: true }).selectOption({ label: value }));

async function type(page: Page, name: string, value: string): Promise<void> {
  const box = inspector(page).getByRole('textbox', { name, exact: true }).first();
  await act(box.fill(value));
  await box.press('Enter');
}

async function add(page: Page, thing: string): Promise<void> {
  await act(page.getByRole('list', { name: 'Things of the scene' }).getByRole('button', { name: 'add' }).click());
  await act(page.getByRole('menuitem', { name: new RegExp(`^${thing}`) }).click());
  await inspected(page);
}

async function addKind(page: Page, kind: string): Promise<void> {
  const open = desk(page).getByRole('button', { name: 'add a field' });
  if (!(await tile(page, kind).isVisible())) await act(open.click());
  await act(tile(page, kind).click());
  await inspected(page);
}

/** A new scene with a path of a form, and its emitter on that, its particles still. */
async function onPath(page: Page, form: string): Promise<void> {
  await newScene(page);
  actions = 0;
  await add(page, 'path');
  await pick(page, 'Path', form);
  await act(choose(page, 'Emitter'));
  await pick(page, 'Shape', 'path');
  await pick(page, 'Path', 'shared path');
  await type(page, 'Launch speed', '0');
}

/**
 * The scene as it is saved, run for so many frames: how far particles that are half a second old or more ever are from its
 * path, metres, and how many were looked at.
 */
async function farthest(page: Page, frames: number): Promise<{ off: number; seen: number }> {
  await saved(page);
  const id = /scene\/([^/]+)/.exec(page.url())![1]!;
  const { scene } = (await (await page.request.get(`/api/scenes/${id}`)).json()) as { scene: unknown };
  const run = new Simulation(sceneFrom(scene), new Map());
  const pieces = new PathPieces(lineOf(sceneFrom(scene).carriers[0]!.path));
  const found = nearestOnPath();
  let [off, seen] = [0, 0];
  while (run.frame < frames) {
    run.advance();
    const { columns, birth, count } = run.populations[0]!;
    for (let i = 0; i < count; i++) {
      if (run.frame / 24 - birth[i]! < 0.5) continue;
      pieces.nearest(columns.x[i]!, columns.y[i]!, columns.z[i]!, found);
      off = Math.max(off, found.distance);
      seen++;
    }
  }
  return { off, seen };
}

test('a ring, particles on it and along it, of one path: the path is changed, and all follow', async ({ page }) => {
  await onPath(page, 'circle');
  await addKind(page, 'path');
  expect(actions).toBeLessThan(15);
  await expect(inspector(page).getByRole('combobox', { name: 'Shared path' })).toHaveValue('p1');
  const first = await farthest(page, 200);
  expect(first.seen).toBeGreaterThan(50_000);
  expect(first.off).toBeLessThan(0.05);

  await choose(page, 'Guide');
  await expect(inspector(page).getByRole('button', { name: 'Emitter emitter' })).toBeVisible();
  await expect(inspector(page).getByRole('button', { name: 'Path field' })).toBeVisible();
  await type(page, 'Path radius', '0.4');
  expect((await farthest(page, 200)).off).toBeLessThan(0.05);
  await page.keyboard.press('Escape');
  // A point that is dragged in the view takes them along as well.
  await inspector(page).getByRole('button', { name: 'Turn it into points' }).click();
  await simulated(page);
  const point = page.getByRole('button', { name: 'Point 1: drag, arrow keys, Delete' });
  const box = (await point.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 40, box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  expect((await farthest(page, 200)).off).toBeLessThan(0.05);
});

test('a helix in three layers, along it, 3 % towards it and curling, of one path that is made steeper', async ({
  page,
}) => {
  await onPath(page, 'helix');
  await addKind(page, 'path');
  await addKind(page, 'path');
  await type(page, 'Strength', '3');
  await addKind(page, 'turbulence');
  expect(actions).toBeLessThan(15);
  await expect(strip(page, 'Path 2').getByRole('textbox').first()).toHaveValue('3');
  const first = await farthest(page, 120);
  expect(first.seen).toBeGreaterThan(20_000);
  expect(first.off).toBeLessThan(0.3);
  await choose(page, 'Guide');
  await type(page, 'Path length', '4');
  expect((await farthest(page, 120)).off).toBeLessThan(0.3);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(inspector(page).getByRole('textbox', { name: 'Path length', exact: true })).toHaveValue('2');
});

test('a closed flower with a steer and a pull of 5 %, of one path that gets more petals', async ({ page }) => {
  await onPath(page, 'flower');
  await addKind(page, 'path');
  await pick(page, 'Acts as', 'steer');
  await addKind(page, 'path');
  await type(page, 'Strength', '5');
  expect(actions).toBeLessThan(15);
  const first = await farthest(page, 200);
  expect(first.seen).toBeGreaterThan(50_000);
  expect(first.off).toBeLessThan(0.05);
  await choose(page, 'Guide');
  await type(page, 'Petals', '3');
  expect((await farthest(page, 200)).off).toBeLessThan(0.05);
});

test('a path is deleted: what was on it keeps its form, and one press of undo brings the path back', async ({
  page,
}) => {
  await onPath(page, 'circle');
  await choose(page, 'Guide');
  await inspector(page).getByRole('button', { name: 'Delete', exact: true }).click();
  await choose(page, 'Emitter');
  await expect(inspector(page).getByRole('combobox', { name: 'Path', exact: true })).toHaveValue('circle');
  await page.keyboard.press('Control+z');
  await expect(inspector(page).getByRole('combobox', { name: 'Path', exact: true })).toHaveValue('shared');
  await inspector(page).getByRole('button', { name: 'Edit the path' }).click();
  await expect(inspector(page).getByText('path 1 of 1')).toBeVisible();
});

test('a path is drawn by clicks in the view, and closed on its first point', async ({ page }) => {
  await newScene(page);
  await add(page, 'path');
  const points = () => inspector(page).getByRole('textbox', { name: /^Point \d+ X$/ });
  await expect(points()).toHaveCount(4);
  await inspector(page).getByRole('button', { name: 'Draw', exact: true }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Each click adds a point' })).toBeVisible();
  await expect(points()).toHaveCount(0);
  const box = (await page.getByTestId('view').boundingBox())!;
  const places = [
    [0.3, 0.3],
    [0.7, 0.35],
    [0.65, 0.7],
    [0.5, 0.5],
  ] as const;
  for (const [i, [x, y]] of places.entries()) {
    await page.mouse.click(box.x + x * box.width, box.y + y * box.height);
    await expect(points()).toHaveCount(i + 1);
  }
  await page.keyboard.press('Backspace');
  await expect(points()).toHaveCount(3);
  // Where it was clicked it is.
  const second = (await page.getByRole('button', { name: /^Point 2:/ }).boundingBox())!;
  expect(Math.abs(second.x + second.width / 2 - (box.x + 0.7 * box.width))).toBeLessThan(2);
  expect(Math.abs(second.y + second.height / 2 - (box.y + 0.35 * box.height))).toBeLessThan(2);
  // A drag turns the view, and adds nothing.
  await page.mouse.move(box.x + 0.2 * box.width, box.y + 0.8 * box.height);
  await page.mouse.down();
  await page.mouse.move(box.x + 0.25 * box.width, box.y + 0.8 * box.height, { steps: 3 });
  await page.mouse.up();
  await expect(points()).toHaveCount(3);
  const first = (await page.getByRole('button', { name: /^Point 1:/ }).boundingBox())!;
  await page.mouse.click(first.x + first.width / 2, first.y + first.height / 2);
  await expect(inspector(page).getByRole('checkbox', { name: 'Closed' })).toBeChecked();
  await expect(inspector(page).getByRole('button', { name: 'Draw', exact: true })).toHaveAttribute(
    'aria-pressed',
    'false',
  );
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(points()).toHaveCount(4);
  await saved(page);
});
