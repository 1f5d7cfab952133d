import { AxeBuilder } from '@axe-core/playwright';
import { PNG } from 'pngjs';
import { expect, test } from './test';
import { openingLayout } from '../formats/opening-layout';
import { examples } from '../core/examples';
import { makeExample, origin, saved, simulated, sparse } from './steps';

/** Brightness of a picture in so many cells across and down, each the mean of its pixels, 0 … 255. */
function cellsOf(picture: PNG, across = 16, down = 9): number[] {
  const sums = new Float64Array(across * down);
  const counts = new Float64Array(across * down);
  for (let y = 0; y < picture.height; y++)
    for (let x = 0; x < picture.width; x++) {
      const cell = Math.floor((y * down) / picture.height) * across + Math.floor((x * across) / picture.width);
      const at = 4 * (y * picture.width + x);
      sums[cell]! += (picture.data[at]! + picture.data[at + 1]! + picture.data[at + 2]!) / 3;
      counts[cell]!++;
    }
  return [...sums].map((sum, cell) => sum / counts[cell]!);
}

/** Pearson's correlation of two lists of numbers. */
function correlation(a: readonly number[], b: readonly number[]): number {
  const mean = (list: readonly number[]) => list.reduce((sum, n) => sum + n, 0) / list.length;
  const [ma, mb] = [mean(a), mean(b)];
  const product = (p: readonly number[], mp: number, q: readonly number[], mq: number) =>
    p.reduce((sum, n, i) => sum + (n - mp) * (q[i]! - mq), 0);
  return product(a, ma, b, mb) / Math.sqrt(product(a, ma, a, ma) * product(b, mb, b, mb));
}

test('a screen that is on its way, and an address that leads nowhere, have no accessibility violations', async ({
  page,
}) => {
  await page.route('**/assets/output-page*.js', () => undefined);
  for (const [address, heading] of [
    [`/scene/${await makeExample(page, 'letters', sparse)}/output`, 'Opening …'],
    ['/nowhere', 'There is nothing at this address.'],
  ] as const) {
    await page.goto(address);
    await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
    expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  }
});

test.describe('the opening of a scene', () => {
  // Until the test lets them begin, no thread simulates anything.
  let begin: () => void;
  test.beforeEach(async ({ page }) => {
    const begun = new Promise<void>((resolve) => (begin = resolve));
    await page.route('**/assets/worker*.js', async (route) => {
      await begun;
      await route.continue();
    });
  });

  test('plays from kept pictures until the view has its own', async ({ page }) => {
    await page.emulateMedia({ reducedMotion: 'no-preference' });
    await page.goto('/');
    await page.getByRole('link', { name: 'Open Lantern swarm', exact: true }).click();
    const opening = page.getByTestId('opening');
    await expect(opening).toBeVisible();
    const frame = page.getByRole('slider', { name: 'Frame', exact: true });
    const { first, count } = openingLayout(examples.find(({ slug }) => slug === 'lantern-swarm')!.scene);
    await expect(frame).toHaveAttribute('aria-valuenow', String(first + count - 1));
    begin();
    await expect(opening).toHaveCount(0);
    await expect.poll(async () => Number(await frame.getAttribute('aria-valuenow'))).toBeGreaterThan(first + count);
  });

  test('shows the picture that the view then draws, in the same place', async ({ page }) => {
    await page.goto('/');
    await page.getByRole('link', { name: 'Open Lantern swarm', exact: true }).click();
    const opening = page.getByTestId('opening');
    await expect(opening).toBeVisible();
    const box = (await opening.boundingBox())!;
    const picture = async () => PNG.sync.read(await page.screenshot({ clip: box }));
    const kept = await picture();
    begin();
    await expect(opening).toHaveCount(0);
    await simulated(page);
    const drawn = await picture();
    expect(correlation(cellsOf(kept), cellsOf(drawn))).toBeGreaterThan(0.85);
  });

  test('that can’t be read is left out', async ({ page }) => {
    begin();
    const id = await makeExample(page, 'letters', sparse);
    const sent = await page.request.post(`/api/scenes/${id}/opening`, {
      headers: { Origin: origin() },
      multipart: {
        about: JSON.stringify({ revision: 2 }),
        file: { name: 'opening.webp', mimeType: 'image/webp', buffer: Buffer.from('RIFF....WEBPVP8 cut off') },
      },
    });
    expect(sent.status()).toBe(204);
    const errors: Error[] = [];
    page.on('pageerror', (error) => errors.push(error));
    const answer = page.waitForResponse(/\/opening$/);
    await page.goto(`/scene/${id}`);
    expect((await answer).status()).toBe(200);
    await simulated(page);
    await expect(page.getByTestId('opening')).toHaveCount(0);
    expect(errors).toEqual([]);
  });

  test('is not that of an edited scene', async ({ page }) => {
    begin();
    await page.goto('/');
    const answer = page.waitForResponse(/\/opening$/);
    await page.getByRole('link', { name: 'Open Letters', exact: true }).click();
    expect((await answer).status()).toBe(200);
    await simulated(page);
    await page.getByRole('button', { name: 'Scene', exact: true }).click();
    await page.getByLabel('Seed').first().fill('77');
    await page.keyboard.press('Enter');
    await saved(page);
    const again = page.waitForResponse(/\/opening$/);
    await page.reload();
    expect((await again).status()).toBe(204);
    await expect(page.getByTestId('opening')).toHaveCount(0);
  });
});
