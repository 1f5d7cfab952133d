import { expect, type Page } from '@playwright/test';
import { PNG } from 'pngjs';

/** Makes a scene from an example through the API, opens it in the Studio, and waits for its first picture. */
export async function openExample(page: Page, example: string): Promise<string> {
  await page.goto('/');
  const id = await page.evaluate(async (slug) => {
    const response = await fetch('/api/scenes', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ example: slug }),
    });
    return ((await response.json()) as { id: string }).id;
  }, example);
  await page.goto(`/scene/${id}`);
  await simulated(page);
  return id;
}

/** Waits until the frame of the playhead is on the screen, and all frames are simulated. */
export async function simulated(page: Page): Promise<void> {
  await expect(page.getByTestId('view')).toBeVisible();
  await expect(page.getByText(/^simulating/)).toHaveCount(0);
  await expect(page.getByTestId('cached')).toHaveAttribute('style', /left: 0%; width: max\(2px, 100%\)/, { timeout: 150_000 });
}

/** Moves the playhead by typing on the ruler. */
export async function goToFrame(page: Page, frame: number): Promise<void> {
  const ruler = page.getByRole('slider', { name: 'Frame', exact: true });
  await ruler.focus();
  const now = Number(await ruler.getAttribute('aria-valuenow'));
  const [key, small] = frame > now ? ['PageUp', 'ArrowRight'] : ['PageDown', 'ArrowLeft'];
  for (let i = 0; i < Math.floor(Math.abs(frame - now) / 10); i++) await page.keyboard.press(key!);
  for (let i = 0; i < Math.abs(frame - now) % 10; i++) await page.keyboard.press(small!);
  await expect(ruler).toHaveAttribute('aria-valuenow', String(frame));
  await expect(page.getByText(/^simulating/)).toHaveCount(0);
}

/** The pixels of the view, without the ring of whatever has the focus. */
export async function viewPixels(page: Page): Promise<PNG> {
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.waitForTimeout(400);
  return PNG.sync.read(await page.getByTestId('view').screenshot());
}

/** Share of pixels in which two pictures of the same size differ visibly. */
export function difference(a: PNG, b: PNG): number {
  let n = 0;
  for (let i = 0; i < a.data.length; i += 4) if (Math.abs(a.data[i]! - b.data[i]!) + Math.abs(a.data[i + 1]! - b.data[i + 1]!) > 24) n++;
  return n / (a.data.length / 4);
}

/** A strip on the desk, by its field's name. */
export const strip = (page: Page, name: string) =>
  page.getByRole('region', { name: 'Desk' }).getByRole('article').filter({ hasText: name });

/** Selects a thing by its name in the list over the view, and waits until the inspector shows it. */
export async function choose(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name, exact: true }).click();
  await inspected(page);
}

/** Waits until the inspector shows what is selected; before, it takes nothing. */
export async function inspected(page: Page): Promise<void> {
  await expect(page.getByLabel('Inspector')).not.toHaveAttribute('inert');
}

/** Waits until everything is saved. */
export async function saved(page: Page): Promise<void> {
  await expect(page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
}

export async function newScene(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New scene' }).click();
  await page.getByRole('menuitem', { name: 'With one emitter' }).click();
  await simulated(page);
  await choose(page, 'Emitter');
}
