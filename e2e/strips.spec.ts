import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type Locator, type Page } from './test';
import {
  addField,
  desk,
  difference,
  goToFrame,
  head,
  inspected,
  openExample,
  saved,
  simulated,
  strip,
  viewPixels,
  writeFormula,
} from './steps';

/** Names of the strips and heads on the desk, from left to right. */
const row = (page: Page) =>
  desk(page)
    .getByRole('article')
    .evaluateAll((all) => all.map((a) => a.getAttribute('aria-label')!.split(',')[0]));

const pressName = (page: Page, name: string, modifiers: ('Shift' | 'Control')[] = []) =>
  strip(page, name).locator('header').getByTitle(name, { exact: true }).click({ modifiers });

async function dragTo(page: Page, from: Locator, to: Locator, side: number): Promise<void> {
  const [a, b] = [(await from.boundingBox())!, (await to.boundingBox())!];
  await page.mouse.move(a.x + 60, a.y + 15);
  await page.mouse.down();
  await page.mouse.move(b.x + b.width / 2 + side, b.y + 15, { steps: 12 });
  await page.mouse.up();
}

/** Lets a field act as an acceleration, by its chip. */
async function accelerate(page: Page, name: string): Promise<void> {
  await strip(page, name).getByTitle('Kind, and what it acts as').click();
  await page.getByRole('menuitem', { name: /^acceleration/ }).click();
}

test('strips are grouped, dropped in and out, folded and ungrouped; what acts otherwise is refused in words', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await accelerate(page, 'Vortex');
  await pressName(page, 'Buoyancy');
  await pressName(page, 'Billow', ['Shift']);
  await expect(page.getByText('2 strips move together')).toBeVisible();
  await page.getByRole('button', { name: 'group these 2' }).click();
  await expect
    .poll(() => row(page))
    .toEqual(['Group', 'Buoyancy', 'Billow', 'Current', 'Vortex', 'Draw-down', 'Thin water']);

  await dragTo(page, strip(page, 'Vortex'), strip(page, 'Billow'), -20);
  await expect
    .poll(() => row(page))
    .toEqual(['Group', 'Buoyancy', 'Vortex', 'Billow', 'Current', 'Draw-down', 'Thin water']);
  await expect(head(page, 'Group')).toContainText('sum of 3');

  await dragTo(page, strip(page, 'Thin water'), strip(page, 'Billow'), -20);
  const unlike = page.getByRole('alert', { name: 'Members that act in different ways' });
  await expect(unlike).toContainText('“Thin water” as drag');
  await expect(unlike.getByRole('button')).toHaveText(['Leave it']);
  await unlike.getByRole('button', { name: 'Leave it' }).click();
  await expect(head(page, 'Group')).toContainText('sum of 3');

  await strip(page, 'Billow').focus();
  await page.keyboard.press('Alt+ArrowRight');
  await expect(head(page, 'Group')).toContainText('sum of 2');
  await head(page, 'Group').getByRole('button', { name: 'Fold the members of Group in' }).click();
  await expect.poll(() => row(page)).toEqual(['Group', 'Billow', 'Current', 'Draw-down', 'Thin water']);
  await page.keyboard.press('f');
  await expect.poll(() => row(page)).toContain('Vortex');
  await head(page, 'Group').focus();
  await page.keyboard.press('u');
  await expect.poll(() => row(page)).toEqual(['Buoyancy', 'Vortex', 'Billow', 'Current', 'Draw-down', 'Thin water']);
  await page.keyboard.press('Control+z');
  await expect(head(page, 'Group')).toBeVisible();
});

test('a layered group hides what comes before, says so on the strip, and the mix mends it', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await pressName(page, 'Buoyancy');
  await pressName(page, 'Billow', ['Control']);
  await strip(page, 'Billow').focus();
  await page.keyboard.press('g');
  await inspected(page);
  await goToFrame(page, 48);
  const summed = await viewPixels(page);
  await page.getByRole('radio', { name: /^layered/ }).click();
  await simulated(page);
  await expect.poll(async () => difference(summed, await viewPixels(page))).toBeGreaterThan(0.002);
  // Last in its group, everywhere and mixed fully, Billow covers what comes before altogether.
  await pressName(page, 'Billow');
  await inspected(page);
  await page.getByLabel('Inspector').getByRole('combobox', { name: 'Falloff shape' }).selectOption('everywhere');
  await expect(strip(page, 'Buoyancy')).toContainText('“Billow” replaces it completely');
  await strip(page, 'Buoyancy').getByRole('button', { name: 'Mix Billow at 50 %' }).click();
  await expect(strip(page, 'Buoyancy')).not.toContainText('replaces it');
  await page.keyboard.press('Control+z');
  await expect(strip(page, 'Buoyancy')).toContainText('replaces it');
});

