import { readFileSync } from 'node:fs';
import { expect, test, type Page } from './test';
import { OwnProgram } from './own-program';
import { choose, newScene, openExample, saved, simulated, strip } from './steps';

interface Kept {
  readonly emitters: readonly {
    readonly name: string;
    readonly look: { readonly kind: string; readonly colour: unknown };
  }[];
  readonly fields: readonly { readonly name: string; readonly strength: number }[];
}

/** The open scene as it is saved. */
async function kept(page: Page): Promise<Kept> {
  await saved(page);
  const id = /scene\/([^/]+)/.exec(page.url())![1]!;
  return ((await (await page.request.get(new URL(`/api/scenes/${id}`, page.url()).href)).json()) as { scene: Kept })
    .scene;
}

const shelf = (page: Page) => page.getByRole('region', { name: 'Shelf' });
const openShelf = (page: Page) =>
  page.getByRole('group', { name: 'Deck' }).getByRole('button', { name: 'shelf', exact: true }).click();

async function save(page: Page, offered: RegExp, name: string, tags: string): Promise<void> {
  await shelf(page).getByRole('button', { name: 'save', exact: true }).click();
  await page.getByRole('menuitem', { name: offered }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill(name);
  await dialog.getByLabel('Tags').fill(tags);
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(shelf(page).getByRole('button', { name: `Use ${name}` })).toBeVisible();
}

test('strips and a look are saved to the shelf, found again, used in another scene, and taken to another data folder', async ({
  page,
}) => {
  const program = await OwnProgram.start();
  try {
    await openExample(page, 'vent-plume');
    await strip(page, 'Vortex').locator('header').getByTitle('Vortex', { exact: true }).click();
    await strip(page, 'Billow')
      .locator('header')
      .getByTitle('Billow', { exact: true })
      .click({ modifiers: ['Shift'] });
    const plume = await kept(page);
    await openShelf(page);
    await save(page, /^Vortex and 1 more/, 'Plume turn', 'plume, swirl');
    await choose(page, 'Chimney mouth');
    await save(page, /^Look of Chimney mouth/, 'Hot water', 'warm');

    await newScene(page);
    await openShelf(page);
    // A look of one's own, then strips, found by words of the name and by a tag.
    await shelf(page).getByRole('searchbox', { name: 'Search the shelf' }).fill('warm hot');
    await expect(shelf(page).getByRole('listitem')).toHaveCount(1);
    await shelf(page).getByRole('button', { name: 'Use Hot water' }).click();
    await expect.poll(async () => (await kept(page)).emitters[0]!.look).toEqual(plume.emitters[0]!.look);
    await shelf(page).getByRole('searchbox', { name: 'Search the shelf' }).fill('');
    await shelf(page).getByRole('combobox', { name: 'Tag' }).selectOption('plume');
    await shelf(page).getByRole('button', { name: 'Use Plume turn' }).click();
    const names = async () => (await kept(page)).fields.map(({ name }) => name);
    await expect.poll(names).toEqual(['Vortex', 'Billow']);
    const strengths = (scene: Kept, of: string) => scene.fields.find(({ name }) => name === of)!.strength;
    for (const name of ['Vortex', 'Billow']) expect(strengths(await kept(page), name)).toBe(strengths(plume, name));
    await page.getByRole('main').click({ position: { x: 4, y: 4 } });
    await page.keyboard.press('Control+z');
    await expect.poll(names).toEqual([]);

    const download = page.waitForEvent('download');
    await shelf(page).getByRole('link', { name: 'export', exact: true }).click();
    const file = await (await download).path();
    expect(readFileSync(file).subarray(0, 2).toString()).toBe('PK');

    const id = await program.makeScene('Elsewhere');
    await page.goto(`${program.address}/scene/${id}`);
    await simulated(page);
    await openShelf(page);
    await expect(shelf(page)).toContainText('Nothing of yours is here yet.');
    await shelf(page)
      .getByLabel('Shelf file')
      .setInputFiles({
        name: 'broken.bathyshelf',
        mimeType: 'application/zip',
        buffer: Buffer.from('no shelf'),
      });
    await expect(page.getByText('The file is no shelf. Choose a .bathyshelf file.')).toBeVisible();
    await shelf(page)
      .getByLabel('Shelf file')
      .setInputFiles({
        name: 'shelf.bathyshelf',
        mimeType: 'application/zip',
        buffer: readFileSync(file),
      });
    await expect(page.getByText('2 recipes from “shelf.bathyshelf”.')).toBeVisible();
    await shelf(page).getByRole('button', { name: 'Use Plume turn' }).click();
    await expect.poll(names).toEqual(['Vortex', 'Billow']);

    await shelf(page).getByRole('button', { name: 'More for Hot water' }).click();
    await page.getByRole('menuitem', { name: 'Delete' }).click();
    await expect(shelf(page).getByRole('button', { name: 'Use Hot water' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
    await expect(shelf(page).getByRole('button', { name: 'Use Hot water' })).toBeVisible();
    await expect(shelf(page).getByRole('img')).toHaveCount(0);
  } finally {
    await program.dispose();
  }
});

test('a chain that ships is added where the particles are; a recipe that needs another selection says so', async ({
  page,
}) => {
  await newScene(page);
  await openShelf(page);
  await shelf(page).getByRole('searchbox', { name: 'Search the shelf' }).fill('lantern sphere');
  await shelf(page).getByRole('button', { name: 'Use Lantern sphere' }).click();
  await expect(page.getByText('“Lantern sphere” is in the scene.')).toBeVisible();
  await expect.poll(async () => (await kept(page)).fields.map(({ name }) => name)).toEqual(['Sphere', 'Drift']);
  await save(page, /^Curve of Sphere/, 'Sphere curve', '');
  await choose(page, 'Emitter');
  await shelf(page).getByRole('searchbox', { name: 'Search the shelf' }).fill('sphere curve');
  await shelf(page).getByRole('button', { name: 'Use Sphere curve' }).click();
  await expect(page.getByText('Select a strip first.')).toBeVisible();
  await shelf(page).getByRole('searchbox', { name: 'Search the shelf' }).fill('zzz');
  await expect(shelf(page)).toContainText('Nothing fits the search.');
});
