import { expect, test, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { unzipSync } from 'fflate';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { openExample, saved } from './steps';

/** Sets a short, small render of a scene, runs it, and gives the path of the file that is saved. */
async function render(page: Page, example: string, format: string, frames: readonly [number, number], samples = 1): Promise<string> {
  await openExample(page, example);
  await page.getByRole('link', { name: 'Output' }).click();
  await page.getByRole('combobox', { name: 'Format' }).selectOption(format);
  const type = async (name: string, value: number) => {
    const box = page.getByRole('textbox', { name, exact: true });
    await box.fill(String(value));
    await box.press('Enter');
  };
  await type('Width', 320);
  await type('Height', 180);
  await type('Blur samples', samples);
  await type('Through frame', frames[1]);
  await type('From frame', frames[0]);
  await page.getByRole('button', { name: /^Render \d+ frames/ }).click();
  await expect(page.getByText(/is done: \d+ frames/)).toBeVisible({ timeout: 90_000 });
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: /^Save / }).click()]);
  const path = join(mkdtempSync(join(tmpdir(), 'bathyclast-')), download.suggestedFilename());
  await download.saveAs(path);
  return path;
}

function probed(path: string): Record<string, string> {
  const said = execFileSync(
    'ffprobe',
    [
      '-v',
      'error',
      '-count_frames',
      '-select_streams',
      'v:0',
      '-show_entries',
      'stream=codec_name,width,height,nb_read_frames,avg_frame_rate',
      '-of',
      'json',
      path,
    ],
    { encoding: 'utf8' },
  );
  return (JSON.parse(said) as { streams: Record<string, string>[] }).streams[0]!;
}

const lit = (png: PNG) => png.data.filter((v, i) => i % 4 === 0 && v > 60).length;

for (const [format, extension] of [
  ['mp4', 'mp4'],
  ['webm', 'webm'],
] as const)
  test(`a clip as ${format}: every frame at its rate, and it plays on the page`, async ({ page }) => {
    const path = await render(page, 'vent-plume', format, [40, 63]);
    expect(path.endsWith(`vent-plume.${extension}`) || /vent-plume-\d+\./.test(path)).toBe(true);
    expect(probed(path)).toMatchObject({ width: 320, height: 180, nb_read_frames: '24', avg_frame_rate: '24/1' });
    const frame = PNG.sync.read(
      execFileSync('ffmpeg', ['-v', 'error', '-i', path, '-frames:v', '1', '-f', 'image2pipe', '-c:v', 'png', '-'], { maxBuffer: 1e8 }),
    );
    expect(lit(frame)).toBeGreaterThan(300);
    const video = page.getByLabel('The rendered clip');
    await expect.poll(() => video.evaluate((v: HTMLVideoElement) => (v.error ? -1 : v.currentTime))).toBeGreaterThan(0.1);
    expect(await video.evaluate((v: HTMLVideoElement) => v.duration)).toBeCloseTo(1, 1);
  });

test('PNG frames with and without alpha are read by another reader; over the background they are the same picture', async ({ page }) => {
  const frames = Object.entries(unzipSync(readFileSync(await render(page, 'sediment-fall', 'png', [30, 32]))));
  expect(frames.map(([name]) => name)).toEqual(
    ['0030', '0031', '0032'].map((n) => expect.stringMatching(new RegExp(`^sediment-fall.*_${n}\\.png$`))),
  );
  const alphas = Object.values(unzipSync(readFileSync(await render(page, 'sediment-fall', 'png-alpha', [30, 32]))));
  const [opaque, clear] = [PNG.sync.read(Buffer.from(frames[1]![1])), PNG.sync.read(Buffer.from(alphas[1]!))];
  expect([opaque.width, opaque.height]).toEqual([320, 180]);
  const background = [0x0a, 0x0c, 0x0e];
  const linear = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
  const coded = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);
  let transparent = 0;
  let off = 0;
  for (let i = 0; i < clear.data.length; i += 4) {
    const a = clear.data[i + 3]! / 255;
    if (a === 0) transparent++;
    for (let c = 0; c < 3; c++) {
      const over = coded(linear(clear.data[i + c]! / 255) * a + linear(background[c]! / 255) * (1 - a)) * 255;
      // Where added light lies on the background, its own alpha is an approximation; the silt, laid over, is exact.
      if (Math.abs(over - opaque.data[i + c]!) > 6) off++;
    }
  }
  expect(transparent / (320 * 180)).toBeGreaterThan(0.5);
  expect(transparent / (320 * 180)).toBeLessThan(0.999);
  expect(off / (320 * 180 * 3)).toBeLessThan(0.002);
});

test('motion blur smears what moves', async ({ page }) => {
  const sharp = Object.values(unzipSync(readFileSync(await render(page, 'vent-plume', 'png', [50, 50]))))[0]!;
  const smeared = Object.values(unzipSync(readFileSync(await render(page, 'vent-plume', 'png', [50, 50], 8))))[0]!;
  const roughness = (bytes: Uint8Array) => {
    const { data } = PNG.sync.read(Buffer.from(bytes));
    let sum = 0;
    for (let i = 4; i < data.length; i += 4) sum += Math.abs(data[i]! - data[i - 4]!);
    return sum;
  };
  expect(roughness(smeared)).toBeLessThan(0.97 * roughness(sharp));
});

test('a render shows its progress, and is cancelled', async ({ page }) => {
  await openExample(page, 'chart-in-relief');
  await page.getByRole('link', { name: 'Output' }).click();
  await page.getByRole('button', { name: /^Render \d+ frames/ }).click();
  await expect(page.getByText(/^[1-9]\d* of 121 frames$/)).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('121 frames, 5.04 s, all particles.')).toBeVisible();
  await saved(page);
});