test('sends are set in a matrix: across cells by one drag, a column copied, and by keys', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await desk(page).getByRole('button', { name: 'sends', exact: true }).click();
  const cell = (field: string, emitter: string) => page.getByRole('slider', { name: `${field} to ${emitter}` });
  const centre = async (locator: Locator) => {
    const box = (await locator.boundingBox())!;
    return [box.x + box.width / 2, box.y + box.height / 2] as const;
  };
  await page.mouse.move(...(await centre(cell('Buoyancy', 'Chimney mouth'))));
  await page.mouse.down();
  await page.mouse.move(...(await centre(cell('Current', 'Chimney mouth'))), { steps: 5 });
  await page.mouse.move(...(await centre(cell('Vortex', 'Chimney mouth'))), { steps: 5 });
  await page.mouse.up();
  for (const field of ['Buoyancy', 'Current', 'Vortex'])
    await expect(cell(field, 'Chimney mouth')).toHaveAttribute('aria-valuenow', '0');
  await expect(cell('Billow', 'Chimney mouth')).toHaveAttribute('aria-valuenow', '100');
  await page.keyboard.press('Control+z');
  for (const field of ['Buoyancy', 'Vortex'])
    await expect(cell(field, 'Chimney mouth')).toHaveAttribute('aria-valuenow', '100');

  await desk(page).getByRole('button', { name: 'Chimney mouth' }).click();
  await page.getByRole('menuitem', { name: 'Copy the column of Bed seep' }).click();
  await expect(cell('Buoyancy', 'Chimney mouth')).toHaveAttribute('aria-valuenow', '12');
  await cell('Buoyancy', 'Chimney mouth').focus();
  await page.keyboard.press('7');
  await page.keyboard.press('+');
  await expect(cell('Buoyancy', 'Chimney mouth')).toHaveAttribute('aria-valuenow', '75');
  await page.keyboard.press('ArrowDown');
  await expect(cell('Current', 'Chimney mouth')).toBeFocused();
});

test('the desk has two states: kept, flipped by one key with the picture of each, adopted; a reload keeps both', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  // Selected from the start, so that the lines drawn for it are in every picture.
  await pressName(page, 'Vortex');
  await inspected(page);
  await goToFrame(page, 60);
  const first = await viewPixels(page);
  await page.getByRole('button', { name: 'store A · switch to B' }).click();
  const fader = page.getByRole('slider', { name: 'Strength of Vortex' });
  const old = await fader.getAttribute('aria-valuenow');
  await fader.focus();
  await page.keyboard.press('PageUp');
  await page.keyboard.press('PageUp');
  await simulated(page);
  const set = await fader.getAttribute('aria-valuenow');
  expect(set).not.toBe(old);
  await expect.poll(async () => difference(first, await viewPixels(page))).toBeGreaterThan(0.003);
  await page.keyboard.press('b');
  await expect(fader).toHaveAttribute('aria-valuenow', old!);
  await simulated(page);
  await expect.poll(async () => difference(first, await viewPixels(page))).toBeLessThan(0.001);
  await expect(page.getByRole('button', { name: 'State B' }).locator('img').first()).toBeVisible();
  await saved(page);
  await page.reload();
  await simulated(page);
  await page.getByRole('button', { name: 'State B' }).click();
  await expect(fader).toHaveAttribute('aria-valuenow', set!);
  await page.getByRole('button', { name: 'adopt B' }).click();
  await expect(page.getByRole('button', { name: 'store A · switch to B' })).toBeVisible();
  await expect(fader).toHaveAttribute('aria-valuenow', set!);
});

