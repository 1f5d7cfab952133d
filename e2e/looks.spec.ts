import { expect, test, type Page } from './test';
import { decodeExr, init } from 'exrs';
import { unzipSync } from 'fflate';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { ANGLE, exrs, HEIGHT, light, moments, openWritten, pixel, sparkScene, WIDTH } from './light';
import { goToFrame, inspected, viewPixels } from './steps';

/** Pixels that a metre takes at five metres. */
const METRE = HEIGHT / (2 * 5 * Math.tan((ANGLE * Math.PI) / 360));
const [MX, MY] = [(WIDTH - 1) / 2, (HEIGHT - 1) / 2];
const still = { birth: { speed: 0, life: 100, size: 0.4, drag: 0 } };
const dot = (more: object = {}) => ({
  kind: 'point',
  blend: 'additive',
  opacity: 1,
  colour: [{ at: 0, colour: '#ffffff' }],
  sizeOverAge: [{ at: 0, value: 1 }],
  ...more,
});
const middle = (data: Float32Array) => pixel(data, MX, MY);
const off = (a: number, b: number) => Math.abs(a / b - 1);

test('a look’s gain of a stop doubles its light; size, opacity over age and the size of all particles multiply', async ({
  page,
}) => {
  const plain = moments(await light(page, sparkScene(still, {}, {}), 2));
  const bright = moments(await light(page, sparkScene({ ...still, look: dot({ brightness: 1 }) }, {}, {}), 2));
  expect(off(bright.sum, 2 * plain.sum)).toBeLessThan(0.002);
  const half = moments(
    await light(page, sparkScene({ ...still, look: dot({ opacityOverAge: [{ at: 0, value: 0.5 }] }) }, {}, {}), 2),
  );
  expect(off(half.sum, plain.sum / 2)).toBeLessThan(0.002);
  const large = moments(await light(page, sparkScene(still, {}, { particleScale: 1.5 }), 2));
  // The soft edge of a dot is a share of its size.
  expect(off(large.sum, 2.25 * plain.sum)).toBeLessThan(0.02);
  const fast = { birth: { ...still.birth, speed: 1, launchDirection: 'direction', direction: [0, 0, 1] } };
  const look = dot({
    topSpeed: 2,
    sizeOverSpeed: [
      { at: 0, value: 0.5 },
      { at: 1, value: 1.5 },
    ],
  });
  const fading = dot({
    opacityBy: 'speed',
    topSpeed: 2,
    opacityOverAge: [
      { at: 0, value: 1 },
      { at: 1, value: 0.5 },
    ],
  });
  const faded = moments(
    await light(page, sparkScene({ ...fast, look: fading }, { projection: 'flat', height: 2.4 }, {}), 2),
  );
  const moving = moments(await light(page, sparkScene({ ...fast, look }, { projection: 'flat', height: 2.4 }, {}), 2));
  const same = moments(await light(page, sparkScene(fast, { projection: 'flat', height: 2.4 }, {}), 2));
  expect(off(moving.sum, same.sum)).toBeLessThan(0.005);
  // Half as fast as fast is: halfway down the ramp of opacity.
  expect(off(faded.sum, 0.75 * same.sum)).toBeLessThan(0.005);
});

test('fog takes e to the −fog·d of added light, and covers with its own colour what covers', async ({ page }) => {
  const plain = middle(await light(page, sparkScene(still, {}, {}), 1))[0]!;
  const foggy = { ...sparkScene(still, {}, {}), light: { fog: 0.2 } };
  expect(off(middle(await light(page, foggy, 1))[0]!, plain * Math.exp(-1))).toBeLessThan(0.002);
  const over = {
    ...sparkScene({ ...still, look: dot({ blend: 'normal', colour: [{ at: 0, colour: '#000000' }] }) }, {}, {}),
    light: { fog: 0.2, fogColour: '#ffffff' },
  };
  expect(off(middle(await light(page, over, 1))[0]!, 1 - Math.exp(-1))).toBeLessThan(0.002);
});

