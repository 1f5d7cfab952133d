import { expect, test } from './test';
import { execFileSync } from 'node:child_process';
import { unzipSync } from 'fflate';
import { decode } from 'fast-png';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { FloatType } from 'three';
import { EXRLoader } from 'three/addons/loaders/EXRLoader.js';
import {
  HEIGHT,
  openOutput,
  openUndressed,
  render,
  rendered,
  savedFile,
  set,
  type,
  WIDTH,
  type Wanted,
} from './render-steps';
import { dressed, saved, sparse } from './steps';

function probed(path: string): Record<string, string> {
  const entries =
    'stream=codec_name,width,height,nb_read_frames,avg_frame_rate,pix_fmt,color_primaries,color_transfer,color_space:stream_tags=alpha_mode';
  const said = execFileSync(
    'ffprobe',
    ['-v', 'error', '-count_frames', '-select_streams', 'v:0', '-show_entries', entries, '-of', 'json', path],
    {
      encoding: 'utf8',
    },
  );
  return (JSON.parse(said) as { streams: Record<string, string>[] }).streams[0]!;
}

/** A frame of a clip, as another’s decoder gives it. */
const frameOf = (path: string, decoder: readonly string[] = []) =>
  PNG.sync.read(
    execFileSync(
      'ffmpeg',
      ['-v', 'error', ...decoder, '-i', path, '-frames:v', '1', '-f', 'image2pipe', '-c:v', 'png', '-'],
      {
        maxBuffer: 1e8,
      },
    ),
  );

const lit = (png: PNG) => png.data.filter((v, i) => i % 4 === 0 && v > 60).length;
const linear = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
const coded = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);

for (const [format, extension] of [
  ['mp4', 'mp4'],
  ['webm', 'webm'],
] as const)
  test(`a clip as ${format}: every frame at its rate, and it plays on the page`, async ({ page }) => {
    await openOutput(page, 'vent-plume');
    await set(page, format, { frames: [40, 63] });
    const path = await rendered(page);
    expect(path).toMatch(new RegExp(`vent-plume(-\\d+)?\\.${extension}$`));
    expect(probed(path)).toMatchObject({ width: WIDTH, height: HEIGHT, nb_read_frames: '24', avg_frame_rate: '24/1' });
    // What its numbers mean is said: the primaries of BT.709, and the curve of sRGB.
    expect(probed(path)).toMatchObject({
      color_primaries: 'bt709',
      color_space: 'bt709',
      color_transfer: 'iec61966-2-1',
    });
    expect(lit(frameOf(path))).toBeGreaterThan(300);
    await render(page).getByTitle('Play').click();
    const video = page.getByLabel('The rendered clip');
    await expect
      .poll(() => video.evaluate((v: HTMLVideoElement) => (v.error ? -1 : v.currentTime)))
      .toBeGreaterThan(0.1);
    expect(await video.evaluate((v: HTMLVideoElement) => v.duration)).toBeCloseTo(1, 1);
  });

test('a GIF and an animated PNG of every second frame have their frames and rate, read by another; the GIF says what it rounds', async ({
  page,
}) => {
  await openOutput(page, 'vent-plume');
  await set(page, 'gif', { frames: [40, 59], every: 2 });
  const gif = probed(await rendered(page));
  expect(gif).toMatchObject({ codec_name: 'gif', width: WIDTH, height: HEIGHT, nb_read_frames: '10' });
  await expect(render(page).getByRole('note')).toHaveText(
    'A GIF measures time in hundredths of a second: it plays at 12.50 frames a second in place of 12.',
  );
  await page.getByRole('combobox', { name: 'Format', exact: true }).selectOption('apng');
  const path = await rendered(page);
  expect(probed(path)).toMatchObject({ codec_name: 'apng', nb_read_frames: '10', avg_frame_rate: '12/1' });
  // Two renders of one scene are told apart by their names.
  const names = await page.getByRole('button', { name: /^Save \S+\.[a-z]+$/ }).allInnerTexts();
  expect(new Set(names.map((name) => name.replace(/\.[a-z]+$/, ''))).size).toBe(2);
  // The first picture is what a reader without animation sees.
  expect(lit(PNG.sync.read(readFileSync(path)))).toBeGreaterThan(300);
});

