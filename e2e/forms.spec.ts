import { readFileSync } from 'node:fs';
import type vtkImageData from '@kitware/vtk.js/Common/DataModel/ImageData.js';
import { newInstance as newImageDataReader } from '@kitware/vtk.js/IO/XML/XMLImageDataReader.js';
import { expect, test } from './test';
import {
  addField,
  difference,
  goToFrame,
  inspected,
  newScene,
  openExample,
  saved,
  simulated,
  strip,
  viewPixels,
  writeFormula,
} from './steps';

const STAR = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 100">
  <path d="M10 90 C 40 10 60 10 90 90" fill="none"/>
  <g transform="translate(100 0)"><polygon points="50,5 95,95 5,95"/></g>
</svg>`;

test('a path field: snapped to, dragged in the view, read from an SVG file, with emission at its start', async ({
  page,
}) => {
  await newScene(page);
  await addField(page, 'path');
  await inspected(page);
  const inspector = page.getByLabel('Inspector');
  const path = strip(page, 'Path');
  await goToFrame(page, 24);
  await expect(path).toContainText('RMS');
  await page.getByRole('textbox', { name: 'Position Y' }).fill('40');
  await page.keyboard.press('Enter');
  await expect(path).toContainText(/the emitter “Emitter” is \d+ m away from the path/);
  await path.getByRole('button', { name: 'Move it to the path' }).click();
  await expect(path).not.toContainText('away from the path');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await simulated(page);

  await goToFrame(page, 60);
  const plain = await viewPixels(page);
  const handle = page.getByRole('button', { name: 'Point 2: drag, arrow keys, Delete' });
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y - 80, { steps: 8 });
  await expect.poll(async () => difference(plain, await viewPixels(page))).toBeGreaterThan(0.004);
  await page.mouse.up();

  await inspector
    .getByLabel('SVG file')
    .setInputFiles({ name: 'star.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(STAR) });
  await expect(inspector.getByRole('combobox', { name: 'Path of the file' }).locator('option')).toHaveCount(2);
  // The triangle is the longer one: closed, three points, 2 m across the whole drawing.
  await expect(inspector.getByRole('checkbox', { name: 'Closed' })).toBeChecked();
  await expect(inspector.getByRole('checkbox', { name: 'Smooth' })).not.toBeChecked();
  await expect(inspector.getByRole('textbox', { name: /^Point \d X$/ })).toHaveCount(3);
  await page.keyboard.press('Control+z');
  await expect(inspector.getByRole('checkbox', { name: 'Smooth' })).toBeChecked();
  await inspector.getByLabel('SVG file').setInputFiles({
    name: 'empty.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'),
  });
  await expect(inspector.getByRole('alert')).toHaveText(
    '“empty.svg” has no path. Use SVG drawings with paths, lines or shapes.',
  );

  await inspector.getByRole('button', { name: 'Add an emitter at its start' }).click();
  await inspected(page);
  await expect(inspector.getByRole('combobox', { name: 'Shape' })).toHaveValue('path');
  await expect(inspector.getByRole('combobox', { name: 'Births' })).toHaveValue('start');
});

test('a formula is completed, told what is wrong at its character, shows live values, and reads a dial', async ({
  page,
}) => {
  await openExample(page, 'sonar-membrane');
  await page.getByRole('button', { name: 'Scene', exact: true }).click();
  await inspected(page);
  const inspector = page.getByLabel('Inspector');
  await inspector.getByRole('button', { name: 'add a dial' }).click();
  const name = inspector.getByRole('textbox', { name: 'Name of the dial dial1' });
  await name.fill('sin');
  await name.press('Enter');
  await expect(inspector.getByRole('alert')).toHaveText('“sin” is already a word of formulas. Use another name.');
  await name.fill('gain');
  await name.press('Enter');
  await expect(inspector.getByRole('slider', { name: 'Dial gain' })).toBeVisible();

  await strip(page, 'Back to rest').locator('header').getByTitle('Back to rest', { exact: true }).click();
  await inspected(page);
  const x = inspector.getByRole('textbox', { name: 'X', exact: true });
  await writeFormula(x, '2 × heigth');
  await expect(inspector.getByRole('alert')).toContainText('“heigth” is not a known name');
  await inspector.getByRole('button', { name: 'Make “heigth” a dial' }).click();
  await expect(inspector.getByRole('alert')).toHaveCount(0);
  await expect(inspector.getByLabel('Live values').first()).toContainText('heigth');
  await writeFormula(x, '5 × ga');
  await expect(page.getByRole('option', { name: /^gain/ })).toBeVisible();
  await page.getByRole('option', { name: /^gain/ }).click();
  await expect(x).toHaveText('5 × gain');
  const live = inspector.getByLabel('Live values').first();
  await expect(live).toContainText(/particle \d+/);
  await expect(live).toContainText('= 0');
  await simulated(page);
  await goToFrame(page, 30);
  const still = await viewPixels(page);
  await page.getByRole('button', { name: 'Scene', exact: true }).click();
  await inspected(page);
  await inspector.getByRole('slider', { name: 'Dial gain' }).focus();
  await page.keyboard.press('End');
  await simulated(page);
  await expect.poll(async () => difference(still, await viewPixels(page))).toBeGreaterThan(0.01);
});

test('a flow grid is filled from a group, fitted to it, saved as VTK image data, and read again', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await strip(page, 'Buoyancy').locator('header').getByTitle('Buoyancy', { exact: true }).click();
  await page.getByRole('button', { name: 'group it' }).click();
  await addField(page, 'flow grid');
  await inspected(page);
  const inspector = page.getByLabel('Inspector');
  const grid = strip(page, 'Flow grid');
  const group = inspector.getByRole('combobox', { name: 'Source group', exact: true });
  await expect(group).not.toHaveValue('');
  await expect(inspector).toContainText('also acts on particles directly');
  await inspector.getByRole('button', { name: 'Mute it' }).click();
  await expect(inspector).not.toContainText('also acts on particles directly');
  await inspector.getByRole('button', { name: 'Fit to its source' }).click();
  await expect(inspector.getByText(/^\d+ × \d+ × \d+ = \d+ points, [\d.]+ MB$/)).toBeVisible();
  await simulated(page);
  await expect(grid).toContainText(/RMS\s*[\d.]*[1-9]/);

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    inspector.getByRole('button', { name: 'Save as .vti' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('flow-grid.vti');
  const bytes = readFileSync(await download.path());
  const reader = newImageDataReader();
  reader.parseAsArrayBuffer(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
  const image = reader.getOutputData(0) as ReturnType<typeof vtkImageData.newInstance>;
  expect(image.getPointData().getVectors().getNumberOfComponents()).toBe(3);

  await inspector.getByRole('combobox', { name: 'Source', exact: true }).selectOption('file');
  await expect(grid).toContainText('no file is chosen');
  await inspector
    .getByLabel('Grid file')
    .setInputFiles({ name: 'odd.vti', mimeType: 'application/xml', buffer: Buffer.from('<VTKFile/>') });
  await expect(inspector.getByRole('alert')).toHaveText(/^“odd.vti” is no VTK image data. Use/);
  await inspector
    .getByLabel('Grid file')
    .setInputFiles({ name: 'flow.vti', mimeType: 'application/xml', buffer: bytes });
  await expect(grid).not.toContainText('no file');
  await simulated(page);
  await expect(grid).toContainText(/RMS\s*[\d.]*[1-9]/);
  // Kept with the scene: after a reload it is there again.
  await saved(page);
  await page.reload();
  await simulated(page);
  await expect(strip(page, 'Flow grid')).toContainText(/RMS\s*[\d.]*[1-9]/);
});

test('a zone sorts particles: tints them, lets a field act in it alone, sends them out; and says how many are in it', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await goToFrame(page, 100);
  await page.getByRole('button', { name: 'Scene', exact: true }).click();
  const plain = await viewPixels(page);
  await page.getByRole('button', { name: 'add', exact: true }).click();
  await page.getByRole('menuitem', { name: /^zone/ }).click();
  await inspected(page);
  const inspector = page.getByLabel('Inspector');
  await simulated(page);
  const told = inspector.getByRole('status').filter({ hasText: 'in it on this frame' });
  await expect(told).toHaveText(/^[\d ]+ particles are in it on this frame\.$/);
  await page.getByRole('button', { name: 'Scene', exact: true }).click();
  await inspected(page);
  const tinted = await viewPixels(page);
  expect(difference(plain, tinted)).toBeGreaterThan(0.004);
  // What is not in it keeps its look.
  expect(difference(plain, tinted)).toBeLessThan(0.3);

  await strip(page, 'Billow').locator('header').getByTitle('Billow', { exact: true }).click();
  await inspected(page);
  await inspector.getByRole('button', { name: 'add a modulator' }).click();
  await page.getByRole('menuitem', { name: /^zone/ }).click();
  await expect(inspector.getByText('no zone is chosen')).toBeVisible();
  await inspector.getByRole('combobox', { name: 'Zone', exact: true }).selectOption({ index: 1 });
  await expect(inspector.getByText('no zone is chosen')).toHaveCount(0);

  // Without the zone all look as they did, but for what Billow did to those in it alone.
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: 'Scene', exact: true }).click();
  await inspected(page);
  await simulated(page);
  await expect.poll(async () => difference(plain, await viewPixels(page))).toBeLessThan(0.002);
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+Shift+z');
  await simulated(page);

  const alive = async () => Number((await page.getByText(/^alive /).innerText()).replace(/\D/g, ''));
  const before = await alive();
  await page.getByRole('button', { name: 'Zone', exact: true }).click();
  await inspected(page);
  await inspector.getByRole('combobox', { name: 'Effect' }).selectOption('remove');
  await simulated(page);
  await expect.poll(alive).toBeLessThan(0.9 * before);
  await inspector.getByRole('button', { name: 'Delete' }).click();
  await simulated(page);
  await expect.poll(alive).toBe(before);
  await page.keyboard.press('Control+z');
  await simulated(page);
  await expect.poll(alive).toBeLessThan(0.9 * before);
});
