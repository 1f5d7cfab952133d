import { expect, test } from './test';
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { examples } from '../core/examples';
import { deleteMadeScenes, goToFrame, makeExample, openExample, saved, simulated, sparse, strip } from './steps';

const folder = mkdtempSync(join(tmpdir(), 'bathyclast-'));

test('the examples show their pictures at once, a changed scene is drawn anew; a scene is duplicated, renamed, deleted and brought back', async ({
  page,
}) => {
  await deleteMadeScenes(page);
  await page.goto('/');
  for (const { scene } of examples)
    await expect(page.getByAltText(`A frame of ${scene.name}`, { exact: true })).toBeVisible();
  const lit = () =>
    page
      .getByAltText('A frame of Vent plume 2')
      .evaluate((image: HTMLImageElement) => image.complete && image.naturalWidth === 480);
  await makeExample(page, 'vent-plume', sparse);
  await page.reload();
  const drawn = page.waitForResponse((response) => response.request().method() === 'POST', { timeout: 60_000 });
  await expect.poll(lit).toBe(true);
  expect((await drawn).status()).toBe(204);
  await deleteMadeScenes(page);
  await page.reload();
  const card = (name: string) => page.locator(`[data-scene="${name}"]`);
  await page.getByRole('button', { name: 'More for Sediment fall', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(card('Sediment fall copy')).toBeVisible();
  await page.getByRole('button', { name: 'More for Sediment fall copy' }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Slow silt');
  await page.keyboard.press('Enter');
  await expect(card('Slow silt')).toBeVisible();
  await page.getByRole('button', { name: 'More for Slow silt' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(card('Slow silt')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(card('Slow silt')).toBeVisible();
});

test('a card plays its scene under the pointer and under the focus, and stands still with reduced motion', async ({
  page,
}) => {
  await page.emulateMedia({ reducedMotion: 'no-preference' });
  await page.goto('/');
  const card = page.locator('[data-scene="Lantern swarm"]');
  const played = card.getByTestId('played').locator('canvas');
  await card.getByRole('link', { name: 'Open Lantern swarm' }).hover();
  await expect(played).toBeVisible();
  const before = await played.screenshot();
  await expect.poll(async () => Buffer.compare(before, await played.screenshot())).not.toBe(0);
  await page.mouse.move(2, 2);
  await expect(played).toHaveCount(0);
  await card.getByRole('link', { name: 'Open Lantern swarm' }).focus();
  await expect(played).toBeVisible();
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.reload();
  await card.getByRole('link', { name: 'Open Lantern swarm' }).hover();
  await page.waitForTimeout(1500);
  await expect(played).toHaveCount(0);
});

test('a scene goes out as one file and comes back; a broken file is refused in a sentence', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'More for Chart in relief', exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Export as a file' }).click(),
  ]);
  const path = join(folder, download.suggestedFilename());
  await download.saveAs(path);
  const input = page.locator('input[type=file]');
  await input.setInputFiles(path);
  await expect(page.getByText('is imported.')).toBeVisible();
  const whole = readFileSync(path);
  await input.setInputFiles({
    name: 'half.bathyclast',
    mimeType: 'application/zip',
    buffer: whole.subarray(0, whole.length / 2),
  });
  await expect(page.getByRole('alert')).toContainText(
    '“half.bathyclast” was not imported. The file is a damaged or cut-off package',
  );
  await input.setInputFiles({
    name: 'wrong.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"bathyclast-scene","version":1,"name":"W","seed":-1,"time":{"fps":0}}'),
  });
  await expect(page.getByRole('alert')).toContainText('seed is -1');
  await expect(page.getByRole('alert')).toContainText('time.fps is 0');
});

test('the page in Chromium and the terminal in Node.js give the same particles, bit for bit', async ({ page }) => {
  test.setTimeout(600_000);
  for (const [example, frame] of [
    ['vent-plume', 60],
    ['chart-in-relief', 48],
    ['lander-touchdown', 72],
    ['letters', 60],
    ['sediment-fall', 30],
    ['lantern-swarm', 24],
    ['cable-run', 30],
    ['sonar-membrane', 12],
  ] as const) {
    // No more of the shot than is compared.
    const id = await makeExample(page, example, (scene) => ({
      ...sparse(scene),
      time: { ...scene.time, last: frame },
    }));
    await page.goto(`/scene/${id}`);
    await goToFrame(page, frame);
    // A first picture may be a draft of its own accord.
    await expect(page.getByLabel('Particles alive')).not.toContainText(' of ', { timeout: 60_000 });
    await page.getByRole('button', { name: 'view', exact: true }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: /^Save this frame’s particles/ }).click(),
    ]);
    const [fromPage, scene, other] = ['page.csv', 'scene.bathyclast', 'node.csv'].map((name) =>
      join(folder, `${example}-${name}`),
    );
    await download.saveAs(fromPage!);
    writeFileSync(scene!, await (await page.request.get(`/api/scenes/${id}/export`)).body());
    const { status } = spawnSync(process.execPath, [
      'bin/bathyclast',
      'simulate',
      scene!,
      '--frame',
      String(frame),
      '--out',
      other!,
    ]);
    expect(status).toBe(0);
    const [a, b] = [fromPage, other].map((path) => createHash('sha256').update(readFileSync(path!)).digest('hex'));
    expect(readFileSync(fromPage!, 'utf8').split('\n').length).toBeGreaterThan(100);
    expect(a).toBe(b);
  }
});

test('two windows on one scene: the second to save is told, and chooses', async ({ page, context }) => {
  const id = await openExample(page, 'vent-plume');
  const other = await context.newPage();
  await other.emulateMedia({ reducedMotion: 'reduce' });
  await other.goto(`/scene/${id}`);
  await simulated(other);
  // The second has an edit that does not get through while the first saves; without one it would follow the first.
  await other.route('**/api/scenes/**', (route) => route.abort());
  await strip(other, 'Billow').getByRole('button', { name: /^Mute/ }).click();
  await expect(other.getByRole('status').filter({ hasText: 'not saved: no answer' })).toBeVisible();
  await strip(page, 'Vortex').getByRole('button', { name: /^Mute/ }).click();
  await saved(page);
  await other.unrouteAll();
  const dialog = other.getByRole('dialog', { name: 'Changed in another window' });
  await expect(dialog.getByRole('heading')).toBeVisible();
  await dialog.getByRole('button', { name: /^Save mine as a copy/ }).click();
  await expect(dialog).toHaveCount(0);
  await expect(strip(other, 'Vortex').getByRole('button', { name: /^Mute/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(strip(other, 'Billow').getByRole('button', { name: /^Mute/ })).toHaveAttribute('aria-pressed', 'false');
  await other.getByRole('button', { name: 'Open it' }).click();
  await simulated(other);
  await expect(strip(other, 'Billow').getByRole('button', { name: /^Mute/ })).toHaveAttribute('aria-pressed', 'true');
  await other.close();
});

test('an address that leads nowhere says so, and leads back', async ({ page }) => {
  await page.goto('/scene/no-such-scene');
  await expect(page.getByText('There is no scene “no-such-scene”; it may have been deleted.')).toBeVisible();
  await page.getByRole('link', { name: 'Go to Scenes' }).click();
  await expect(page.getByRole('heading', { name: 'Scenes' })).toBeVisible();
});