test('pictures of every depth and alpha are read by other readers, and tell the same light', async ({ page }) => {
  await openUndressed(page, 'sediment-fall', '#0a0c0e');
  const pictures = async (format: string, wanted: Wanted) => {
    await set(page, format, wanted);
    return Object.entries(unzipSync(readFileSync(await rendered(page))));
  };
  const frames = [30, 31] as const;
  const plain = await pictures('png', { frames, bits: '8', alpha: 'none' });
  expect(plain.map(([name]) => name)).toEqual(
    ['0030', '0031'].map((n) => expect.stringMatching(new RegExp(`^sediment-fall.*_${n}\\.png$`))),
  );
  const opaque = PNG.sync.read(Buffer.from(plain[0]![1]));
  expect([opaque.width, opaque.height]).toEqual([WIDTH, HEIGHT]);

  const deep = decode((await pictures('png', { frames, bits: '16' }))[0]![1]);
  expect([deep.depth, deep.channels, deep.width]).toEqual([16, 3, WIDTH]);
  // Bytes are rounded by the graphics, and may be off by one.
  let most = 0;
  for (let i = 0, j = 0; i < opaque.data.length; i += 4, j += 3)
    for (let c = 0; c < 3; c++) most = Math.max(most, Math.abs(deep.data[j + c]! / 257 - opaque.data[i + c]!));
  expect(most).toBeLessThan(1.01);

  const clear = PNG.sync.read(Buffer.from((await pictures('png', { frames, bits: '8', alpha: 'straight' }))[0]![1]));
  const background = [0x0a, 0x0c, 0x0e];
  let [transparent, off] = [0, 0];
  for (let i = 0; i < clear.data.length; i += 4) {
    const a = clear.data[i + 3]! / 255;
    if (a === 0) transparent++;
    for (let c = 0; c < 3; c++) {
      const over = coded(linear(clear.data[i + c]! / 255) * a + linear(background[c]! / 255) * (1 - a)) * 255;
      // Where added light lies on the background, its own alpha is an approximation; the silt, laid over, is exact.
      if (Math.abs(over - opaque.data[i + c]!) > 6) off++;
    }
  }
  expect(transparent / (WIDTH * HEIGHT)).toBeGreaterThan(0.5);
  expect(transparent / (WIDTH * HEIGHT)).toBeLessThan(0.999);
  expect(off / (WIDTH * HEIGHT * 3)).toBeLessThan(0.002);

  const exr = (await pictures('exr', { frames, bits: 'float', alpha: 'premultiplied' }))[0]![1];
  const light = new EXRLoader().setDataType(FloatType).parse(exr.slice().buffer) as unknown as { data: Float32Array };
  let farthest = 0;
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const [i, j] = [4 * (y * WIDTH + x), 4 * ((HEIGHT - 1 - y) * WIDTH + x)];
      const a = Math.min(1, Math.max(0, light.data[j + 3]!));
      for (let c = 0; c < 3; c++) {
        const over = coded(Math.min(1, light.data[j + c]! + linear(background[c]! / 255) * (1 - a))) * 255;
        farthest = Math.max(farthest, Math.abs(over - opaque.data[i + c]!));
      }
    }
  expect(farthest).toBeLessThan(1.1);
});

test('a WebM keeps its alpha through another’s decoder', async ({ page }) => {
  await openUndressed(page, 'sediment-fall', '#0a0c0e');
  await set(page, 'webm', { frames: [30, 35], alpha: 'straight' });
  const path = await rendered(page);
  const stream = probed(path);
  expect(JSON.stringify(stream)).toContain('"alpha_mode":"1"');
  const decoder = stream['codec_name'] === 'vp9' ? 'libvpx-vp9' : 'libvpx';
  const { data } = frameOf(path, ['-c:v', decoder]);
  const alphas = data.filter((_, i) => i % 4 === 3);
  expect(alphas.filter((a) => a < 8).length / alphas.length).toBeGreaterThan(0.4);
  expect(alphas.filter((a) => a > 128).length).toBeGreaterThan(100);
});

