import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './test';
import { choose, difference, goToFrame, openExample, plain, simulated, strip, viewPixels } from './steps';

const view = 'View. Arrow keys orbit';

test('the view is orbited, panned and dollied, by pointer and by keys, and framed again', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await goToFrame(page, 60);
  const area = page.getByRole('application', { name: view });
  const box = (await area.boundingBox())!;
  const middle = { x: box.x + 120, y: box.y + box.height - 60 };
  let before = await viewPixels(page);
  const changes = async (what: string, act: () => Promise<void>) => {
    await act();
    const after = await viewPixels(page);
    expect(difference(before, after), what).toBeGreaterThan(0.002);
    before = after;
  };
  const drag = (button: 'left' | 'right') => async () => {
    await page.mouse.move(middle.x, middle.y);
    await page.mouse.down({ button });
    await page.mouse.move(middle.x + 70, middle.y - 30, { steps: 6 });
    await page.mouse.up({ button });
  };
  await changes('orbit by pointer', drag('left'));
  await changes('pan by pointer', drag('right'));
  await changes('dolly by wheel', async () => {
    await page.mouse.move(middle.x, middle.y);
    await page.mouse.wheel(0, 400);
  });
  await area.focus();
  for (const [what, key] of [
    ['orbit', 'ArrowLeft'],
    ['pan', 'Shift+ArrowUp'],
    ['dolly', 'PageUp'],
    ['top', '3'],
    ['front', '1'],
    ['frame all', 'a'],
    ['side', '2'],
    ['through the shot', 'c'],
  ] as const)
    await changes(what, () => area.press(key));
});

test('the transport steps, jumps, plays every frame and in real time, and stops', async ({ page }) => {
  await openExample(page, 'sediment-fall');
  const ruler = page.getByRole('slider', { name: 'Frame', exact: true });
  const frame = async () => Number(await ruler.getAttribute('aria-valuenow'));
  await page.getByRole('button', { name: 'Go to the last frame' }).click();
  expect(await frame()).toBe(120);
  await page.getByRole('button', { name: 'One frame back' }).click();
  expect(await frame()).toBe(119);
  await page.keyboard.press('Home');
  await page.keyboard.press('.');
  expect(await frame()).toBe(1);
  const bar = (await ruler.boundingBox())!;
  await page.mouse.move(bar.x + bar.width * 0.25, bar.y + 20);
  await page.mouse.down();
  await page.mouse.move(bar.x + bar.width * 0.5, bar.y + 20, { steps: 5 });
  await page.mouse.up();
  expect(await frame()).toBe(60);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await expect.poll(frame).not.toBe(60);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'every frame' }).click();
  await expect(page.getByRole('button', { name: 'real time' })).toBeVisible();
});

test('a thing is placed and turned by its handles in the view, and by keys', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await choose(page, 'Chimney mouth');
  const position = (axis: string) => page.getByRole('textbox', { name: `Position ${axis}` });
  const handle = page.getByRole('button', { name: 'Move Chimney mouth along X' });
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + 10, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x + 70, box.y + 10, { steps: 6 });
  await page.mouse.up();
  expect(Number(await position('X').inputValue())).toBeGreaterThan(0.2);
  await expect(position('Y')).toHaveValue('0');
  await page.getByRole('button', { name: 'Move Chimney mouth along Y' }).press('ArrowUp');
  await expect(position('Y')).toHaveValue('0.1');
  await page.getByRole('button', { name: /^Chimney mouth: drag to move/ }).press('Enter');
  await page.getByRole('button', { name: 'Turn Chimney mouth about Z' }).press('ArrowUp');
  await expect(page.getByRole('textbox', { name: 'Rotation Z' })).toHaveValue('15');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('textbox', { name: 'Rotation Z' })).toHaveValue('0');
});

test('looks change the picture at once, without a new simulation', async ({ page }) => {
  await openExample(page, 'vent-plume', plain);
  await goToFrame(page, 60);
  await choose(page, 'Chimney mouth');
  const before = await viewPixels(page);
  await page.getByRole('combobox', { name: 'Blend' }).selectOption('normal');
  await expect(page.getByText(/^simulating/)).toHaveCount(0);
  const over = await viewPixels(page);
  expect(difference(before, over)).toBeGreaterThan(0.005);
  await page.getByRole('combobox', { name: 'Look', exact: true }).selectOption('point');
  expect(difference(over, await viewPixels(page))).toBeGreaterThan(0.005);
});

