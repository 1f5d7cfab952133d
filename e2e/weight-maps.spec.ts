import { expect, test, type Page } from './test';
import { addField, difference, newScene, saved, simulated, viewPixels } from './steps';

interface Kept {
  readonly weightMaps: readonly {
    readonly id: string;
    readonly base: number;
    readonly strokes: readonly { readonly erase: boolean; readonly lines: readonly (readonly number[])[] }[];
  }[];
  readonly fields: readonly { readonly falloff: Readonly<Record<string, unknown>> }[];
}

/** The scene as it is saved. */
async function kept(page: Page): Promise<Kept> {
  await saved(page);
  const id = page.url().split('/').pop()!;
  return ((await (await page.request.get(`/api/scenes/${id}`)).json()) as { scene: Kept }).scene;
}

/** A drag over the view, by shares of its width and height. */
async function drag(page: Page, ...way: readonly (readonly [number, number])[]): Promise<void> {
  const { x, y, width, height } = (await page.getByTestId('view').boundingBox())!;
  for (const [i, [across, down]] of way.entries()) {
    await page.mouse.move(x + across * width, y + down * height, { steps: 8 });
    if (i === 0) await page.mouse.down();
  }
  await page.mouse.up();
}

test('weights are painted on a card as the falloff of a field, erased, undone, saved and there after a reload', async ({
  page,
}) => {
  await newScene(page);
  await addField(page, 'wind');
  await page.getByRole('combobox', { name: 'Falloff shape' }).selectOption('painted');
  await expect(page.getByText('no weight map is chosen for its falloff shape').first()).toBeVisible();
  await page.getByLabel('Weight map', { exact: true }).selectOption('new weight map');
  await page.getByLabel('Base weight').waitFor();
  // From above and near, the card fills the view.
  await page.getByRole('application').first().focus();
  await page.keyboard.press('3');
  await page.keyboard.press('s');
  await simulated(page);
  const empty = await viewPixels(page);

  await drag(page, [0.4, 0.5], [0.6, 0.5]);
  await expect(page.getByText(/: 1 stroke\./)).toBeVisible();
  const painted = await kept(page);
  const [map] = painted.weightMaps;
  expect(painted.fields.at(-1)!.falloff).toMatchObject({ kind: 'painted', weightMap: map!.id });
  const [line] = map!.strokes[0]!.lines;
  // Six numbers a point, on the card, with its normal up.
  expect(line!.length % 6).toBe(0);
  expect(line!.length / 6).toBeGreaterThan(3);
  for (let i = 0; i < line!.length; i += 6)
    expect(line!.slice(i + 1, i + 6).filter((_, k) => k !== 1)).toEqual([0, 0, 1, 0]);
  await expect.poll(async () => difference(empty, await viewPixels(page))).toBeGreaterThan(0.001);

  await page.keyboard.down('Shift');
  await drag(page, [0.5, 0.4], [0.5, 0.6]);
  await page.keyboard.up('Shift');
  await expect(page.getByText(/: 2 strokes\./)).toBeVisible();
  expect((await kept(page)).weightMaps[0]!.strokes.map(({ erase }) => erase)).toEqual([false, true]);

  await page.keyboard.press('Control+z');
  await expect(page.getByText(/: 1 stroke\./)).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByText(/: 2 strokes\./)).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Paint', exact: true })).toHaveAttribute('aria-pressed', 'false');

  const before = await kept(page);
  await page.reload();
  await simulated(page);
  expect((await kept(page)).weightMaps).toEqual(before.weightMaps);
  await page.getByRole('article', { name: 'Wind' }).getByTitle('Wind', { exact: true }).first().click();
  await expect(page.getByText(/: 2 strokes\./)).toBeVisible();
  await page.getByRole('button', { name: 'Fill', exact: true }).click();
  expect((await kept(page)).weightMaps[0]).toMatchObject({ base: 1, strokes: [] });
  await page.getByRole('button', { name: 'Remove this weight map from the scene' }).click();
  const rest = await kept(page);
  expect(rest.weightMaps).toEqual([]);
  expect(rest.fields.at(-1)!.falloff).toMatchObject({ kind: 'painted', weightMap: '' });
});
