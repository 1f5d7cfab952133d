import { readFileSync } from 'node:fs';
import { expect, test } from './test';
import type { LineSegments } from 'three';
import { OBJLoader } from 'three/addons/loaders/OBJLoader.js';
import { choose, difference, goToFrame, newScene, openExample, simulated, sparse, strip, viewPixels } from './steps';

test('free particles become strands and back in one step; they are tuned, drawn as tubes, and saved as curves', async ({
  page,
}) => {
  await newScene(page);
  const inspector = page.getByLabel('Inspector');
  await goToFrame(page, 24);
  await page.mouse.move(600, 700);
  const loose = await viewPixels(page);
  await inspector.getByRole('combobox', { name: 'Body' }).selectOption('strands');
  await simulated(page);
  await expect(page.getByText('alive 1 920')).toBeVisible();
  await expect(inspector.getByRole('combobox', { name: 'Look', exact: true })).toHaveValue('ribbon');
  const strands = await viewPixels(page);
  expect(difference(loose, strands)).toBeGreaterThan(0.01);

  await inspector.getByRole('textbox', { name: 'Length', exact: true }).fill('2');
  await page.keyboard.press('Enter');
  await simulated(page);
  expect(difference(strands, await viewPixels(page))).toBeGreaterThan(0.01);
  await inspector.getByRole('textbox', { name: 'Points', exact: true }).fill('65');
  await page.keyboard.press('Enter');
  await expect(inspector.getByRole('alert')).toContainText('Use a whole number from 2 to 64');
  await page.keyboard.press('Escape');
  await inspector.getByRole('combobox', { name: 'Look', exact: true }).selectOption('tube');
  await expect(inspector.getByRole('combobox', { name: 'Look', exact: true })).toHaveValue('tube');

  await page.getByRole('button', { name: 'view', exact: true }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: /strands and meshes \(OBJ\)/ }).click();
  const file = await download;
  expect(file.suggestedFilename()).toMatch(/-frame-24\.obj$/);
  const { children } = new OBJLoader().parse(readFileSync(await file.path(), 'utf8'));
  const [curves] = children as [LineSegments];
  // 120 strands of 15 pieces, two ends each.
  expect(curves.geometry.getAttribute('position').count).toBe(120 * 15 * 2);

  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(inspector.getByRole('combobox', { name: 'Body' })).toHaveValue('points');
  await expect(inspector.getByRole('combobox', { name: 'Look', exact: true })).toHaveValue('sprite');
  await simulated(page);
  expect(difference(loose, await viewPixels(page))).toBeLessThan(0.001);
});

test('a mesh is bent by its vertices, after the reason why it is not has been read and mended', async ({ page }) => {
  // Each birth is a whole mesh: few of them, in a short shot.
  await openExample(page, 'kelp-stand', (scene) => ({ ...sparse(sparse(scene)), time: { fps: 24, last: 40 } }));
  await goToFrame(page, 40);
  await choose(page, 'Drift');
  const inspector = page.getByLabel('Inspector');
  await inspector.getByRole('combobox', { name: 'Body' }).selectOption('soft-mesh');
  await expect(inspector.getByRole('status')).toContainText('its shape is no mesh that could be bent');
  await inspector.getByRole('button', { name: 'Bend Bed' }).click();
  await simulated(page);
  await expect(inspector.getByRole('status')).toHaveCount(0);
  await expect(inspector.getByRole('combobox', { name: 'Look', exact: true })).toHaveValue('skin');
  const soft = await viewPixels(page);
  await inspector.getByRole('combobox', { name: 'Pinned part' }).selectOption('end');
  await inspector.getByRole('textbox', { name: 'Shape stiffness', exact: true }).fill('0.1');
  await page.keyboard.press('Enter');
  await simulated(page);
  expect(difference(soft, await viewPixels(page))).toBeGreaterThan(0.005);
});

test('a carrier rides on a strand or is moved by the fields; it says why where it stays', async ({ page }) => {
  await openExample(page, 'kelp-stand');
  await choose(page, 'Buoy');
  const inspector = page.getByLabel('Inspector');
  await goToFrame(page, 90);
  const drifting = await viewPixels(page);
  await inspector.getByRole('combobox', { name: 'Motion' }).selectOption('strand');
  await expect(inspector.getByRole('status')).toContainText('no strand emitter is chosen');
  await inspector.getByRole('button', { name: 'Ride on Far weed' }).click();
  await inspector.getByRole('textbox', { name: 'Strand', exact: true }).fill('4000');
  await page.keyboard.press('Enter');
  await expect(inspector.getByRole('status')).toContainText('strand 4000 does not exist: Far weed makes 9');
  await inspector.getByRole('button', { name: 'Ride on strand 9' }).click();
  await simulated(page);
  expect(difference(drifting, await viewPixels(page))).toBeGreaterThan(0.0005);
  await expect(strip(page, 'Current')).toContainText('RMS');
});
