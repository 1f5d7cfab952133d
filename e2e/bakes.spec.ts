import { expect, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { PNG } from 'pngjs';
import { openUndressed, rendered, set } from './render-steps';
import { choose, goToFrame } from './steps';

test('a shot is baked on the server; renders and the studio take its particles, and the pictures are those of a simulated render', async ({
  page,
}) => {
  await openUndressed(page, 'vent-plume', '#000000');
  const pictures = async () => {
    await set(page, 'png', { frames: [30, 31] });
    return Object.values(unzipSync(readFileSync(await rendered(page)))).map((bytes) => PNG.sync.read(Buffer.from(bytes)));
  };
  const live = await pictures();
  await page.getByRole('button', { name: 'Bake all particles of the shot' }).click();
  await expect(page.getByText('The scene as it is now is baked.')).toBeVisible({ timeout: 60_000 });
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
  await goToFrame(page, 96);
  await expect(page.getByText(/alive [1-9]/)).toBeVisible();
  await expect(page.getByTitle(/^What it delivers/).first()).toContainText(/gives\s*0\.\d/);
  await choose(page, 'Chimney mouth');
  await page.getByRole('textbox', { name: 'Speed', exact: true }).first().fill('3');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'All particles' })).toBeVisible();
  // Taken back, it is the scene of the bake once more.
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await page.getByRole('link', { name: 'Output' }).click();
  await expect(page.getByText('The scene as it is now is baked.')).toBeVisible();
  await page
    .getByRole('button', { name: /^Remove the bake of/ })
    .first()
    .click();
  await expect(page.getByRole('button', { name: 'Bake all particles of the shot' })).toBeVisible();
});
