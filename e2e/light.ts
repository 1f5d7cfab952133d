import { expect, type Page } from './test';
import { unzipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { FloatType } from 'three';
import { EXRLoader } from 'three/addons/loaders/EXRLoader.js';
import { origin } from './steps';

export const WIDTH = 320;
export const HEIGHT = 240;
export const ANGLE = 27;

/** A scene with one bright particle before a camera that looks from z = 5 at the origin. */
export const sparkScene = (emitter: object, camera: object, output: object) => ({
  format: 'bathyclast-scene',
  version: 5,
  name: 'One spark',
  time: { fps: 24, first: 0, last: 4 },
  camera: { position: [0, 0, 5], target: [0, 0, 0], angle: ANGLE, ...camera },
  output: { width: WIDTH, height: HEIGHT, background: '#000000', ...output },
  emitters: [
    {
      id: 'e',
      name: 'Spark',
      shape: { kind: 'point' },
      emission: [{ kind: 'burst', count: 1, frame: 0 }],
      look: {
        kind: 'point',
        blend: 'additive',
        opacity: 1,
        colour: [{ at: 0, colour: '#ffffff' }],
        sizeOverAge: [{ at: 0, value: 1 }],
      },
      ...emitter,
    },
  ],
});

/** Opens a scene that is written by hand. */
export async function openWritten(page: Page, written: object, view = ''): Promise<void> {
  const file = { name: 'spark.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(written)) };
  const imported = await page.request.post('/api/scenes/import', {
    headers: { Origin: origin() },
    multipart: { file },
  });
  const { id } = (await imported.json()) as { id: string };
  await page.goto(`/scene/${id}${view}`);
}

/** Renders one frame of a scene that is written by hand as OpenEXR of 32 bits, and gives the files by their paths. */
export async function exrs(
  page: Page,
  written: object,
  frame: number,
  set: (page: Page) => Promise<void> = async () => {},
) {
  await openWritten(page, written, '/output');
  await page.getByRole('combobox', { name: 'Format', exact: true }).selectOption('exr');
  await page.getByRole('combobox', { name: 'Depth' }).selectOption('float');
  for (const name of ['Through frame', 'From frame']) {
    await page.getByRole('textbox', { name, exact: true }).fill(String(frame));
    await page.keyboard.press('Enter');
  }
  await set(page);
  await page.getByRole('button', { name: /^Render 1 frame/ }).click();
  const row = page.getByRole('list', { name: 'Renders' }).getByRole('listitem').first();
  await expect(row.getByText(/^done: /)).toBeVisible({ timeout: 60_000 });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    row.getByRole('button', { name: /^Save .*zip/ }).click(),
  ]);
  return unzipSync(readFileSync(await download.path()));
}

/** The light of one frame, red, green, blue and alpha from the bottom up, by another’s reader. */
export async function light(page: Page, written: object, frame: number, alpha = 'none'): Promise<Float32Array> {
  const files = await exrs(
    page,
    written,
    frame,
    async () => void (await page.getByRole('combobox', { name: 'Alpha' }).selectOption(alpha)),
  );
  const [exr] = Object.values(files);
  const read = new EXRLoader().setDataType(FloatType).parse(exr!.slice().buffer) as unknown as { data: Float32Array };
  return read.data;
}

/** The light of a pixel, told from the top left. */
export const pixel = (data: Float32Array, x: number, y: number): readonly number[] => {
  const at = 4 * ((HEIGHT - 1 - Math.round(y)) * WIDTH + Math.round(x));
  return [...data.subarray(at, at + 4)];
};

/** Middle and spread of the light, pixels: means and variances along both axes. */
export function moments(data: Float32Array) {
  let [sum, x, y, xx, yy] = [0, 0, 0, 0, 0];
  for (let j = 0; j < HEIGHT; j++)
    for (let i = 0; i < WIDTH; i++) {
      const l = data[4 * (j * WIDTH + i)]!;
      sum += l;
      x += l * i;
      y += l * j;
      xx += l * i * i;
      yy += l * j * j;
    }
  const [mx, my] = [x / sum, y / sum];
  return { sum, x: mx, y: my, varianceX: xx / sum - mx * mx, varianceY: yy / sum - my * my };
}