test('a flat camera sees a metre as a metre, near or far', async ({ page }) => {
  const at = (z: number) => ({ birth: { ...still.birth, size: 0.2 }, transform: { position: [0.5, 0.25, z] } });
  for (const z of [-20, 0, 3]) {
    const seen = moments(await light(page, sparkScene(at(z), { projection: 'flat', height: 2 }, {}), 1));
    expect(Math.abs(seen.x - (MX + 0.5 * (HEIGHT / 2)))).toBeLessThan(0.1);
    // A disc of an even light has the variance d²/16 along each axis; its edge is a little soft.
    expect(off(4 * Math.sqrt(seen.varianceX), 0.2 * (HEIGHT / 2))).toBeLessThan(0.06);
  }
});

test('a collider is a hole in the picture, or seen in the key light and the sky by Lambert’s law', async ({ page }) => {
  const ball = (rendered: string) => ({
    ...sparkScene({ ...still, transform: { position: [0, 0, -1] } }, {}, {}),
    colliders: [{ id: 'c', name: 'Ball', shape: { kind: 'ball', radius: 0.4 }, rendered, surface: '#ffffff' }],
    light: {
      key: 0.5,
      from: [0, 0, 1],
      keyColour: '#ffffff',
      sky: 0.25,
      skyColour: '#ffffff',
      groundColour: '#000000',
    },
  });
  expect(middle(await light(page, ball('nothing'), 1, 'premultiplied'))[0]).toBeGreaterThan(0.9);
  const [hole, , , alpha] = middle(await light(page, ball('holdout'), 1, 'premultiplied'));
  expect([hole, alpha]).toEqual([0, 0]);
  const lit = await light(page, ball('lit'), 1, 'premultiplied');
  // Squarely to the light, and half of the sky.
  expect(middle(lit)[3]).toBe(1);
  expect(off(middle(lit)[0]!, 0.5 + 0.125)).toBeLessThan(0.01);
  // Its normal at a height of half its radius: cos 30° of the key, three quarters of the sky. Seen from five metres it
  // lies a little lower.
  const [ny, nz] = [0.5, Math.sqrt(0.75)];
  const y = (0.4 * ny * 5) / (5 - 0.4 * nz);
  expect(off(pixel(lit, MX, MY - y * METRE)[0]!, 0.5 * nz + 0.25 * (0.5 + 0.5 * ny))).toBeLessThan(0.01);
});

test('spots lie in a surface as balls of their size would, and meshes hide one another by depth', async ({ page }) => {
  const wall = (z: number) => ({
    ...sparkScene(still, {}, {}),
    colliders: [
      {
        id: 'c',
        name: 'Slab',
        shape: { kind: 'box', width: 2, height: 2, depth: 0.1 },
        transform: { position: [0, 0, z - 0.05] },
        rendered: 'holdout',
      },
    ],
  });
  const seen = async (z: number) => middle(await light(page, wall(z), 1))[0]!;
  const whole = middle(await light(page, sparkScene(still, {}, {}), 1))[0]!;
  expect(off(await seen(-0.3), whole)).toBeLessThan(0.01);
  expect(off(await seen(-0.1), 0.75 * whole)).toBeLessThan(0.02);
  expect(off(await seen(0), 0.5 * whole)).toBeLessThan(0.02);
  expect(await seen(0.21)).toBe(0);

  const grain = (z: number, colour: string, id: string) => ({
    id,
    name: id,
    shape: { kind: 'point' },
    emission: [{ kind: 'burst', count: 1, frame: 0 }],
    transform: { position: [0, 0, z] },
    ...still,
    look: {
      kind: 'instance',
      form: 'grain',
      shading: 0,
      colour: [{ at: 0, colour }],
      sizeOverAge: [{ at: 0, value: 1 }],
    },
  });
  for (const order of [0, 1]) {
    const two = [grain(0.3, '#ff0000', 'near'), grain(-0.3, '#0000ff', 'far')];
    const both = { ...sparkScene({}, {}, {}), emitters: order ? two : two.toReversed() };
    expect(middle(await light(page, both, 1, 'premultiplied'))).toEqual([1, 0, 0, 1]);
  }
});