test('arrows of the selected field, of all fields, on a plane that is moved, and streamlines; a key switches them', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await goToFrame(page, 60);
  await page.getByRole('list', { name: 'Things of the scene' }).getByRole('button', { name: 'Vortex, field' }).click();
  const picture = page.getByRole('application');
  const said = (text: RegExp) => expect(page.getByText(text)).toBeVisible();
  const show = async (name: string) => {
    await page.getByRole('button', { name: 'view', exact: true }).click();
    await page.getByRole('menuitem', { name }).click();
  };
  const without = await viewPixels(page);
  await picture.press('d');
  await said(/^arrows: Vortex, longest [\d.]+ N$/);
  const inBox = await viewPixels(page);
  expect(difference(without, inBox)).toBeGreaterThan(0.01);
  await show('Arrows on a plane');
  const onPlane = await viewPixels(page);
  expect(difference(inBox, onPlane)).toBeGreaterThan(0.01);
  const knob = page.getByRole('button', { name: /^Plane of the directions at 0 %/ });
  for (let i = 0; i < 6; i++)
    await knob.or(page.getByRole('button', { name: /^Plane of the directions/ })).press('ArrowUp');
  await expect(page.getByRole('button', { name: /^Plane of the directions at 30 %/ })).toBeVisible();
  expect(difference(onPlane, await viewPixels(page))).toBeGreaterThan(0.002);
  await show('Streamlines on a plane');
  await said(/^streamlines: Vortex$/);
  expect(difference(onPlane, await viewPixels(page))).toBeGreaterThan(0.005);
  await choose(page, 'Chimney mouth');
  await said(/^streamlines: all fields$/);
  await page.getByRole('list', { name: 'Things of the scene' }).getByRole('button', { name: 'Vortex, field' }).click();
  await picture.press('d');
  await expect(page.getByText(/^streamlines/)).toHaveCount(0);
  expect(difference(without, await viewPixels(page))).toBeLessThan(0.001);
});

test('by keyboard alone: a field is added, tuned, muted, moved and deleted', async ({ page }) => {
  await openExample(page, 'sediment-fall');
  await page.keyboard.press('+');
  await page.keyboard.type('vort');
  await page.keyboard.press('Enter');
  const vortex = strip(page, 'Vortex');
  await expect(vortex).toBeVisible();
  await simulated(page);
  await vortex.focus();
  await page.keyboard.press('Tab');
  const fader = vortex.getByRole('slider', { name: 'Strength of Vortex' });
  for (let i = 0; i < 6 && !(await fader.evaluate((node) => node === document.activeElement)); i++)
    await page.keyboard.press('Tab');
  await expect(fader).toBeFocused();
  const old = Number(await fader.getAttribute('aria-valuenow'));
  await page.keyboard.press('ArrowUp');
  expect(Number(await fader.getAttribute('aria-valuenow'))).toBeGreaterThan(old);
  await vortex.focus();
  await page.keyboard.press('m');
  await expect(vortex).toContainText('muted');
  await page.keyboard.press('Alt+ArrowLeft');
  await expect(vortex).toHaveAttribute('aria-label', 'Vortex, field 3');
  await page.keyboard.press('Delete');
  await expect(vortex).toHaveCount(0);
});

test('the size handle of an emitter and a resized window keep the view whole', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await choose(page, 'Bed seep');
  const handle = page.getByRole('button', { name: /^Radius 1.9 m/ });
  await handle.press('ArrowUp');
  await expect(page.getByRole('textbox', { name: 'Radius' })).toHaveValue('2');
  const canvas = page.getByTestId('view');
  const { width: before } = (await canvas.boundingBox())!;
  await page.setViewportSize({ width: 1600, height: 900 });
  await expect.poll(async () => (await canvas.boundingBox())!.width).toBeGreaterThan(before + 300);
  // Drawn anew in as many pixels as the window has there.
  await expect
    .poll(() => canvas.evaluate((c: HTMLCanvasElement) => c.width / devicePixelRatio))
    .toBeGreaterThan(before + 300);
});

for (const [name, path] of [
  ['Scenes', ''],
  ['Studio', '/'],
  ['Output', '/output'],
  ['Soundings', '/soundings?of=population'],
  ['Trials', '/trials'],
] as const)
  test(`${name} has no accessibility violations that axe finds, in the dark and in the light theme`, async ({
    page,
  }) => {
    if (path === '') await page.goto('/');
    else {
      const id = await openExample(page, 'vent-plume');
      if (path !== '/') await page.goto(`/scene/${id}${path}`);
    }
    await expect(page.getByRole('heading', { level: 1, name })).toBeAttached();
    await page.waitForTimeout(500);
    const faults = async () =>
      (await new AxeBuilder({ page }).analyze()).violations.map(
        (v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`,
      );
    for (const colorScheme of ['dark', 'light'] as const) {
      await page.emulateMedia({ colorScheme });
      expect(await faults()).toEqual([]);
      if (name !== 'Studio' || colorScheme === 'dark') continue;
      // Its dialogs, too.
      for (const key of ['/', '+', 'F1']) {
        await page.keyboard.press(key);
        await page.keyboard.type(key === 'F1' ? '' : 'w');
        expect(await faults()).toEqual([]);
        await page.keyboard.press('Escape');
      }
    }
  });
