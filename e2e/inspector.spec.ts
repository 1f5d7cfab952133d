import { expect, test } from './test';
import { choose, goToFrame, openExample, simulated, sparse } from './steps';

const PLATE = 'g rim\nv -2 0 -2\nv 2 0 -2\nv 2 0 2\nv -2 0 2\nusemtl brass\nf 1 3 2\nusemtl slate\nf 1 4 3\n';

test('an emitter says that some particles die at birth; a burst begins with the shot, and its births are exact on a draft', async ({
  page,
}) => {
  await openExample(page, 'vent-plume', (scene) => ({
    ...sparse(scene),
    time: { fps: 24, first: 10, last: 30 },
    draftFraction: 0.5,
  }));
  await choose(page, 'Chimney mouth');
  const inspector = page.getByLabel('Inspector');
  const box = (name: string) => inspector.getByRole('textbox', { name, exact: true }).first();
  const dying = inspector.getByRole('note').filter({ hasText: 'some particles die at birth' });
  await expect(dying).toHaveCount(0);
  await box('Lifetime variation').fill('50');
  await page.keyboard.press('Enter');
  await expect(dying).toBeVisible();
  // The number is taken: what is undone is the change, not the typing.
  await page.keyboard.press('Control+z');
  await expect(dying).toHaveCount(0);

  await inspector.getByRole('combobox', { name: 'Emission 1' }).selectOption('burst');
  await expect(box('Frame')).toHaveValue('10');
  await page.keyboard.press('Control+z');
  await expect(inspector.getByRole('combobox', { name: 'Emission 1' })).toHaveValue('rate');
  await page.keyboard.press('Control+Shift+z');
  await box('Count').fill('1000');
  await page.keyboard.press('Enter');
  const counted = inspector.getByLabel('Particles of this emitter');
  await simulated(page);
  await expect(counted).toContainText(/^about .* alive now, 1\s000 born/);
  await expect(counted).toContainText(/most 1\s000 alive, at frame 10/);
  await inspector.getByRole('combobox', { name: 'Timing' }).selectOption('start');
  await expect(box('Frame')).toHaveCount(0);
});

test('groups and materials of a mesh are listed apart', async ({ page }) => {
  await openExample(page, 'vent-plume', (scene) => ({ ...sparse(scene), time: { fps: 24, last: 10 } }));
  await choose(page, 'Chimney mouth');
  const inspector = page.getByLabel('Inspector');
  await inspector.getByRole('combobox', { name: 'Shape', exact: true }).selectOption('mesh');
  await inspector
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'plate.obj', mimeType: 'model/obj', buffer: Buffer.from(PLATE) });
  await expect(inspector.getByRole('group', { name: 'Groups', exact: true })).toContainText('rim');
  await expect(inspector.getByRole('group', { name: 'Materials', exact: true })).toContainText(/brass.*slate/);
});

test('a field that reaches only some of the particles says how many, and is fitted to all', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await choose(page, 'Billow, field');
  const inspector = page.getByLabel('Inspector');
  const reached = async () => Number(/Reaches (\d+) %/.exec(await inspector.innerText())?.[1]);
  await inspector.getByRole('combobox', { name: 'Falloff shape' }).selectOption('ball');
  for (const name of ['Inner radius', 'Outer radius']) {
    await inspector.getByRole('textbox', { name, exact: true }).fill(name.startsWith('I') ? '0' : '0.5');
    await page.keyboard.press('Enter');
  }
  await simulated(page);
  await goToFrame(page, 100);
  await expect.poll(reached).toBeLessThan(60);
  await inspector.getByRole('button', { name: 'Fit to the particles' }).click();
  await simulated(page);
  await expect.poll(reached).toBeGreaterThan(95);
});
