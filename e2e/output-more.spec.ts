import { expect, test, type Page } from './test';
import { unzipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { PLYLoader } from 'three/addons/loaders/PLYLoader.js';
import { openOutput, rendered, set, type } from './render-steps';
import { saved as sceneSaved, sparse } from './steps';

const renders = (page: Page) => page.getByRole('list', { name: 'Renders' }).getByRole('listitem');

test('particles of the frames are saved from the Output page: a frame as it is, several in a zip, text and binary alike', async ({
  page,
}) => {
  await openOutput(page, 'vent-plume');
  await set(page, 'png', { frames: [40, 41] });
  await expect(page.getByText('The scene transform, which moves the picture, is not applied.')).toBeVisible();
  const saved = async (format: string) => {
    await page.getByRole('combobox', { name: 'Particle format' }).selectOption(format);
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save the particles of 2 frames' }).click(),
    ]);
    return unzipSync(readFileSync(await download.path()));
  };
  const [binary, text, csv] = [await saved('ply'), await saved('ply-text'), await saved('csv')];
  expect(Object.keys(csv).map((name) => name.replace(/-\d+_/, '_'))).toEqual([
    'vent-plume_0040.csv',
    'vent-plume_0041.csv',
  ]);
  const loader = new PLYLoader();
  loader.setCustomPropertyNameMapping({ size: ['size'] });
  Object.values(binary).forEach((bytes, i) => {
    const [a, b] = [bytes, Object.values(text)[i]!].map((ply) => loader.parse(ply.slice().buffer));
    const lines = new TextDecoder().decode(Object.values(csv)[i]).trim().split('\n');
    expect(a!.getAttribute('position').count).toBe(lines.length - 1);
    expect(a!.getAttribute('position').count).toBeGreaterThan(300);
    for (const name of ['position', 'size'])
      expect([...b!.getAttribute(name).array]).toEqual([...a!.getAttribute(name).array]);
  });
});

test('samples are tried on a piece of the picture: more of them are less noisy, and one that is pressed is taken', async ({
  page,
}) => {
  await openOutput(page, 'vent-plume');
  await set(page, 'png', { frames: [60, 60], samples: 16 });
  await page.getByRole('button', { name: 'try samples on a piece of the picture' }).click();
  const tried = page.getByRole('list', { name: 'Compared samples' }).getByRole('listitem');
  await expect(tried).toHaveCount(3, { timeout: 60_000 });
  const noise = (await tried.getByText(/^noise/).allTextContents()).map((text) => Number(text.replace('noise ', '')));
  expect(noise[0]!).toBeGreaterThan(noise[1]!);
  expect(noise[1]!).toBeGreaterThan(noise[2]!);
  await tried.nth(0).getByRole('button').click();
  await expect(page.getByRole('textbox', { name: 'Samples', exact: true })).toHaveValue('4');
});

test('the previewed frame, at first that of the playhead, is rendered as a still with all its particles; pictures go into a chosen folder', async ({
  page,
}) => {
  await page.addInitScript(() => {
    // A folder in memory stands in for the one that a person would choose.
    const files: Record<string, number> = ((window as unknown as { written: Record<string, number> }).written = {});
    const folder = (path: string): unknown => ({
      getDirectoryHandle: (name: string) => Promise.resolve(folder(`${path}${name}/`)),
      getFileHandle: (name: string) =>
        Promise.resolve({
          createWritable: () =>
            Promise.resolve({
              write: (blob: Blob) => {
                files[path + name] = blob.size;
                return Promise.resolve();
              },
              close: () => Promise.resolve(),
            }),
        }),
    });
    Object.assign(window, { showDirectoryPicker: () => Promise.resolve(folder('')) });
  });
  await openOutput(page, 'lantern-swarm');
  await page.getByRole('combobox', { name: 'Format', exact: true }).selectOption('png');
  const ruler = page.getByRole('slider', { name: 'Frame of the preview' });
  const preview = page.getByRole('img', { name: /^Frame \d+ as it will be rendered$/ });
  await expect(ruler).toHaveValue('0');
  await ruler.fill('12');
  await expect(preview).toHaveAttribute('aria-label', 'Frame 12 as it will be rendered');
  // It stays among the frames of the render.
  await type(page, 'From frame', 20);
  await expect(preview).toHaveAttribute('aria-label', 'Frame 20 as it will be rendered');
  await type(page, 'From frame', 0);
  await page.getByRole('button', { name: 'Render frame 12 as one picture' }).click();
  await expect(renders(page).first().getByText('done: 1 frame')).toBeVisible({ timeout: 60_000 });
  await renders(page).first().getByRole('button', { name: 'To a folder' }).click();
  const written = () => page.evaluate(() => (window as unknown as { written: Record<string, number> }).written);
  await expect.poll(async () => Object.keys(await written()).length).toBe(1);
  const [[name, size]] = Object.entries(await written()) as [[string, number]];
  expect(name).toMatch(/^lantern-swarm(-\d+)?_\d{4}\.png$/);
  expect(size).toBeGreaterThan(2000);
});

