import { expect, test } from './test';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { difference, inspected, openExample, simulated, viewPixels } from './steps';

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
