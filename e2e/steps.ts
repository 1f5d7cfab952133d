import { expect, type Locator, type Page } from './test';
import { PNG } from 'pngjs';
import { examples } from '../core/examples';
import { sparse as withPartOfBirths } from '../core/tests/scenes';

/** The address of the program under test; what writes to it says that it is its own page. */
export const origin = () => process.env['BATHYCLAST_TEST_ORIGIN']!;

/** A scene as the API writes it, with what the steps change. */
export interface Written {
  readonly output: object;
  readonly time: object;
  readonly light: object;
  readonly colliders: readonly object[];
  readonly emitters: readonly { readonly emission: readonly { readonly rate?: number; readonly count?: number }[] }[];
}

/**
 * How an example is dressed. Plain is without glow and fog, which take most of the time of a picture that is drawn
 * without graphics hardware: only tests of looks want them. Sparse, which is usual, has a tenth of the particles.
 */
export type Dress = (scene: Written) => object;
export const plain = (scene: Written): Written => ({
  ...scene,
  output: { ...scene.output, glow: 0 },
  light: { ...scene.light, fog: 0 },
});
export const dressed: Dress = (scene) => scene;
/**
 * Plain, and with a tenth of its particles: where a test only looks at words and numbers, or for any change of the
 * picture.
 */
export const sparse = (scene: Written): Written => withPartOfBirths(plain(scene), 1 / 10);

/** Makes a scene from an example through the API. */
export async function makeExample(page: Page, example: string, dress: Dress = plain): Promise<string> {
  const headers = { Origin: origin() };
  const made = await page.request.post('/api/scenes', { headers, data: { example } });
  const { id, revision, scene } = (await made.json()) as { id: string; revision: number; scene: Written };
  const written = await page.request.put(`/api/scenes/${id}`, {
    headers: { ...headers, 'If-Match': `"${revision}"` },
    data: { scene: dress(scene) },
  });
  expect(written.status()).toBe(200);
  return id;
}

/** Deletes every scene but the examples themselves. */
export async function deleteMadeScenes(page: Page): Promise<void> {
  const own = new Set(examples.map(({ scene }) => scene.name));
  const { scenes } = (await (await page.request.get('/api/scenes')).json()) as {
    scenes: { id: string; name: string }[];
  };
  for (const { id, name } of scenes)
    if (!own.has(name)) await page.request.delete(`/api/scenes/${id}`, { headers: { Origin: origin() } });
}

/** Makes a scene from an example, opens it in the Studio, and waits until all of it is simulated. */
export async function openExample(page: Page, example: string, dress: Dress = sparse): Promise<string> {
  const id = await makeExample(page, example, dress);
  await page.goto(`/scene/${id}`);
  await simulated(page);
  return id;
}

/** Waits until the frame of the playhead is on the screen, and all frames are simulated. */
export async function simulated(page: Page): Promise<void> {
  // Looked at often: it is waited for several times in most tests. What is wrong is told by the assertions.
  await page
    .waitForFunction(
      () => {
        const view = document.querySelector<HTMLElement>('[data-testid=view]');
        const cached = document.querySelector('[data-testid=cached]')?.getAttribute('style') ?? '';
        const isWaiting = view?.parentElement?.innerText.includes('simulating') ?? true;
        return cached.startsWith('left: 0%; width: max(2px, 100%)') && !isWaiting;
      },
      undefined,
      { polling: 50, timeout: 150_000 },
    )
    .catch(() => undefined);
  await expect(page.getByTestId('view')).toBeVisible();
  await expect(page.getByText(/^simulating/)).toHaveCount(0);
  await expect(page.getByTestId('cached')).toHaveAttribute('style', /left: 0%; width: max\(2px, 100%\)/, {
    timeout: 150_000,
  });
}

/** Moves the playhead by typing on the ruler. */
export async function goToFrame(page: Page, frame: number): Promise<void> {
  const ruler = page.getByRole('slider', { name: 'Frame', exact: true });
  await ruler.focus();
  const now = Number(await ruler.getAttribute('aria-valuenow'));
  const [key, small] = frame > now ? ['PageUp', 'ArrowRight'] : ['PageDown', 'ArrowLeft'];
  for (let i = 0; i < Math.floor(Math.abs(frame - now) / 10); i++) await page.keyboard.press(key);
  for (let i = 0; i < Math.abs(frame - now) % 10; i++) await page.keyboard.press(small);
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
  for (let i = 0; i < a.data.length; i += 4)
    if (Math.abs(a.data[i]! - b.data[i]!) + Math.abs(a.data[i + 1]! - b.data[i + 1]!) > 24) n++;
  return n / (a.data.length / 4);
}

/** The desk. */
export const desk = (page: Page) => page.getByRole('region', { name: 'Desk' });

/** The head of a group on the desk. */
export const head = (page: Page, name: string) => desk(page).getByRole('article', { name: `${name}, group` });

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

/** The tile of a kind of field in the palette. */
export const tile = (page: Page, kind: string) =>
  page.getByRole('listbox', { name: 'Kinds of field' }).getByRole('option', { name: new RegExp(`^${kind}`, 'i') });

/** Adds a field of a kind from the palette, which `+` opens. */
export async function addField(page: Page, kind: string): Promise<void> {
  await page.keyboard.press('+');
  await tile(page, kind).click();
}

export async function newScene(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New scene' }).click();
  await page.getByRole('menuitem', { name: 'With one emitter' }).click();
  await simulated(page);
  await choose(page, 'Emitter');
}

/**
 * Writes a formula in place of the present one, by keys: the editor may draw its marks anew between the selection and
 * the text of “fill”, which then lands behind the old text.
 */
export async function writeFormula(box: Locator, text: string): Promise<void> {
  await box.press('ControlOrMeta+a');
  await box.page().keyboard.insertText(text);
  await expect(box).toHaveText(text);
}
