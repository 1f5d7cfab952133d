import { expect, type Page } from './test';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sparse as withPartOfBirths } from '../core/tests/scenes';
import { makeExample, type Dress } from './steps';

/** Size of the pictures, pixels. */
export const WIDTH = 320;
export const HEIGHT = 180;

/** A short, small render. */
export interface Wanted {
  readonly frames: readonly [number, number];
  readonly samples?: number;
  readonly alpha?: 'none' | 'straight' | 'premultiplied';
  readonly bits?: '8' | '16' | 'half' | 'float';
  readonly every?: number;
}

/** Types into a box and takes it. */
export async function type(page: Page, name: string, value: string | number): Promise<void> {
  const box = page.getByRole('textbox', { name, exact: true });
  await box.fill(String(value));
  await box.press('Enter');
}

/** Sets a short, small render of the open scene. */
export async function set(
  page: Page,
  format: string,
  { frames, samples = 1, alpha, bits, every = 1 }: Wanted,
): Promise<void> {
  await page.getByRole('combobox', { name: 'Format', exact: true }).selectOption(format);
  if (bits) await page.getByRole('combobox', { name: 'Depth' }).selectOption(bits);
  if (alpha) await page.getByRole('combobox', { name: 'Alpha' }).selectOption(alpha);
  await type(page, 'Width', WIDTH);
  await type(page, 'Height', HEIGHT);
  await type(page, 'Samples', samples);
  await type(page, 'Through frame', frames[1]);
  await type(page, 'From frame', frames[0]);
  if (every > 1) await type(page, 'Frame step', every);
}

/** The last render that was ordered. */
export const render = (page: Page) => page.getByRole('list', { name: 'Renders' }).getByRole('listitem').first();

/** Saves the last render, and gives the path of its file. */
export async function savedFile(page: Page): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    render(page)
      .getByRole('button', { name: /^Save / })
      .click(),
  ]);
  const path = join(mkdtempSync(join(tmpdir(), 'bathyclast-')), download.suggestedFilename());
  await download.saveAs(path);
  return path;
}

/** Renders what is set, and gives the path of the file that is saved. */
export async function rendered(page: Page): Promise<string> {
  await page.getByRole('button', { name: /^Render \d+ frames?$/ }).click();
  await expect(render(page).getByText(/^done: \d+ frames?$/)).toBeVisible({ timeout: 90_000 });
  return savedFile(page);
}

/** Makes a scene from an example and opens its Output page. */
export async function openOutput(page: Page, example: string, dress?: Dress): Promise<void> {
  await page.goto(`/scene/${await makeExample(page, example, dress)}/output`);
  await expect(page.getByLabel('Render settings')).toBeVisible();
}

/**
 * An example with a quarter of its particles and without what dresses its picture, before one dark colour: no light but
 * that of its particles. Opens its Output page.
 */
export const openUndressed = (page: Page, example: string, background: string): Promise<void> =>
  openOutput(page, example, (scene) => ({
    ...withPartOfBirths(scene, 1 / 4),
    output: { width: 1280, height: 720, background },
    light: { fog: 0 },
    colliders: scene.colliders.map((c) => ({ ...c, rendered: 'nothing' })),
  }));
