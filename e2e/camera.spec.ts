import { expect, test } from './test';
import { readFileSync } from 'node:fs';
import { difference, goToFrame, inspected, openExample, plain, viewPixels } from './steps';

test('a camera goes out as glTF and comes back as the same shot, in one step of undo; a file without one is refused', async ({
  page,
}) => {
  await openExample(page, 'cable-run', plain);
  await page.getByRole('button', { name: 'Shot camera' }).click();
  await inspected(page);
  await page.getByRole('button', { name: 'Look through it' }).click();
  await goToFrame(page, 60);
  const before = await viewPixels(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as glTF' }).click(),
  ]);
  const glb = readFileSync(await download.path());
  const inspector = page.getByLabel('Inspector');
  const file = inspector.getByLabel('A glTF file with a camera');
  await file.setInputFiles({
    name: 'none.gltf',
    mimeType: 'model/gltf+json',
    buffer: Buffer.from('{"asset":{"version":"2.0"}}'),
  });
  await expect(inspector.getByRole('alert')).toHaveText(
    '“none.gltf” has no camera. Choose a glTF file (.gltf, .glb) with one.',
  );
  // Another camera first, so that what comes back is seen to come from the file.
  await inspector.getByRole('textbox', { name: 'Angle of view', exact: true }).fill('80');
  await page.keyboard.press('Enter');
  await expect.poll(async () => difference(before, await viewPixels(page))).toBeGreaterThan(0.005);
  await file.setInputFiles({ name: 'camera.glb', mimeType: 'model/gltf-binary', buffer: glb });
  await expect(inspector.getByRole('alert')).toHaveCount(0);
  await expect.poll(async () => difference(before, await viewPixels(page)), { timeout: 40_000 }).toBeLessThan(0.004);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(inspector.getByRole('textbox', { name: 'Angle of view', exact: true })).toHaveValue('80');
});

test('frame guides lie on the frame of the shot; the shot is shown beside the view and stays when the view is turned', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await page.getByRole('button', { name: 'Scene', exact: true }).click();
  await inspected(page);
  await page.getByRole('combobox', { name: 'Frame guides' }).selectOption('both');
  const guides = page.getByTestId('frame-guides');
  await expect(guides).toBeVisible();
  const [frame, view] = [(await guides.boundingBox())!, (await page.getByTestId('view').boundingBox())!];
  expect(frame.width / frame.height).toBeCloseTo(16 / 9, 2);
  expect(Math.abs(frame.x + frame.width / 2 - (view.x + view.width / 2))).toBeLessThan(1);
  await goToFrame(page, 60);
  await page.getByRole('application').focus();
  await page.keyboard.press('v');
  const beside = page.getByTestId('beside');
  await expect(beside).toBeVisible();
  await page.waitForTimeout(1500);
  const shot = async () => (await beside.screenshot()).toString('base64');
  const was = await shot();
  await page.getByRole('application').focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
  await page.waitForTimeout(800);
  expect(await shot()).toBe(was);
  // The view itself no longer looks through the camera.
  await expect(guides).toHaveCount(0);
  await page.getByRole('button', { name: 'Close the shot beside the view' }).click();
  await expect(beside).toHaveCount(0);
});