test('a trail lies on the way a particle has come, as far back as its length, and no farther', async ({ page }) => {
  const thrown = {
    birth: { speed: 4.8, launchDirection: 'direction', direction: [1, 0, 0], life: 100, size: 0.02, drag: 0 },
    transform: { position: [-0.9, 0, 0] },
    look: {
      kind: 'trail',
      length: 3,
      blend: 'additive',
      opacity: 1,
      colour: [{ at: 0, colour: '#ffffff' }],
      widthAlong: [{ at: 0, value: 1 }],
    },
  };
  const scene = { ...sparkScene(thrown, {}, {}), time: { fps: 24, first: 0, last: 8 } };
  const along = moments(await light(page, scene, 8));
  // 0.2 m a frame: it has come 1.6 m, the trail is the last 0.6 of them.
  expect(Math.abs(along.x - (MX + (0.7 - 0.3) * METRE))).toBeLessThan(0.5);
  expect(off(Math.sqrt(12 * along.varianceX), 0.6 * METRE)).toBeLessThan(0.02);
  // Younger than its trail is long: from where it was born.
  const young = moments(await light(page, scene, 2));
  expect(off(Math.sqrt(12 * young.varianceX), 0.4 * METRE)).toBeLessThan(0.03);
});

test('particles are joined up to the largest distance, and nowhere else', async ({ page }) => {
  const cloud = (largestDistance: number) => ({
    ...sparkScene({}, {}, {}),
    emitters: [
      {
        id: 'e',
        name: 'Pair',
        shape: { kind: 'lattice', nx: 2, nz: 1, width: 1, depth: 0 },
        emission: [{ kind: 'burst', count: 2, frame: 0 }],
        birth: still.birth,
        look: {
          kind: 'links',
          largestDistance,
          width: 0.02,
          blend: 'additive',
          opacity: 1,
          opacityOverDistance: [{ at: 0, value: 1 }],
          colour: [{ at: 0, colour: '#ffffff' }],
        },
      },
    ],
  });
  const joined = moments(await light(page, cloud(1.2), 1));
  // A straight line a metre long: its light is that of its area, its spread that of its length.
  expect(off(joined.sum, 0.02 * METRE * METRE)).toBeLessThan(0.03);
  expect(off(Math.sqrt(12 * joined.varianceX), METRE)).toBeLessThan(0.02);
  const apart = await light(page, cloud(0.01), 1);
  expect(apart.every((n, i) => i % 4 === 3 || n === 0)).toBe(true);
});

test('OpenEXR holds distance, velocity and number of what is seen nearest, by another’s reader; and each emitter by itself', async ({
  page,
}) => {
  const thrown = (id: string, z: number, x: number) => ({
    id,
    name: id,
    shape: { kind: 'point' },
    emission: [{ kind: 'burst', count: 1, frame: 0 }],
    transform: { position: [x, 0, z] },
    birth: { speed: 3, launchDirection: 'direction', direction: [0, 2, -1], life: 100, size: 0.3, drag: 0 },
    look: dot({ blend: 'normal' }),
  });
  const scene = { ...sparkScene({}, {}, {}), emitters: [thrown('near', 0, 0), thrown('far', -3, 0.05)] };
  const files = await exrs(page, scene, 0, async () => {
    await page.getByLabel('Depth, velocity and number as layers').check();
    await page.getByRole('combobox', { name: 'Pictures' }).selectOption('both');
  });
  // Scenes of one name are numbered.
  const named = Object.fromEntries(
    Object.entries(files).map(([name, bytes]) => [name.replace(/spark-\d+/, 'spark'), bytes]),
  );
  expect(Object.keys(named).toSorted()).toEqual([
    'far/one-spark_0000.exr',
    'near/one-spark_0000.exr',
    'one-spark_0000.exr',
  ]);
  await init();
  const read = (name: string, channels: string[]) => {
    const { layers } = decodeExr(named[name]!);
    const layer = layers.find((l) => l.containsChannelNames(channels))!;
    const at = (Math.round(MY) * WIDTH + Math.round(MX)) * channels.length;
    return [...layer.getInterleavedPixels(channels)!.subarray(at, at + channels.length)];
  };
  const [a, b] = [3 / Math.sqrt(5), 5];
  expect(read('one-spark_0000.exr', ['Z'])[0]).toBeCloseTo(b, 4);
  expect(read('far/one-spark_0000.exr', ['Z'])[0]).toBeCloseTo(8, 4);
  const velocity = read('one-spark_0000.exr', ['velocity.X', 'velocity.Y', 'velocity.Z']);
  [0, 2 * a, -a].forEach((n, k) => expect(velocity[k]).toBeCloseTo(n, 4));
  // The first particle of the first amount.
  expect(read('one-spark_0000.exr', ['number.id'])[0]).toBe(1);
  const corner = decodeExr(named['one-spark_0000.exr']!)
    .layers.find((l) => l.containsChannelNames(['Z']))!
    .getInterleavedPixels(['Z'])![0];
  expect(corner).toBe(Infinity);
});

