import { expect, test } from './test';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { readSceneFile, sceneFrom } from '../formats/scene-file';
import { difference, inspected, openExample, saved, simulated, viewPixels } from './steps';

const FONT = join(
  import.meta.dirname,
  '..',
  'node_modules',
  '@fontsource',
  'martian-mono',
  'files',
  'martian-mono-latin-400-normal.woff',
);

test('points of a file become what an emitter is born from; a file that has none is refused where it was chosen', async ({
  page,
}) => {
  await openExample(page, 'sonar-membrane');
  await page.getByRole('button', { name: 'Grains', exact: true }).click();
  await inspected(page);
  const before = await viewPixels(page);
  const inspector = page.getByLabel('Inspector');
  await inspector.getByRole('combobox', { name: 'Shape' }).selectOption('cloud');
  const file = inspector.getByLabel('A file of points');
  const csv = (text: string) => ({ name: 'survey.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await file.setInputFiles(csv('depth,heading\n3,4\n'));
  await expect(inspector.getByRole('alert')).toHaveText(
    '“survey.csv” has no columns x, y and z. Use CSV files whose first line names them, or three numbers a line.',
  );
  const rows = Array.from({ length: 400 }, (_, i) => `${Math.cos(i / 20)},${0.5 + i / 400},${Math.sin(i / 20)}`);
  await file.setInputFiles(csv(`x,y,z\n${rows.join('\n')}\n`));
  await expect(inspector.getByRole('alert')).toHaveCount(0);
  await expect(inspector.getByText(/^400/)).toBeVisible();
  await simulated(page);
  expect(difference(before, await viewPixels(page))).toBeGreaterThan(0.005);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(inspector.getByRole('combobox', { name: 'Shape' })).not.toHaveValue('cloud');
});

test('a title is set in a font of one’s own, which stays with the scene; what is no font is refused', async ({
  page,
}) => {
  const id = await openExample(page, 'letters');
  await page
    .getByRole('button', { name: 'Title', exact: true })
    .or(page.getByRole('button', { name: 'Silt', exact: true }))
    .first()
    .click();
  await inspected(page);
  const inspector = page.getByLabel('Inspector');
  const before = await viewPixels(page);
  await inspector.getByRole('combobox', { name: 'Typeface' }).selectOption('own');
  const file = inspector.getByLabel('A font file');
  await file.setInputFiles({ name: 'not-a-font.ttf', mimeType: 'font/ttf', buffer: Buffer.from('solid ball') });
  await expect(inspector.getByRole('alert')).toContainText('“not-a-font.ttf” can’t be read as a font');
  await file.setInputFiles({ name: 'mono.woff', mimeType: 'font/woff', buffer: readFileSync(FONT) });
  await expect(inspector.getByRole('button', { name: 'Font', exact: true })).toHaveText('mono.woff');
  await simulated(page);
  expect(difference(before, await viewPixels(page))).toBeGreaterThan(0.003);
  await expect(page.getByText(/^saved/)).toBeVisible();
  const kept = await page.evaluate(
    async (scene) => (await (await fetch(`/api/scenes/${scene}`)).json()) as unknown,
    id,
  );
  expect(JSON.stringify(kept)).toContain('mono.woff');
});

/** A PNG of a side in pixels with a bright square on black, so many pixels from its left edge. */
function square(side: number, from: number): Buffer {
  const png = new PNG({ width: side, height: side });
  for (let at = 0; at < side * side; at++) {
    const [x, y] = [at % side, Math.floor(at / side)];
    const level = x >= from && x < from + 8 && y >= 12 && y < 20 ? 255 : 0;
    png.data.set([level, level, level, 255], 4 * at);
  }
  return PNG.sync.write(png);
}

test('numbered pictures that are chosen together are one image that moves: in the order of their numbers, kept with the scene, and felt as a motion', async ({
  page,
}) => {
  const id = await openExample(page, 'chart-in-relief');
  await page.getByRole('button', { name: 'Old chart, field', exact: true }).click();
  await inspected(page);
  const inspector = page.getByLabel('Inspector');
  await inspector.getByRole('combobox', { name: 'Picture' }).selectOption({ label: 'image' });
  const file = inspector.getByLabel('Image file');
  const named = (n: number, side = 32) => ({
    name: `buoy_${n}.png`,
    mimeType: 'image/png',
    buffer: square(side, n),
  });
  await file.setInputFiles([named(1), named(2), named(3, 48)]);
  await expect(inspector.getByRole('alert')).toHaveText(
    '“buoy_3.png” is 48 × 48 px, “buoy_1.png” 32 × 32. Choose images of one size.',
  );
  // As a file chooser hands them over, by letters: 10 before 2.
  await file.setInputFiles([1, 10, 11, 12, 2, 3, 4, 5, 6, 7, 8, 9].map((n) => named(n)));
  await expect(inspector.getByRole('combobox', { name: 'Image of the scene' })).toContainText('buoy_1.png, 12 files');
  await inspector.getByRole('combobox', { name: 'Outside the series' }).selectOption({ label: 'back and forth' });
  await inspector.getByRole('combobox', { name: 'Mapping' }).selectOption({ label: 'motion' });
  await simulated(page);
  await saved(page);

  const { scene } = (await (await page.request.get(`/api/scenes/${id}`)).json()) as { scene: unknown };
  const [image] = sceneFrom(scene).images;
  expect(image).toMatchObject({ name: 'buoy_1.png', width: 32, outsideSeries: 'to-and-fro' });
  const pictures = await Promise.all(
    [image!.hash, ...image!.series].map(async (hash) =>
      PNG.sync.read(await (await page.request.get(`/api/images/${hash}`)).body()),
    ),
  );
  const leftEdge = (png: PNG) => Array.from({ length: 32 }, (_, x) => png.data[4 * (16 * 32 + x)]!).indexOf(255);
  expect(pictures.map(leftEdge)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]);

  // A scene file holds all of them.
  const file2 = await (await page.request.get(`/api/scenes/${id}/export`)).body();
  const { files } = await readSceneFile(new Uint8Array(file2));
  expect([image!.hash, ...image!.series].every((hash) => files.has(hash))).toBe(true);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(inspector.getByRole('combobox', { name: 'Outside the series' })).toHaveCount(0);
});
