import { expect, test } from './test';
import { unzipSync } from 'fflate';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { openUndressed, rendered, set } from './render-steps';
import { choose, goToFrame, simulated } from './steps';

test('a shot is baked on the server; renders and the studio take its particles, and the pictures are those of a simulated render', async ({
  page,
}) => {
  await openUndressed(page, 'vent-plume', '#000000');
  const pictures = async () => {
    await set(page, 'png', { frames: [30, 31] });
    return Object.values(unzipSync(readFileSync(await rendered(page)))).map((bytes) =>
      PNG.sync.read(Buffer.from(bytes)),
    );
  };
  const live = await pictures();
  await page.getByRole('button', { name: 'Bake all particles of the shot' }).click();
  await expect(page.getByText('The present state of the scene is baked.')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('list', { name: 'Bakes' }).getByRole('listitem').first()).toContainText(
    /done · frames 0 to 144 · \d+(\.\d+)? MB/,
  );
  await expect(page.getByRole('combobox', { name: 'Particles of the render' })).toHaveValue('bake');
  const asked: string[] = [];
  page.on('request', (request) => void asked.push(request.url()));
  const baked = await pictures();
  expect(asked.filter((url) => url.includes('/frames/')).map((url) => url.split('/').at(-1))).toEqual(['30', '31']);
  live.forEach(({ data }, f) => {
    const lit = data.filter((v, i) => i % 4 === 0 && v > 60).length;
    expect(lit).toBeGreaterThan(300);
    // Added light is summed in another order: halves round differently.
    const off = data.reduce((most, v, i) => Math.max(most, Math.abs(v - baked[f]!.data[i]!)), 0);
    expect(off).toBeLessThanOrEqual(2);
  });
  // In the studio: the frames of the bake, measured as those of a run are; an edit of what is simulated ends it.
  await page.getByRole('link', { name: 'Studio' }).click();
  await page.getByRole('button', { name: 'All particles' }).click();
  await page.getByRole('menuitem', { name: 'Play the bake' }).click();
  await expect(page.getByRole('button', { name: 'From the bake' })).toBeVisible();
  await page.getByRole('button', { name: 'From the bake' }).click();
  await page.getByRole('menuitem', { name: 'Simulate again' }).click();
  await simulated(page);
  await expect(page.getByRole('button', { name: 'All particles' })).toBeVisible();
  // Opened anew it plays by itself, and the ruler says so.
  await page.reload();
  await expect(page.getByRole('button', { name: 'From the bake' })).toBeVisible();
  await expect(page.getByRole('slider', { name: 'Frame', exact: true })).toContainText('baked');
  await goToFrame(page, 96);
  await expect(page.getByText(/alive [1-9]/)).toBeVisible();
  await expect(page.getByTitle(/^The strength that arrives/).first()).toContainText(/RMS\s*0\.\d/);
  await choose(page, 'Chimney mouth');
  await page.getByRole('textbox', { name: 'Launch speed', exact: true }).first().fill('3');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'All particles' })).toBeVisible();
  await expect(page.getByRole('slider', { name: 'Frame', exact: true })).not.toContainText('baked');
  // Taken back, it is the scene of the bake once more.
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await page.getByRole('link', { name: 'Output' }).click();
  await expect(page.getByText('The present state of the scene is baked.')).toBeVisible();
  await page
    .getByRole('button', { name: /^Remove the bake of/ })
    .first()
    .click();
  await expect(page.getByRole('button', { name: 'Bake all particles of the shot' })).toBeVisible();
});

test('a bake can hold the frames to be rendered alone; renders of those frames take it', async ({ page }) => {
  await openUndressed(page, 'vent-plume', '#000000');
  await set(page, 'png', { frames: [20, 22] });
  await page.getByRole('button', { name: 'Bake frames 20 to 22' }).click();
  await expect(page.getByText('Frames 20 to 22 of the present state of the scene are baked.')).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByRole('list', { name: 'Bakes' }).getByRole('listitem').first()).toContainText(
    'done · frames 20 to 22',
  );
  await expect(page.getByRole('combobox', { name: 'Particles of the render' })).toHaveValue('bake');
  await page.getByRole('textbox', { name: 'From frame' }).fill('10');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox', { name: 'Particles of the render' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Bake frames 10 to 22' })).toBeVisible();
});

test('the terminal renders from a bake that it made, and refuses one that does not fit', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
  const bathyclast = (...args: string[]) =>
    spawnSync(join(import.meta.dirname, '..', 'bin', 'bathyclast'), args, {
      encoding: 'utf8',
      cwd: folder,
      timeout: 120_000,
    });
  const drawn = (out: string) =>
    readdirSync(join(folder, out)).map((name) => PNG.sync.read(readFileSync(join(folder, out, name))));
  expect(bathyclast('bake', 'vent-plume', '--frames', '29-31', '--out', 'bake').status).toBe(0);
  const render = ['render', 'vent-plume', '--frames', '30-31', '--size', '320x180', '--samples', '2', '--out'];
  expect(bathyclast(...render, 'live').status).toBe(0);
  expect(bathyclast(...render, 'baked', '--bake', 'bake').status).toBe(0);
  const [live, baked] = [drawn('live'), drawn('baked')];
  expect(baked).toHaveLength(2);
  live.forEach(({ data }, f) => {
    expect(data.reduce((most, v, i) => Math.max(most, Math.abs(v - baked[f]!.data[i]!)), 0)).toBeLessThanOrEqual(2);
  });
  const early = bathyclast(
    'render',
    'vent-plume',
    '--frames',
    '29-30',
    '--samples',
    '2',
    '--out',
    'x',
    '--bake',
    'bake',
  );
  expect([early.status, early.stderr]).toEqual([
    2,
    expect.stringContaining('holds frames 29 to 31; to be drawn are 28 to 30'),
  ]);
  const other = bathyclast('render', 'letters', '--out', 'x', '--bake', 'bake');
  expect([other.status, other.stderr]).toEqual([
    2,
    expect.stringContaining('a bake of another state of a scene (“Vent plume”)'),
  ]);
});
