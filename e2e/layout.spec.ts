import { expect, test, type Locator } from './test';
import { AxeBuilder } from '@axe-core/playwright';
import { fields as fieldKinds } from '../core/kinds/fields';
import {
  addField,
  choose,
  desk,
  inspected,
  makeExample,
  newScene,
  openExample,
  saved,
  simulated,
  sparse,
  strip,
} from './steps';

test('sections of the inspector fold and stay folded; their names lead to them and mark what was changed', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await page.evaluate(() => localStorage.setItem('bathyclast-sections', '{"version":0,"state":{"folds":{}}}'));
  await page.reload();
  await simulated(page);
  await choose(page, 'Chimney mouth');
  const inspector = page.getByLabel('Inspector');
  const head = (name: string) => inspector.getByRole('heading', { name }).getByRole('button');
  // The commonest settings of an emitter are in sight without scrolling.
  for (const name of ['Rate', 'Lifetime', 'Lifetime variation', 'Launch speed', 'Speed variation', 'Spread'])
    await expect(inspector.getByRole('textbox', { name, exact: true }).first()).toBeInViewport();
  await expect(head('Masks')).toHaveAttribute('aria-expanded', 'false');
  await expect(head('Launch')).toHaveAttribute('aria-expanded', 'true');
  await head('Launch').click();
  await expect(inspector.getByRole('textbox', { name: 'Launch speed', exact: true })).toHaveCount(0);
  await page.reload();
  await choose(page, 'Chimney mouth');
  await expect(head('Launch')).toHaveAttribute('aria-expanded', 'false');
  // Its name opens it again, and brings it into sight.
  const names = inspector.getByRole('navigation', { name: 'Sections' });
  await names.getByRole('button', { name: 'Launch' }).click();
  await expect(inspector.getByRole('textbox', { name: 'Launch speed', exact: true })).toBeInViewport();
  await names.getByRole('button', { name: 'Transform' }).click();
  await expect(inspector.getByRole('textbox', { name: 'Position X' })).toBeInViewport();
  await expect(names.getByRole('button', { name: /^Transform/ }).getByLabel('changed')).toHaveCount(0);
  await inspector.getByRole('textbox', { name: 'Position X' }).fill('1');
  await page.keyboard.press('Enter');
  await expect(names.getByRole('button', { name: /^Transform/ }).getByLabel('changed')).toBeVisible();
});

test('the list of things has the fields too, renames in place, and folds to icons beside the view', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  const list = page.getByRole('list', { name: 'Things of the scene' });
  await list.getByRole('button', { name: 'Billow, field' }).click();
  await inspected(page);
  await expect(strip(page, 'Billow')).toHaveAttribute('aria-current', 'true');
  await list.getByRole('button', { name: 'Billow, field' }).dblclick();
  await list.getByRole('textbox', { name: 'New name of Billow' }).fill('Swell');
  await page.keyboard.press('Enter');
  await expect(strip(page, 'Swell')).toBeVisible();
  await list.getByRole('button', { name: 'Bed seep', exact: true }).press('F2');
  await page.keyboard.type('Seep');
  await page.keyboard.press('Escape');
  await expect(list.getByRole('button', { name: 'Bed seep', exact: true })).toBeVisible();
  // Dragged onto another field it acts there; onto a carrier, a thing is attached to it.
  const row = (name: string) => list.getByRole('button', { name, exact: true });
  const drag = async (name: string, onto: string) => {
    const [from, to] = [(await row(name).boundingBox())!, (await row(onto).boundingBox())!];
    await page.mouse.move(from.x + 30, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(to.x + 30, to.y + to.height / 2, { steps: 8 });
    await page.mouse.up();
  };
  const strips = () =>
    desk(page)
      .getByRole('article')
      .evaluateAll((all) => all.map((a) => a.getAttribute('aria-label')!.split(',')[0]));
  await drag('Swell, field', 'Buoyancy, field');
  await expect.poll(strips).toEqual(['Swell', 'Buoyancy', 'Current', 'Vortex', 'Draw-down', 'Thin water']);
  await list.getByRole('button', { name: 'add', exact: true }).click();
  await page.getByRole('menuitem', { name: /^carrier/ }).click();
  await drag('Bed seep', 'Carrier');
  await row('Bed seep').click();
  await inspected(page);
  await expect(page.getByLabel('Inspector').getByRole('combobox', { name: 'Attached to' })).not.toHaveValue('');
  await saved(page);
  const view = page.getByTestId('view');
  const [column, before] = [(await list.boundingBox())!, (await view.boundingBox())!];
  // It stands beside the picture, not over it.
  expect(column.x + column.width).toBeLessThanOrEqual(before.x);
  await page.getByRole('button', { name: 'Fold the list to icons' }).click();
  await expect.poll(async () => (await view.boundingBox())!.width).toBeGreaterThan(before.width + 80);
  await list.getByRole('button', { name: 'Swell, field' }).click();
  await expect(strip(page, 'Swell')).toHaveAttribute('aria-current', 'true');
  await page.reload();
  await expect(page.getByRole('button', { name: 'Show the names of the things' })).toBeVisible();
});

/** Texts and controls of a strip that reach over its edges, by what they say. */
const over = (one: Locator): Promise<string[]> =>
  one.evaluate((root) => {
    const outer = root.getBoundingClientRect();
    return (
      [...root.querySelectorAll('*')]
        .filter((el) => !el.closest('svg') || el.tagName === 'svg')
        // What is scrolled or cut within the root does not leave it.
        .filter((el) => !el.closest('.truncate, .overflow-x-auto, .overflow-y-auto'))
        .filter((el) => {
          const box = el.getBoundingClientRect();
          return (
            box.width > 0 && (box.left < outer.left - 1 || box.right > outer.right + 1 || box.bottom > outer.bottom + 1)
          );
        })
        .map((el) => `${el.tagName} ${el.textContent}`)
    );
  });