/** A sheet of two images: red on the left, green on the right. */
function sheet(width: number): Buffer {
  const png = new PNG({ width, height: 32 });
  for (let i = 0; i < width * 32; i++) png.data.set(i % width < width / 2 ? [255, 0, 0, 255] : [0, 255, 0, 255], 4 * i);
  return PNG.sync.write(png);
}

test.describe('in full pixels', () => {
  test.use({ deviceScaleFactor: 1 });
  test('a sheet of images goes by with the age; one that its columns do not fit is told, and nothing is lost', async ({
    page,
  }) => {
    const scene = sparkScene(
      {
        birth: { ...still.birth, life: 4 / 24 },
        look: {
          kind: 'picture',
          columns: 2,
          colour: [{ at: 0, colour: '#ffffff' }],
          opacity: 1,
          sizeOverAge: [{ at: 0, value: 1 }],
        },
      },
      {},
      {},
    );
    await openWritten(page, scene);
    await page.getByRole('button', { name: 'Spark', exact: true }).click();
    await inspected(page);
    const inspector = page.getByLabel('Inspector');
    const image = (width: number) =>
      inspector
        .locator('input[type=file]')
        .setInputFiles({ name: `sheet-${width}.png`, mimeType: 'image/png', buffer: sheet(width) });
    await image(33);
    await expect(inspector.getByRole('alert')).toHaveText(
      '“sheet-33.png” is no sheet of 2 × 1: 2 columns leave 1 of its 33 pixels over.',
    );
    await image(64);
    await expect(inspector.getByRole('alert')).toHaveCount(0);
    // Without the handles of what is selected, which lie in the middle.
    await page.getByRole('button', { name: 'Scene', exact: true }).click();
    const hue = async (frame: number) => {
      await page.getByRole('slider', { name: 'Frame', exact: true }).focus();
      await page.keyboard.press('Home');
      for (let f = 0; f < frame; f++) await page.keyboard.press('.');
      await page.waitForTimeout(600);
      const shot = PNG.sync.read(await page.getByTestId('view').screenshot());
      const at = 4 * (Math.round(shot.height / 2) * shot.width + Math.round(shot.width / 2));
      return [...shot.data.subarray(at, at + 2)];
    };
    await expect.poll(async () => (await hue(1))[0]! > 200).toBe(true);
    const [red, green] = await hue(3);
    expect(green).toBeGreaterThan(200);
    expect(red).toBeLessThan(60);
  });
});

test.describe('in full pixels', () => {
  test.use({ deviceScaleFactor: 1 });
  test('a view and the file hold the same picture, pixel for pixel where one looks through the shot camera', async ({
    page,
  }) => {
    await sameInViewAndFile(page);
  });
});

