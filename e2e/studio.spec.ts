import { expect, test } from './test';
import {
  addField,
  choose,
  desk,
  difference,
  goToFrame,
  newScene,
  openExample,
  saved,
  simulated,
  strip,
  viewPixels,
} from './steps';

test('a fader is dragged: the picture follows, undo brings the old one back, a reload keeps what was saved', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await goToFrame(page, 48);
  const before = await viewPixels(page);
  const fader = page.getByRole('slider', { name: 'Strength of Vortex' });
  const box = (await fader.boundingBox())!;
  const old = await fader.getAttribute('aria-valuenow');
  await page.mouse.move(box.x + 20, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 20, box.y + box.height / 2 - 45, { steps: 12 });
  const held = await viewPixels(page);
  expect(difference(before, held)).toBeGreaterThan(0.005);
  await page.mouse.up();
  await simulated(page);
  await saved(page);
  const after = await viewPixels(page);
  expect(difference(before, after)).toBeGreaterThan(0.005);
  const set = await fader.getAttribute('aria-valuenow');
  expect(Number(set)).toBeGreaterThan(Number(old) + 1);

  await page.reload();
  await simulated(page);
  await expect(fader).toHaveAttribute('aria-valuenow', set!);
  await strip(page, 'Vortex').click({ position: { x: 60, y: 15 } });
  await goToFrame(page, 48);
  expect(difference(after, await viewPixels(page))).toBeLessThan(0.001);

  await strip(page, 'Vortex').getByRole('button', { name: /^Mute/ }).click();
  await expect(strip(page, 'Vortex')).toContainText('muted');
  await page.keyboard.press('Control+z');
  await expect(strip(page, 'Vortex')).not.toContainText('muted');
  await simulated(page);
  expect(difference(after, await viewPixels(page))).toBeLessThan(0.001);
});

test('a drag is one step of undo', async ({ page }) => {
  await openExample(page, 'sediment-fall');
  const fader = page.getByRole('slider', { name: 'Speed of Mid current' });
  const old = await fader.getAttribute('aria-valuenow');
  const box = (await fader.boundingBox())!;
  await page.mouse.move(box.x + 20, box.y + box.height / 2);
  await page.mouse.down();
  for (let i = 1; i < 10; i++) await page.mouse.move(box.x + 20, box.y + box.height / 2 - 4 * i);
  await page.mouse.up();
  await expect(fader).not.toHaveAttribute('aria-valuenow', old!);
  await page.keyboard.press('Control+z');
  await expect(fader).toHaveAttribute('aria-valuenow', old!);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('a new field delivers at once; moved away it says why not, and one click mends it', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New scene' }).click();
  await page.getByRole('menuitem', { name: 'With one emitter' }).click();
  await simulated(page);
  await goToFrame(page, 40);
  // Nothing is on the desk, and yet the particles slow down.
  const sum = page.getByRole('region', { name: 'Sum of the fields' });
  await expect(sum).toContainText('Only the particles’ own drag acts: it slows them.');
  await addField(page, 'attractor');
  await expect(sum).not.toContainText('own drag');
  const attractor = strip(page, 'Attractor');
  await simulated(page);
  await expect
    .poll(async () => Number(await attractor.getByRole('meter').getAttribute('aria-valuenow')))
    .toBeGreaterThan(0.1);
  await page.getByRole('textbox', { name: 'Position X' }).fill('30');
  await page.keyboard.press('Enter');
  await expect(attractor).toContainText(/misses every particle by \d+ m/);
  await attractor.getByRole('button', { name: 'Move it to the particles' }).click();
  await expect(attractor).not.toContainText('misses');
  await expect
    .poll(async () => Number(await attractor.getByRole('meter').getAttribute('aria-valuenow')))
    .toBeGreaterThan(0.1);
});

test('keys go on from the strip that was added, copied, grouped or is left after a deletion', async ({ page }) => {
  await newScene(page);
  const focused = () => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '');
  const frame = () => page.getByRole('slider', { name: 'Frame', exact: true }).getAttribute('aria-valuenow');
  for (const kind of ['vortex', 'turbulence', 'wind']) {
    await addField(page, kind);
    await expect.poll(focused).toMatch(new RegExp(`^${kind}`, 'i'));
  }
  // Space plays; it does not open the list of fields once more.
  const before = await frame();
  await page.keyboard.press('Space');
  await expect.poll(frame).not.toBe(before);
  await page.keyboard.press('Space');
  await expect(page.getByRole('menu')).toHaveCount(0);
  await expect(desk(page).getByRole('article')).toHaveCount(3);
  // Shift with an arrow takes the strip beside into the selection; a plain arrow leaves it alone.
  await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(desk(page).getByText('3 strips move together')).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect.poll(focused).toMatch(/^Turbulence, /);
  await page.keyboard.press('ArrowRight');
  await expect.poll(focused).toMatch(/^Wind, /);
  await page.getByRole('list', { name: 'Things of the scene' }).getByRole('button', { name: 'Wind, field' }).click();
  await strip(page, 'Wind').focus();
  await page.keyboard.press('d');
  await expect.poll(focused).toBe('Wind 2, field 4');
  await page.keyboard.press('Delete');
  await expect.poll(focused).toMatch(/^Wind, /);
  await page.keyboard.press('Delete');
  await expect.poll(focused).toMatch(/^Turbulence, /);
  await page.keyboard.press('g');
  await expect.poll(focused).toMatch(/, group$/);
});