test('the falloff is opened large: borders and knots are dragged, particles are counted by distance, one gesture is one undo', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await goToFrame(page, 48);
  await strip(page, 'Draw-down')
    .getByRole('button', { name: /^Open the falloff/ })
    .click({ position: { x: 60, y: 4 } });
  const panel = page.getByRole('region', { name: 'Falloff of Draw-down' });
  await expect(panel).toContainText(/[\d ]+ of [\d ]+ particles within the outer radius/);
  const outer = panel.getByRole('button', { name: /^Outer radius:/ });
  const at = (await outer.boundingBox())!;
  await page.mouse.move(at.x + 6, at.y + 60);
  await page.mouse.down();
  await page.mouse.move(at.x - 50, at.y + 60, { steps: 8 });
  await page.mouse.up();
  await expect(outer).not.toHaveAccessibleName(/^Outer radius: 1\.9 m/);
  await page.keyboard.press('Control+z');
  await expect(outer).toHaveAccessibleName(/^Outer radius: 1\.9 m/);

  const canvas = panel.getByRole('img', { name: /^Weight over distance/ });
  const area = (await canvas.boundingBox())!;
  await page.mouse.dblclick(area.x + area.width * 0.5, area.y + 40);
  await expect(panel.getByRole('button', { name: /^Knot \d/ })).toHaveCount(6);
  await expect(panel.getByRole('button', { name: 'custom' })).toHaveAttribute('aria-pressed', 'true');
  const knot = panel.getByRole('button', { name: /^Knot 4:/ });
  const old = await knot.getAttribute('aria-label');
  const spot = (await knot.boundingBox())!;
  await page.mouse.move(spot.x + 6, spot.y + 6);
  await page.mouse.down();
  await page.mouse.move(spot.x + 6, spot.y - 30, { steps: 6 });
  await page.mouse.up();
  await expect(knot).not.toHaveAccessibleName(old!);
  // Snapped to twentieths.
  const value = Number(/: ([\d.]+) at/.exec((await knot.getAttribute('aria-label'))!)![1]);
  expect(Math.abs(value * 20 - Math.round(value * 20))).toBeLessThan(1e-9);
  await page.keyboard.press('Control+z');
  await expect(knot).toHaveAccessibleName(old!);
  await knot.focus();
  await page.keyboard.press('Delete');
  await expect(panel.getByRole('button', { name: /^Knot \d/ })).toHaveCount(5);
  await panel.getByRole('button', { name: 'Close the falloff' }).focus();
  await page.keyboard.press('Escape');
  await expect(panel).toHaveCount(0);
});

test('a modulator is added, shaded in the view, and breaks the field up', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await pressName(page, 'Draw-down');
  await inspected(page);
  await goToFrame(page, 48);
  const plain = await viewPixels(page);
  const inspector = page.getByLabel('Inspector');
  await inspector.getByRole('button', { name: 'add a modulator' }).click();
  await page.getByRole('menuitem', { name: /^noise/ }).click();
  await simulated(page);
  await expect.poll(async () => difference(plain, await viewPixels(page))).toBeGreaterThan(0.01);
  await inspector.getByRole('combobox', { name: 'Modulator 1' }).selectOption('formula');
  await writeFormula(inspector.getByRole('textbox', { name: 'Formula' }), '0');
  await page.keyboard.press('Tab');
  await expect(strip(page, 'Draw-down')).toContainText('its modulators are 0 at every particle');
  await strip(page, 'Draw-down').getByRole('button', { name: 'Remove the modulators' }).click();
  await expect(strip(page, 'Draw-down')).not.toContainText('modulators');
});

test('fields are copied to another scene, and their kind and way of acting changed in place', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await pressName(page, 'Vortex');
  await strip(page, 'Vortex').focus();
  await page.keyboard.press('Control+c');
  await openExample(page, 'lander-touchdown');
  await desk(page).getByRole('button', { name: 'paste', exact: true }).click();
  await expect(strip(page, 'Vortex')).toBeVisible();
  await strip(page, 'Vortex').getByTitle('Kind, and what it acts as').click();
  await page.getByRole('menuitem', { name: /^steer/ }).click();
  await expect(page.getByRole('slider', { name: 'Strength of Vortex' })).toHaveAttribute('aria-valuetext', '10 %/f');
  await strip(page, 'Vortex').getByTitle('Kind, and what it acts as').click();
  await page.getByRole('menuitem', { name: 'Drain' }).click();
  await expect(strip(page, 'Vortex').getByRole('slider', { name: 'Lift' })).toHaveAttribute('aria-valuenow', '-2.5');
  await strip(page, 'Vortex').getByTitle('Kind, and what it acts as').click();
  await page.getByRole('menuitem', { name: 'shell', exact: true }).click();
  await expect(strip(page, 'Shell')).toBeVisible();
  // Where there is nothing to press, the strip leads to the number that is to blame.
  await page.getByLabel('Inspector').getByRole('combobox', { name: 'Falloff shape' }).selectOption('surface');
  await expect(strip(page, 'Shell')).toContainText('no mesh is chosen for its falloff shape');
  await strip(page, 'Shell').getByRole('button', { name: 'show its falloff' }).click();
  await expect(page.getByLabel('Inspector').getByRole('combobox', { name: 'Falloff shape' })).toBeFocused();
});