/** Takes the frame of the view as it is in the file, and the frame of a render of the size it has there. */
async function sameInViewAndFile(page: Page): Promise<void> {
  const scene = {
    ...sparkScene(
      { ...still, look: dot({ blend: 'normal', colour: [{ at: 0, colour: '#e8a15a' }] }) },
      {},
      { background: '#203040', glow: 30, glowThreshold: 0.1 },
    ),
    work: { guides: 'none' },
  };
  await openWritten(page, scene);
  await page.getByRole('button', { name: 'Shot camera' }).click();
  await page.getByRole('slider', { name: 'Frame', exact: true }).focus();
  await page.keyboard.press('.');
  await page.waitForTimeout(800);
  // The frame takes nine tenths of the height: where that is whole pixels, with whole pixels beside it, pixels lie on
  // pixels.
  let box = (await page.getByTestId('view').boundingBox())!;
  const high = () => 20 * Math.round(box.height / 20);
  const fits = () => Math.abs(box.height - high()) < 0.15 && (box.width - 1.2 * high()) % 2 === 0;
  for (let more = 1; more <= 60 && !fits(); more++) {
    await page.setViewportSize({ width: 1280, height: 780 + more });
    box = (await page.getByTestId('view').boundingBox())!;
  }
  expect(fits(), `the view is ${box.width} × ${box.height}`).toBe(true);
  const [width, height] = [1.2 * high(), 0.9 * high()];
  await page.waitForTimeout(800);
  const view = PNG.sync.read(await page.getByTestId('view').screenshot());
  await page.getByRole('link', { name: 'Output' }).click();
  await page.getByLabel('Render settings').waitFor();
  for (const [name, value] of [
    ['Width', width],
    ['Height', height],
  ] as const) {
    await page.getByRole('textbox', { name, exact: true }).fill(String(value));
    await page.keyboard.press('Enter');
  }
  await page.getByRole('combobox', { name: 'Format', exact: true }).selectOption('png');
  for (const name of ['Through frame', 'From frame']) {
    await page.getByRole('textbox', { name, exact: true }).fill('1');
    await page.keyboard.press('Enter');
  }
  await page.getByRole('button', { name: /^Render 1 frame/ }).click();
  const row = page.getByRole('list', { name: 'Renders' }).getByRole('listitem').first();
  await expect(row.getByText(/^done: /)).toBeVisible({ timeout: 60_000 });
  await row.getByTitle('Play').click();
  const source = await page.getByAltText('Frame 1 of the render').getAttribute('src');
  const bytes = await page.evaluate(
    async (address) => [...new Uint8Array(await (await fetch(address)).arrayBuffer())],
    source!,
  );
  const file = PNG.sync.read(Buffer.from(bytes));
  const [left, top] = [(view.width - width) / 2, (view.height - height) / 2];
  let differs = 0;
  let lit = 0;
  // All of the frame but the line round it.
  for (let y = 2; y < height - 2; y++)
    for (let x = 2; x < width - 2; x++) {
      const [a, b] = [4 * ((top + y) * view.width + left + x), 4 * (y * width + x)];
      const by = [0, 1, 2].map((c) => Math.abs(view.data[a + c]! - file.data[b + c]!));
      if (file.data[b]! > 40) lit++;
      if (Math.max(...by) > 2) differs++;
    }
  expect([file.width, file.height]).toEqual([width, height]);
  expect(lit).toBeGreaterThan(200);
  // What the view draws over the frame to work by: handles, axes and words.
  expect(differs / (width * height)).toBeLessThan(0.02);
}

const flatPng = (red: number, green: number, blue: number, width = 32, height = 24): Buffer => {
  const png = new PNG({ width, height });
  for (let i = 0; i < width * height; i++) png.data.set([red, green, blue, 255], 4 * i);
  return PNG.sync.write(png);
};