for (const [width, height] of [
  [1100, 700],
  [1280, 800],
  [1920, 1080],
] as const)
  test(`nothing leaves its strip, and rows stand at one height on all strips, at ${width} × ${height}`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height });
    const id = await makeExample(page, 'lantern-swarm', (scene) => {
      const { fields, emitters, ...rest } = sparse(scene) as unknown as {
        fields: { name: string; strength: number; settings: object }[];
        emitters: { name: string; id: string }[];
      };
      // Long words and numbers, and several emitters.
      return {
        ...rest,
        emitters: [...emitters, ...['x', 'y', 'z'].map((one) => ({ ...emitters[0], id: one, name: one }))],
        fields: fields.map((field, i) => ({
          ...field,
          name: i === 1 ? 'The longest name that anyone would give a field' : field.name,
          strength: i === 3 ? 12345.678 : i === 4 ? -0.000123 : field.strength,
        })),
      };
    });
    await page.goto(`/scene/${id}`);
    await simulated(page);
    const strips = desk(page).getByRole('article');
    const all = await strips.count();
    expect(all).toBeGreaterThan(8);
    for (let i = 0; i < all; i++) expect(await over(strips.nth(i))).toEqual([]);
    const tops = (select: (one: Locator) => Locator) =>
      Promise.all(
        Array.from({ length: all }, async (_, i) => Math.round((await select(strips.nth(i)).boundingBox())!.y)),
      );
    for (const row of [
      (one: Locator) => one.getByRole('textbox', { name: /^(Strength|.*) of .* as a number$/ }).first(),
      (one: Locator) => one.getByRole('slider', { name: /of/ }).first(),
      (one: Locator) => one.getByRole('button', { name: /^Mute/ }),
    ])
      expect(new Set(await tops(row)).size).toBe(1);
    const foot = await strips.first().evaluate((el) => el.getBoundingClientRect().bottom);
    expect(foot).toBeLessThanOrEqual(height);
    // The bar on top has room for all of its buttons.
    const { x, width: wide } = (await page.getByRole('button', { name: 'Redo', exact: true }).boundingBox())!;
    expect(x + wide).toBeLessThanOrEqual(width);
  });

test('an empty desk is the palette; it opens over a full one, is typed into without losing a key, and axe finds nothing', async ({
  page,
}) => {
  await newScene(page);
  const kinds = desk(page).getByRole('listbox', { name: 'Kinds of field' });
  await expect(kinds.getByRole('option')).toHaveCount(fieldKinds.list.length);
  await expect(kinds.getByRole('group', { name: 'flow', exact: true }).getByRole('option')).toHaveCount(4);
  // Each tile shows its kind at work.
  const lit = () =>
    kinds.getByRole('option', { name: /^vortex/ }).evaluate((tile) => {
      const canvas = tile.querySelector('canvas')!;
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
      return data.filter((value, i) => i % 4 === 0 && value > 100).length / (canvas.width * canvas.height);
    });
  await expect.poll(lit).toBeGreaterThan(0.01);
  expect((await new AxeBuilder({ page }).include('[aria-label="Desk"]').analyze()).violations).toEqual([]);
  await page.keyboard.press('+');
  await page.keyboard.type('turb');
  await expect(kinds.getByRole('option')).toHaveCount(1);
  await page.keyboard.press('Enter');
  await expect(strip(page, 'Turbulence')).toBeFocused();

  const dialog = page.getByRole('dialog', { name: 'Add a field' });
  await page.keyboard.press('+');
  await expect(dialog).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
  await expect(desk(page).getByRole('article')).toHaveCount(1);
  // Arrows go from tile to tile, across and down.
  await page.keyboard.press('+');
  const filter = dialog.getByRole('combobox', { name: 'Find a kind of field' });
  await expect(filter).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(dialog.getByRole('option', { selected: true })).toContainText('attractor');
  await page.keyboard.press('ArrowDown');
  await expect(dialog.getByRole('option', { selected: true })).toContainText('zone flow');
  await page.keyboard.press('ArrowUp');
  await expect(dialog.getByRole('option', { selected: true })).toContainText('attractor');
  await page.keyboard.press('Enter');
  await expect(strip(page, 'Attractor')).toBeFocused();
  await desk(page).getByRole('button', { name: 'add a field' }).click();
  await filter.fill('qqq');
  await expect(dialog).toContainText('No kind of field is called “qqq”.');
  await dialog.getByRole('button', { name: 'Close the palette' }).click();
  await expect(dialog).toHaveCount(0);
  await desk(page).getByRole('button', { name: 'add a field' }).click();
  await expect(dialog).toBeVisible();
  await page.mouse.click(640, 120);
  await expect(dialog).toHaveCount(0);
});

test('a strip that is cut off by the edge of the desk stays under the pointer until the button is let go', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openExample(page, 'vent-plume');
  for (const kind of ['cells', 'zone flow']) {
    await addField(page, kind);
    await inspected(page);
  }
  const first = desk(page).getByRole('article').first();
  await desk(page).getByRole('article').nth(1).focus();
  await first.evaluate((one) => (one.parentElement!.scrollLeft = 40));
  const solo = first.getByRole('button', { name: /^Solo/ });
  const box = (await solo.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await expect(first).toHaveAttribute('aria-current', 'true');
  await page.waitForTimeout(150);
  expect((await solo.boundingBox())!.x).toBe(box.x);
  await page.mouse.up();
  await expect(solo).toHaveAttribute('aria-pressed', 'true');
  await expect.poll(async () => (await first.boundingBox())!.x).toBeGreaterThanOrEqual(0);
});