test('graphics that are lost in the middle of a render come back by themselves, and its pictures are those of one that went through', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const contexts: WebGL2RenderingContext[] = ((window as unknown as { contexts: WebGL2RenderingContext[] }).contexts =
      []);
    // eslint-disable-next-line @typescript-eslint/unbound-method -- called on its canvas below
    const getContext = HTMLCanvasElement.prototype.getContext as (...args: unknown[]) => unknown;
    HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement, ...args: unknown[]) {
      const made = getContext.apply(this, args);
      if (made instanceof WebGL2RenderingContext && !contexts.includes(made)) contexts.push(made);
      return made;
    } as never;
  });
  await openOutput(page, 'vent-plume');
  await set(page, 'png', { frames: [40, 79] });
  const whole = unzipSync(readFileSync(await rendered(page)));
  await page.getByRole('button', { name: /^Render 40 frames$/ }).click();
  await expect(
    renders(page)
      .first()
      .getByText(/^([5-9]|1\d) of 40 frames/),
  ).toBeVisible({ timeout: 60_000 });
  const lost = await page.evaluate(() => {
    const live = (window as unknown as { contexts: WebGL2RenderingContext[] }).contexts.filter(
      (context) => !context.isContextLost(),
    );
    for (const context of live) context.getExtension('WEBGL_lose_context')!.loseContext();
    return live.length;
  });
  expect(lost).toBeGreaterThan(0);
  await expect(renders(page).first().getByText('done: 40 frames')).toBeVisible({ timeout: 90_000 });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    renders(page)
      .first()
      .getByRole('button', { name: /^Save .*zip/ })
      .click(),
  ]);
  const broken = Object.values(unzipSync(readFileSync(await download.path())));
  Object.values(whole).forEach((bytes, i) =>
    expect(Buffer.compare(Buffer.from(bytes), Buffer.from(broken[i]!))).toBe(0),
  );
});

test('a browser that has no room left says so, keeps the pictures that are drawn, and goes on when there is room', async ({
  page,
}) => {
  // Chromium keeps for a while how much room it found, for all databases of a page: the journal, which asks first, is
  // kept out.
  await page.addInitScript(() => {
    const open = IDBFactory.prototype.open;
    IDBFactory.prototype.open = function (name, version) {
      if (name === 'bathyclast-journal') throw new DOMException('no room', 'QuotaExceededError');
      return open.call(this, name, version);
    };
  });
  await openOutput(page, 'vent-plume');
  await set(page, 'png', { frames: [40, 79] });
  const session = await page.context().newCDPSession(page);
  const origin = new URL(page.url()).origin;
  const used = await page.evaluate(async () => (await navigator.storage.estimate()).usage ?? 0);
  await session.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: used + 250_000 });
  await page.getByRole('button', { name: /^Render 40 frames$/ }).click();
  await expect(renders(page).first().getByRole('alert')).toContainText('The browser has no room left for pictures.', {
    timeout: 60_000,
  });
  const standing = await renders(page)
    .first()
    .getByText(/of 40 frames/)
    .textContent();
  expect(Number(/(\d+) of/.exec(standing!)![1])).toBeGreaterThan(0);
  await session.send('Storage.overrideQuotaForOrigin', { origin });
  await page.getByRole('button', { name: /^Resume the render/ }).click();
  await expect(renders(page).first().getByText('done: 40 frames')).toBeVisible({ timeout: 90_000 });
});

test('how a scene is rendered stays with it: two formats and sizes at once, kept as a preset for another scene', async ({
  page,
}) => {
  const short = { fps: 24, last: 3 };
  await openOutput(page, 'vent-plume', (scene) => ({ ...sparse(scene), time: short }));
  const select = (name: string, value: string) => page.getByRole('combobox', { name, exact: true }).selectOption(value);
  await select('Format', 'png');
  await type(page, 'Through frame', 1);
  await page.getByRole('button', { name: 'add a render' }).click();
  await page.getByRole('menuitem', { name: 'Another like this' }).click();
  await select('Format', 'gif');
  await select('Render size', '640 × 360');
  await type(page, 'Render width', 160);
  await type(page, 'Render height', 90);
  await page.getByRole('button', { name: 'presets' }).click();
  await page.getByRole('menuitem', { name: 'Keep these settings as a preset …' }).click();
  await page.getByRole('textbox', { name: 'Name of the preset' }).fill('Small loop');
  await page.keyboard.press('Enter');
  await sceneSaved(page);
  await page.reload();
  const ways = page.getByRole('list', { name: 'Renders of this scene' }).getByRole('button', { name: /frames/ });
  await expect(ways).toHaveText([/^PNG.*, 1280 × 720, 2 frames$/, 'GIF, 160 × 90, 2 frames']);
  await expect(page.getByRole('combobox', { name: 'Format', exact: true })).toHaveValue('png');
  await type(page, 'Through frame', 0);
  await page.getByRole('button', { name: 'Render all 2 renders' }).click();
  await expect(renders(page).getByText(/^done: /)).toHaveCount(2, { timeout: 60_000 });
  await expect(renders(page).getByRole('button', { name: /^Save .*\.gif$/ })).toBeVisible();

  await openOutput(page, 'lantern-swarm', sparse);
  await page.getByRole('button', { name: 'presets' }).click();
  await page.getByRole('menuitem', { name: 'Set as “Small loop”' }).click();
  await expect(page.getByRole('combobox', { name: 'Format', exact: true })).toHaveValue('gif');
  await expect(page.getByRole('textbox', { name: 'Render width' })).toHaveValue('160');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('combobox', { name: 'Format', exact: true })).toHaveValue('mp4');
});