/** One colour between a white row at the top and one at the bottom. */
function edgedPng(red: number, green: number, blue: number): Buffer {
  const png = PNG.sync.read(flatPng(red, green, blue));
  for (const row of [0, png.height - 1]) png.data.fill(255, 4 * png.width * row, 4 * png.width * (row + 1));
  return PNG.sync.write(png);
}

/** Renders the five frames of the open scene as PNG, and reads them from the zip that is saved. */
async function renderedPictures(page: Page): Promise<PNG[]> {
  await expect(page.getByText('saved')).toBeVisible();
  await page.goto(`${page.url().split('?')[0]}/output`);
  await page.getByRole('combobox', { name: 'Format', exact: true }).selectOption('png');
  await page.getByRole('button', { name: /^Render 5 frames/ }).click();
  const row = page.getByRole('list', { name: 'Renders' }).getByRole('listitem').first();
  await expect(row.getByText(/^done: /)).toBeVisible({ timeout: 60_000 });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    row.getByRole('button', { name: /^Save .*zip/ }).click(),
  ]);
  return Object.values(unzipSync(readFileSync(await download.path()))).map((bytes) =>
    PNG.sync.read(Buffer.from(bytes)),
  );
}

test('images in turn are behind the frames of their numbers, in the view and in the file; ones of another size are refused by name', async ({
  page,
}) => {
  const scene = {
    ...sparkScene({ ...still, emission: [] }, {}, { backdrop: 'image-sequence', sequenceStart: 1, height: 200 }),
    name: 'Plates',
  };
  await openWritten(page, scene);
  const files = page.getByLabel('Images behind the picture');
  const named = (name: string, buffer: Buffer) => ({ name, mimeType: 'image/png', buffer });
  await page.getByRole('button', { name: 'Scene', exact: true }).click();
  await files.setInputFiles([named('p1.png', flatPng(9, 9, 9)), named('p2.png', flatPng(9, 9, 9, 16, 24))]);
  await expect(page.getByRole('alert')).toContainText('“p2.png” is 16 × 24 px, “p1.png” 32 × 24');
  // In the order in which people count, whatever that in which they were picked.
  await files.setInputFiles([
    named('p10.png', edgedPng(0, 0, 255)),
    named('p9.png', edgedPng(0, 255, 0)),
    named('p1.png', edgedPng(255, 0, 0)),
  ]);
  await expect(page.getByText('3, 32 × 24')).toBeVisible();
  const pictures = await renderedPictures(page);
  const seen = (at: (height: number) => number) =>
    pictures.map(({ data, width, height }) => [...data.subarray(4 * (width * at(height) + 9)).subarray(0, 3)].join());
  const colours = ['255,0,0', '255,0,0', '0,255,0', '0,0,255', '0,0,255'];
  expect(seen((height) => height >> 1)).toEqual(colours);
  // The frame is wider than the images: they fill it, and their top and bottom are cut off.
  expect(seen(() => 0)).toEqual(colours);
  expect(seen((height) => height - 1)).toEqual(colours);
});

/** A spark before the camera that is drawn as an image, with its image chosen from files. */
async function openSprite(page: Page, files: Parameters<ReturnType<Page['locator']>['setInputFiles']>[0]) {
  const look = {
    kind: 'picture',
    colour: [{ at: 0, colour: '#ffffff' }],
    opacity: 1,
    sizeOverAge: [{ at: 0, value: 1 }],
  };
  await openWritten(page, { ...sparkScene({ ...still, look }, {}, { height: 200 }), name: 'Series of sprites' });
  await page.getByRole('button', { name: 'Spark', exact: true }).click();
  await inspected(page);
  await page.getByLabel('Inspector').locator('input[type=file]').setInputFiles(files);
  return page.getByLabel('Inspector').getByRole('combobox', { name: 'Image of the scene' });
}

/** The colour in the middle of a picture. */
function hueOf({ data, width, height }: PNG): string {
  const at = 4 * (Math.round(height / 2) * width + Math.round(width / 2));
  return ['red', 'green', 'blue'][[0, 1, 2].toSorted((a, b) => data[at + b]! - data[at + a]!)[0]!]!;
}