test('strips are reordered by drag and by keys, duplicated and deleted', async ({ page }) => {
  await openExample(page, 'vent-plume');
  const names = () =>
    page
      .getByRole('region', { name: 'Desk' })
      .getByRole('article')
      .evaluateAll((all) => all.map((a) => a.getAttribute('aria-label')!.split(',')[0]));
  expect((await names()).slice(0, 3)).toEqual(['Buoyancy', 'Current', 'Vortex']);
  const [from, to] = [await strip(page, 'Buoyancy').boundingBox(), await strip(page, 'Vortex').boundingBox()];
  await page.mouse.move(from!.x + 60, from!.y + 15);
  await page.mouse.down();
  await page.mouse.move(to!.x + 70, to!.y + 15, { steps: 10 });
  await page.mouse.up();
  await expect.poll(async () => (await names()).slice(0, 3)).toEqual(['Current', 'Vortex', 'Buoyancy']);
  await strip(page, 'Buoyancy').focus();
  await page.keyboard.press('Alt+ArrowLeft');
  await expect.poll(async () => (await names()).slice(0, 3)).toEqual(['Current', 'Buoyancy', 'Vortex']);
  await page.keyboard.press('d');
  await expect.poll(names).toContain('Buoyancy 2');
  await strip(page, 'Buoyancy 2').focus();
  await page.keyboard.press('Delete');
  await expect.poll(names).not.toContain('Buoyancy 2');
});

test('numbers take sums and other units; what they refuse stays, with the reason, until it is corrected', async ({
  page,
}) => {
  await openExample(page, 'sediment-fall');
  const box = page.getByRole('textbox', { name: 'Strength of Weight in water as a number' });
  await box.fill('9.81/2');
  await box.press('Enter');
  await expect(page.getByRole('slider', { name: 'Strength of Weight in water' })).toHaveAttribute(
    'aria-valuenow',
    '4.905',
  );
  await box.fill('= 0.25 g × 2');
  await box.press('Enter');
  await expect(box).toHaveValue('4.903');
  await box.fill('5 kg');
  await box.press('Tab');
  await expect(page.getByRole('alert')).toContainText('Strength of Weight in water is “5 kg”. Use a number');
  await expect(box).toHaveValue('5 kg');
  await expect(box).toHaveAttribute('aria-invalid', 'true');
  await box.press('Escape');
  await expect(box).toHaveValue('4.903');
});

test('inner and outer radius are dragged in the view and on the strip', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await strip(page, 'Vortex').click({ position: { x: 60, y: 15 } });
  const handle = page.getByRole('button', { name: /^Outer radius 2 m: drag/ });
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + 6, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y + 48, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /^Outer radius 2 m: drag/ })).toHaveCount(0);
  const outer = Number(await page.getByRole('textbox', { name: 'Outer radius' }).inputValue());
  expect(outer).toBeGreaterThan(2.3);
  const dot = strip(page, 'Vortex').getByRole('button', { name: /^Inner radius of Vortex/ });
  const at = (await dot.boundingBox())!;
  await page.mouse.move(at.x + 6, at.y + 6);
  await page.mouse.down();
  await page.mouse.move(at.x + 26, at.y + 6, { steps: 6 });
  await page.mouse.up();
  expect(Number(await page.getByRole('textbox', { name: 'Inner radius', exact: true }).inputValue())).toBeGreaterThan(
    1,
  );
});

test('an image is uploaded to a texture field and pushes; a broken one is refused in place', async ({ page }) => {
  await openExample(page, 'chart-in-relief');
  await strip(page, 'Depths').click({ position: { x: 60, y: 15 } });
  await page.getByRole('combobox', { name: 'Picture' }).selectOption('image');
  await expect(strip(page, 'Depths')).toContainText('no image chosen');
  const files = page.locator('input[type=file]');
  await files.setInputFiles({ name: 'broken.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByRole('alert')).toContainText('“broken.png” is no image that can be read');
  const png = await page.evaluate(async () => {
    const canvas = document.createElement('canvas');
    canvas.width = canvas.height = 32;
    const context = canvas.getContext('2d')!;
    context.fillStyle = '#fff';
    context.fillRect(0, 0, 32, 32);
    return canvas.toDataURL('image/png').split(',')[1]!;
  });
  await files.setInputFiles({ name: 'white.png', mimeType: 'image/png', buffer: Buffer.from(png, 'base64') });
  await expect(strip(page, 'Depths')).not.toContainText('no image chosen');
  await simulated(page);
  await expect
    .poll(async () => Number(await strip(page, 'Depths').getByRole('meter').getAttribute('aria-valuenow')))
    .toBeGreaterThan(1);
  await saved(page);
});

test('a draft is drawn in place of all particles, and counted', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await goToFrame(page, 60);
  const counted = page.getByLabel('Particles alive');
  const whole = Number((await counted.innerText()).replace(/\D/g, ''));
  await page.getByRole('button', { name: 'All particles' }).click();
  await page.getByRole('menuitem', { name: 'Draft 1 in 10', exact: true }).click();
  await simulated(page);
  await expect(counted).toHaveText(/^[\d ]+ of [\d ]+$/);
  const [alive, of] = (await counted.innerText()).split(' of ').map((n) => Number(n.replace(/ /g, '')));
  expect(alive! / whole).toBeGreaterThan(0.07);
  expect(alive! / whole).toBeLessThan(0.13);
  expect(of! / whole).toBeGreaterThan(0.7);
  // A draft knows the births of an emitter approximately only.
  await choose(page, 'Chimney mouth');
  await expect(page.getByLabel('Particles of this emitter')).toHaveText(/^about [\d ]+ alive now, [\d ]+ born/);
});