test('with eight fields at 1280 × 800 every strip is reached by keys and whole, and axe finds nothing', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openExample(page, 'vent-plume');
  for (const kind of ['cells', 'zone flow']) {
    await addField(page, kind);
    await inspected(page);
  }
  const strips = desk(page).getByRole('article');
  await expect(strips).toHaveCount(8);
  const sum = (await page.getByRole('region', { name: 'Sum of the fields' }).boundingBox())!;
  // Six stand side by side; the others are scrolled to as they are reached.
  for (let i = 0; i < 8; i++) {
    await strips.nth(i).focus();
    const box = (await strips.nth(i).boundingBox())!;
    expect(box.x).toBeGreaterThanOrEqual(-1);
    expect(box.x + box.width).toBeLessThanOrEqual(sum.x + 1);
    expect(6 * box.width).toBeLessThan(sum.x);
    // Nothing of a strip is cut off at its foot.
    for (const name of [/^Mute/, /^Solo/]) {
      const button = (await strips.nth(i).getByRole('button', { name }).boundingBox())!;
      expect(button.y + button.height).toBeLessThanOrEqual(800);
    }
    const small = await strips
      .nth(i)
      .evaluate(
        (el) => [...el.querySelectorAll('*')].filter((e) => parseFloat(getComputedStyle(e).fontSize) < 11).length,
      );
    expect(small).toBe(0);
  }
  await strips.first().focus();
  for (let i = 0; i < 7; i++) await page.keyboard.press('ArrowRight');
  await expect(strips.nth(7)).toBeFocused();
  await page.keyboard.press('m');
  await expect(strips.nth(7)).toContainText('muted');
  // The fader of the strip is the next stop but for the chip and its name.
  for (let i = 0; i < 6; i++) {
    await page.keyboard.press('Tab');
    if ((await page.evaluate(() => document.activeElement?.getAttribute('aria-orientation'))) === 'vertical') break;
  }
  const fader = strips.nth(7).getByRole('slider', { name: /^Strength of/ });
  await expect(fader).toBeFocused();
  const old = await fader.getAttribute('aria-valuenow');
  await page.keyboard.press('ArrowUp');
  await expect(fader).not.toHaveAttribute('aria-valuenow', old!);
  for (const view of ['strips', 'sends']) {
    await desk(page).getByRole('button', { name: view, exact: true }).click();
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(violations.map((v) => `${v.id}: ${v.nodes[0]?.target.join(' ')}`)).toEqual([]);
  }
  await page.goto('/handbook/rule/layered');
  await page.getByRole('heading', { level: 1 }).waitFor();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes[0]?.target.join(' ')}`)).toEqual([]);
});

test('an emitter that others send to is deleted, and nothing is left hanging', async ({ page }) => {
  await openExample(page, 'lantern-swarm');
  await page.getByRole('button', { name: 'Marine snow', exact: true }).click();
  await inspected(page);
  await page.getByLabel('Inspector').getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Marine snow', exact: true })).toHaveCount(0);
  await saved(page);
  await page.reload();
  await simulated(page);
  await expect(head(page, 'Sphere')).toBeVisible();
});

test.describe('in full pixels', () => {
  test.use({ deviceScaleFactor: 1 });
  test('a texture’s picture lies on its card in the view, with the neutral level as a line', async ({ page }) => {
    await openExample(page, 'chart-in-relief');
    await goToFrame(page, 2);
    const lampPixels = async (name: string) => {
      await pressName(page, name);
      await inspected(page);
      const { data } = await viewPixels(page);
      let n = 0;
      for (let i = 0; i < data.length; i += 4) if (data[i]! > 190 && data[i + 1]! > 150 && data[i + 2]! < 110) n++;
      return n;
    };
    const plain = await lampPixels('Water');
    // The rings have long neutral lines; the noise has others.
    const rings = await lampPixels('Old chart');
    expect(rings).toBeGreaterThan(plain + 4000);
    await page.getByLabel('Inspector').getByRole('combobox', { name: 'Picture' }).selectOption('volume');
    await simulated(page);
    expect(await lampPixels('Old chart')).not.toBe(rings);
  });
});