/** Looks at frames of the view: each has its colour. */
async function expectHues(page: Page, hues: readonly (readonly [frame: number, hue: string])[]): Promise<void> {
  await page.getByRole('button', { name: 'Scene', exact: true }).click();
  for (const [frame, hue] of hues) {
    await goToFrame(page, frame);
    await expect.poll(async () => hueOf(await viewPixels(page))).toBe(hue);
  }
}

test('a sprite on a series shows the picture of each frame, in the view and in the file', async ({ page }) => {
  const named = (name: string, buffer: Buffer) => ({ name, mimeType: 'image/png', buffer });
  const chosen = await openSprite(page, [
    named('s3.png', flatPng(0, 0, 255)),
    named('s1.png', flatPng(255, 0, 0)),
    named('s2.png', flatPng(0, 255, 0)),
  ]);
  await expect(chosen).toContainText('s1.png, 3 files');
  await expectHues(page, [
    [0, 'red'],
    [1, 'green'],
    [2, 'blue'],
    [4, 'blue'],
  ]);
  const pictures = await renderedPictures(page);
  expect(pictures.map(hueOf)).toEqual(['red', 'green', 'blue', 'blue', 'blue']);
});

test('a clip is decoded at import into a series at the frame rate of the scene; a file that is none is refused by name', async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'bathyclast-clip-'));
  try {
    // A quarter of a second at 12 fps: each picture stands for two frames of the scene.
    [flatPng(255, 0, 0), flatPng(0, 255, 0), flatPng(0, 0, 255)].forEach((png, i) =>
      writeFileSync(join(folder, `p${i}.png`), png),
    );
    const clip = join(folder, 'buoy.webm');
    const from = ['-framerate', '12', '-i', join(folder, 'p%d.png')];
    execFileSync('ffmpeg', ['-v', 'error', ...from, '-c:v', 'libvpx', '-b:v', '1M', '-pix_fmt', 'yuv420p', clip]);
    const chosen = await openSprite(page, [clip]);
    await expect(chosen).toContainText('buoy.webm, 6 files');
    await expectHues(page, [
      [0, 'red'],
      [1, 'red'],
      [2, 'green'],
      [4, 'blue'],
    ]);
    await page.getByRole('button', { name: 'Spark', exact: true }).click();
    const file = page.getByLabel('Inspector').getByLabel('Image file');
    await file.setInputFiles({ name: 'notes.mp4', mimeType: 'video/mp4', buffer: Buffer.from('no clip at all') });
    await expect(page.getByRole('alert')).toHaveText(
      '“notes.mp4” can’t be read as a clip. Choose an MP4, WebM or MOV file with pictures.',
    );
  } finally {
    rmSync(folder, { recursive: true });
  }
});

test('a particle has the light of the colour that its mesh has where it was born', async ({ page }) => {
  await openWritten(page, sparkScene(still, {}, {}));
  const hash = await page.evaluate(
    async (base64) => {
      const form = new FormData();
      form.append('file', new Blob([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))]), 'teal.png');
      return ((await (await fetch('/api/images', { method: 'POST', body: form })).json()) as { hash: string }).hash;
    },
    flatPng(64, 188, 220).toString('base64'),
  );
  const written = {
    ...sparkScene(
      {
        ...still,
        shape: { kind: 'image', pattern: 'image', image: hash, width: 0, depth: 0 },
        look: dot({ colourBy: 'source' }),
      },
      {},
      {},
    ),
    images: [{ hash, name: 'teal.png', width: 32, height: 24 }],
  };
  const plain = middle(await light(page, sparkScene(still, {}, {}), 1));
  const teal = middle(await light(page, written, 1));
  // IEC 61966-2-1: what sRGB codes as 64, 188, 220.
  [64, 188, 220].forEach((coded, c) =>
    expect(off(teal[c]!, plain[c]! * ((coded / 255 + 0.055) / 1.055) ** 2.4)).toBeLessThan(0.005),
  );
});