test('motion blur smears what moves', async ({ page }) => {
  await openOutput(page, 'vent-plume');
  const roughness = async (samples: number) => {
    await set(page, 'png', { frames: [50, 50], samples });
    const { data } = PNG.sync.read(Buffer.from(Object.values(unzipSync(readFileSync(await rendered(page))))[0]!));
    let sum = 0;
    for (let i = 4; i < data.length; i += 4) sum += Math.abs(data[i]! - data[i - 4]!);
    return sum;
  };
  const sharp = await roughness(1);
  expect(await roughness(8)).toBeLessThan(0.97 * sharp);
});

test('a render shows its progress, is paused, goes on after the page was reloaded, and gives the pictures of one that was never stopped', async ({
  page,
}) => {
  test.setTimeout(300_000);
  await openOutput(page, 'sonar-membrane', sparse);
  await set(page, 'png', { frames: [0, 59] });
  await page.getByRole('button', { name: /^Render 60 frames$/ }).click();
  await expect(render(page).getByText(/^[1-4]\d of 60 frames/)).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: /^Pause the render/ }).click();
  await expect(render(page).getByText(/^paused · \d+ of 60 frames$/)).toBeVisible();
  const paused = await render(page)
    .getByText(/^paused/)
    .innerText();
  await page.reload();
  await expect(render(page).getByText(paused, { exact: true })).toBeVisible();
  await page.getByRole('button', { name: /^Resume the render/ }).click();
  await expect(render(page).getByText('done: 60 frames')).toBeVisible({ timeout: 150_000 });
  const broken = unzipSync(readFileSync(await savedFile(page)));
  await set(page, 'png', { frames: [0, 59] });
  const whole = unzipSync(readFileSync(await rendered(page)));
  expect(Object.keys(broken)).toHaveLength(60);
  expect(Object.keys(broken)).toEqual(Object.keys(whole));
  for (const [name, bytes] of Object.entries(whole))
    expect(Buffer.compare(Buffer.from(bytes), Buffer.from(broken[name]!))).toBe(0);
});

test('a render is cancelled, and a name that no file can have is refused where it is typed', async ({ page }) => {
  await openOutput(page, 'chart-in-relief', sparse);
  await type(page, 'Name', 'a/b');
  await expect(page.getByRole('alert')).toContainText('The name is “a/b”. Use');
  await page.keyboard.press('Escape');
  await set(page, 'png', { frames: [0, 120] });
  await page.getByRole('button', { name: /^Render 121 frames$/ }).click();
  await expect(render(page).getByText(/^[1-9]\d* of 121 frames/)).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: /^Cancel the render/ }).click();
  await expect(page.getByRole('list', { name: 'Renders' })).toHaveCount(0);
  await expect(page.getByText(/^There is no render yet/)).toBeVisible();
  await saved(page);
});

test('the terminal gives the pictures of the page', async ({ page }) => {
  test.setTimeout(240_000);
  await openOutput(page, 'vent-plume', dressed);
  await set(page, 'png', { frames: [40, 42] });
  const fromPage = Object.values(unzipSync(readFileSync(await rendered(page))));
  const folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));
  const args = [
    'render',
    'vent-plume',
    '--frames',
    '40-42',
    '--size',
    `${WIDTH}x${HEIGHT}`,
    '--samples',
    '1',
    '--format',
    'png',
    '--out',
    folder,
  ];
  const said = execFileSync(join(import.meta.dirname, '..', 'bin', 'bathyclast'), args, { encoding: 'utf8' });
  expect(JSON.parse(said)).toMatchObject({ scene: 'Vent plume', format: 'png', frames: 3 });
  const files = readdirSync(folder).toSorted();
  expect(files).toEqual(['frame_0040.png', 'frame_0041.png', 'frame_0042.png']);
  files.forEach((file, f) => {
    const [a, b] = [PNG.sync.read(readFileSync(join(folder, file))), PNG.sync.read(Buffer.from(fromPage[f]!))];
    // The same renderer on the same graphics: no byte is off by more than one.
    expect(a.data.reduce((most, n, i) => Math.max(most, Math.abs(n - b.data[i]!)), 0)).toBeLessThanOrEqual(1);
  });
});
