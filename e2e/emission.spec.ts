import { ALONE, expect, test, type Page } from './test';
import { readFileSync } from 'node:fs';
import { meshSources } from '../core/kinds/meshes';
import { writeMesh } from '../formats/mesh-file';
import {
  addField,
  choose,
  difference,
  goToFrame,
  inspected,
  newScene,
  openExample,
  saved,
  simulated,
  viewPixels,
  writeFormula,
} from './steps';

const QUAD = 'o plate\nv -2 0 -2\nv 2 0 -2\nv 2 0 2\nv -2 0 2\nusemtl brass\nf 1 3 2\nusemtl slate\nf 1 4 3\n';
const glb = writeMesh(meshSources.get('chimney').build(meshSources.defaults('chimney'), new Map())!);

/** The same quad as STL and PLY text. */
const STL = `solid q
facet normal 0 1 0
outer loop
vertex -2 0 -2
vertex 2 0 2
vertex 2 0 -2
endloop
endfacet
endsolid q
`;
const PLY = `ply
format ascii 1.0
element vertex 3
property float x
property float y
property float z
element face 1
property list uchar int vertex_indices
end_header
-2 0 -2
2 0 2
2 0 -2
3 0 1 2
`;

/** The same triangle as glTF with its data inside. */
const GLTF = JSON.stringify({
  asset: { version: '2.0' },
  scene: 0,
  scenes: [{ nodes: [0] }],
  nodes: [{ mesh: 0 }],
  meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
  accessors: [{ bufferView: 0, componentType: 5126, count: 3, type: 'VEC3', min: [-2, 0, -2], max: [2, 0, 2] }],
  bufferViews: [{ buffer: 0, byteLength: 36 }],
  buffers: [
    {
      byteLength: 36,
      uri: `data:application/octet-stream;base64,${Buffer.from(Float32Array.of(-2, 0, -2, 2, 0, 2, 2, 0, -2).buffer).toString('base64')}`,
    },
  ],
});

const add = async (page: Page, what: RegExp) => {
  await page.getByRole('button', { name: 'add', exact: true }).click();
  await page.getByRole('menuitem', { name: what }).click();
  await inspected(page);
};

/** Drops a file on the mesh row, as a person does from a folder. */
async function dropMesh(page: Page, name: string, data: Uint8Array | string): Promise<void> {
  const bytes = [...(typeof data === 'string' ? new TextEncoder().encode(data) : data)];
  const transfer = await page.evaluateHandle(
    ([fileName, content]) => {
      const made = new DataTransfer();
      made.items.add(new File([new Uint8Array(content)], fileName));
      return made;
    },
    [name, bytes] as const,
  );
  await page.getByTestId('mesh-drop').dispatchEvent('drop', { dataTransfer: transfer });
}

test('meshes are imported by drop from OBJ, PLY, STL and GLB, give birth, and are saved with the scene', async ({
  page,
}) => {
  await newScene(page);
  await page.getByRole('combobox', { name: 'Shape' }).selectOption('mesh');
  await expect(page.getByRole('status').filter({ hasText: 'no mesh is chosen' })).toBeVisible();
  for (const [name, data, told] of [
    ['plate.obj', QUAD, '4 corners, 2 faces'],
    ['one.ply', PLY, '3 corners, 1 faces'],
    ['one.stl', STL, '3 corners, 1 faces'],
    ['one.gltf', GLTF, '3 corners, 1 faces'],
    ['chimney.glb', glb, 'faces'],
  ] as const) {
    await dropMesh(page, name, data);
    await expect(page.getByTestId('mesh-drop')).toContainText(name, { timeout: 30_000 });
    await expect(page.getByTestId('mesh-drop')).toContainText(told);
  }
  await simulated(page);
  await goToFrame(page, 40);
  await expect(page.getByLabel('Particles of this emitter')).toContainText(/[1-9]\d* alive now/);
  // Groups of the chimney, with their faces; narrowed to its rim, all are born high up.
  await page.getByRole('checkbox', { name: /^rim/ }).check();
  await simulated(page);
  await saved(page);
  await page.reload();
  await simulated(page);
  await choose(page, 'Emitter');
  await expect(page.getByRole('checkbox', { name: /^rim/ })).toBeChecked();
  await expect(page.getByTestId('mesh-drop')).toContainText('chimney.glb');
});

test('each bad mesh file gets its sentence where it was dropped, and nothing is lost', async ({ page }) => {
  await newScene(page);
  await page.getByRole('combobox', { name: 'Shape' }).selectOption('mesh');
  await dropMesh(page, 'plate.obj', QUAD);
  await expect(page.getByTestId('mesh-drop')).toContainText('plate.obj');
  for (const [name, data, words] of [
    ['prose.obj', 'once upon a time', /“prose.obj” is no mesh that can be read/],
    ['points.obj', 'v 0 0 0\nv 1 0 0\nv 0 1 0\n', /“points.obj” has no faces/],
    ['nan.obj', QUAD.replace('v 2 0 2', 'v nan 0 2'), /no finite number, in corner \d/],
    ['cut.glb', glb.slice(0, 500), /“cut.glb” is cut off/],
    ['empty.ply', '', /“empty.ply” is empty/],
    ['big.stl', new Uint8Array(0), /is empty/],
  ] as const) {
    await dropMesh(page, name, data);
    await expect(page.getByTestId('mesh-drop').getByRole('alert')).toContainText(words);
    await expect(page.getByTestId('mesh-drop')).toContainText('plate.obj');
  }
  await dropMesh(page, 'huge.obj', QUAD.replace(/^v (-?)2 0 (-?)2$/gm, 'v $190000 0 $290000'));
  await expect(page.getByTestId('mesh-drop')).toContainText(/The mesh is 1.80e\+5 m wide/);
  await page.getByRole('button', { name: 'Fit to 4 m' }).click();
  await expect(page.getByRole('textbox', { name: 'Unit size' })).not.toHaveValue('1');
});

test('a mask is set on the histogram of its mesh, and shown on the surface', async ({ page }) => {
  await openExample(page, 'sediment-fall');
  await choose(page, 'Drifts in the hollows');
  await goToFrame(page, 20);
  const before = await viewPixels(page);
  const limit = page.getByRole('slider', { name: 'To height' });
  await limit.scrollIntoViewIfNeeded();
  const old = Number(await limit.getAttribute('aria-valuenow'));
  const box = (await limit.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x - 60, box.y + 20, { steps: 6 });
  await page.mouse.up();
  expect(Number(await limit.getAttribute('aria-valuenow'))).toBeLessThan(old - 0.2);
  await simulated(page);
  expect(difference(before, await viewPixels(page))).toBeGreaterThan(0.002);
  await page.keyboard.press('Control+z');
  await expect(limit).toHaveAttribute('aria-valuenow', String(old));
});

test('a path is drawn point by point in the view: dragged, gone on with, put between, taken away', async ({ page }) => {
  await newScene(page);
  await page.getByRole('combobox', { name: 'Shape' }).selectOption('path');
  const points = page.getByRole('button', { name: /^Point \d+: drag/ });
  await expect(points).toHaveCount(4);
  await page.getByRole('button', { name: 'Add another point' }).click();
  await expect(points).toHaveCount(5);
  const third = page.getByRole('button', { name: 'Point 3: drag, arrow keys, Delete' });
  const old = await page.getByRole('textbox', { name: 'Point 3 Y' }).inputValue();
  const box = (await third.boundingBox())!;
  await page.mouse.move(box.x + 8, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + 30, box.y - 50, { steps: 6 });
  await page.mouse.up();
  expect(Number(await page.getByRole('textbox', { name: 'Point 3 Y' }).inputValue())).toBeGreaterThan(
    Number(old) + 0.2,
  );
  await page.getByRole('button', { name: 'Add a point after 1' }).click();
  await expect(points).toHaveCount(6);
  await page.getByRole('button', { name: 'Point 2: drag, arrow keys, Delete' }).press('Delete');
  await expect(points).toHaveCount(5);
  await page.keyboard.press('Control+z');
  await expect(points).toHaveCount(6);
});

test('a gate by formula: live errors under the character, and the births it says', async ({ page }) => {
  await newScene(page);
  await page.getByRole('combobox', { name: 'Gate' }).selectOption('formula');
  const formula = page.getByRole('textbox', { name: 'Formula' });
  await writeFormula(formula, 'mod(fram, 4) < 2');
  await expect(page.getByRole('alert')).toContainText('“fram” is not a known name. Names are frame, time');
  await writeFormula(formula, 'frame >= 200');
  await formula.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'never open' })).toBeVisible();
  await page.getByRole('button', { name: 'Open the gate' }).click();
  await expect(page.getByRole('combobox', { name: 'Gate' })).toHaveValue('always');
});

test('a collider says why it stops nothing, is mended, and particles come to rest on it', async ({ page }) => {
  await newScene(page);
  await addField(page, 'gravity');
  await add(page, /^collider/);
  await page.getByRole('textbox', { name: 'Position Y' }).fill('-90');
  await page.keyboard.press('Enter');
  await goToFrame(page, 90);
  const note = page
    .getByRole('status')
    .filter({ hasText: 'It stops nothing: no particle has reached it up to this frame.' });
  await expect(note).toBeVisible();
  await page.getByRole('button', { name: 'Move it under the particles' }).click();
  await expect(note).toHaveCount(0);
  await expect(page.getByText(/contacts up to this frame/)).toBeVisible();
  await page.getByRole('combobox', { name: 'On contact' }).selectOption('die');
  await simulated(page);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('combobox', { name: 'On contact' })).toHaveValue('bounce');
  const bounce = page.getByRole('textbox', { name: 'Bounce of Emitter', exact: true });
  await expect(bounce).toHaveValue('100');
  await bounce.fill('50 %');
  await bounce.press('Enter');
  await expect(bounce).toHaveValue('50');
});

test('a carrier is keyed at two frames, carries an emitter that is mounted where it is, and can be undone', async ({
  page,
}) => {
  await newScene(page);
  await add(page, /^carrier/);
  await goToFrame(page, 0);
  await page.getByRole('button', { name: /^Position is fixed/ }).click();
  await page.getByRole('menuitem', { name: 'Add a keyframe at the playhead' }).click();
  await goToFrame(page, 48);
  await page.getByRole('textbox', { name: 'Position X' }).fill('2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('list', { name: 'Keyframes of position' }).getByRole('listitem')).toHaveCount(2);
  // On its motion path the first key is dragged where it is, and taken back.
  const first = page.getByRole('button', { name: /^Carrier at frame 0: drag/ });
  const stood = (await first.boundingBox())!;
  await page.mouse.move(stood.x + 8, stood.y + 8);
  await page.mouse.down();
  await page.mouse.move(stood.x + 8, stood.y - 52, { steps: 6 });
  await page.mouse.up();
  await expect(
    page.getByRole('list', { name: 'Keyframes of position' }).getByRole('listitem').first(),
  ).not.toContainText('0 0 0');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('list', { name: 'Keyframes of position' }).getByRole('listitem').first()).toContainText(
    '0 0 0',
  );
  await choose(page, 'Emitter');
  const before = await page.getByRole('textbox', { name: 'Position X' }).inputValue();
  await page.getByRole('combobox', { name: 'Attached to' }).selectOption({ label: 'Carrier' });
  // Mounted at frame 48, where the carrier is at 2: it keeps its place there.
  await expect(page.getByRole('textbox', { name: 'Position X' })).toHaveValue(String(Number(before) - 2));
  await goToFrame(page, 0);
  const start = await viewPixels(page);
  await goToFrame(page, 48);
  expect(difference(start, await viewPixels(page))).toBeGreaterThan(0.002);
  // One click brings it to its carrier.
  await page.getByRole('button', { name: 'Move it to its carrier' }).click();
  for (const axis of 'XYZ') await expect(page.getByRole('textbox', { name: `Position ${axis}` })).toHaveValue('0');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('textbox', { name: 'Position X' })).toHaveValue(before);
});

test('emitters are set together, hidden without changing the simulation, and copied into another scene', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await goToFrame(page, 60);
  const alive = await page.getByLabel('Particles alive').innerText();
  await choose(page, 'Chimney mouth');
  await page.getByRole('button', { name: 'Hide Chimney mouth in the view' }).click();
  await expect(page.getByLabel('Particles alive')).toHaveText(alive);
  await page.getByRole('button', { name: 'Bed seep', exact: true }).click({ modifiers: ['Shift'] });
  await expect(page.getByText('and 1 more, edited together')).toBeVisible();
  await page.getByRole('textbox', { name: 'Mass', exact: true }).fill('3');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await choose(page, 'Bed seep');
  await expect(page.getByRole('textbox', { name: 'Mass', exact: true })).toHaveValue('3');
  await newScene(page);
  await add(page, /^paste emitters/);
  await expect(page.getByRole('button', { name: 'Chimney mouth', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Bed seep', exact: true })).toBeVisible();
});

test('until the inspector shows what was just selected, it takes nothing', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await choose(page, 'Chimney mouth');
  const taken = await page
    .getByRole('button', { name: 'Bed seep', exact: true })
    .evaluate(async (button: HTMLElement) => {
      button.click();
      await Promise.resolve();
      const inspector = document.querySelector<HTMLElement>('[aria-label="Inspector"]')!;
      return { name: inspector.querySelector('input')!.value, inert: inspector.inert };
    });
  expect(taken).toEqual({ name: 'Chimney mouth', inert: true });
  await inspected(page);
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Bed seep');
});

test('no emitter is offered its own particles; one that is born from another’s shows them along its way', async ({
  page,
}) => {
  await newScene(page);
  await goToFrame(page, 48);
  await add(page, /^emitter/);
  await page.getByRole('combobox', { name: 'Shape' }).selectOption('particles');
  const source = page.getByRole('combobox', { name: 'Parent emitter' });
  await expect(source.getByRole('option')).toHaveText(['none', 'Emitter']);
  await source.selectOption({ label: 'Emitter' });
  await simulated(page);
  await expect(page.getByLabel('Particles of this emitter')).toContainText(/[1-9].* alive now/);
  await saved(page);
});

test('a draft by count is a share; the whole result can be moved and sized without simulating anew', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await goToFrame(page, 60);
  await page.getByRole('button', { name: 'All particles' }).click();
  await page.getByRole('textbox', { name: 'Draft by count' }).fill('600');
  await page.keyboard.press('Enter');
  await simulated(page);
  const alive = Number((await page.getByLabel('Particles alive').innerText()).split(' of ')[0]!.replace(/\D/g, ''));
  expect(alive).toBeGreaterThan(300);
  expect(alive).toBeLessThan(900);
  await page.keyboard.press('Escape');
  await choose(page, 'Scene');
  const before = await viewPixels(page);
  const scale = page.getByRole('textbox', { name: 'Scale', exact: true });
  await scale.scrollIntoViewIfNeeded();
  await scale.fill('0.5');
  await scale.press('Enter');
  await expect.poll(async () => difference(before, await viewPixels(page))).toBeGreaterThan(0.005);
  await expect(page.getByText(/^simulating/)).toHaveCount(0);
  // Handles show and take the moved places: at half the size a metre on the screen is two of the scene.
  await choose(page, 'Chimney mouth');
  const handle = page.getByRole('button', { name: 'Move Chimney mouth along X' });
  const dragBy = async (pixels: number) => {
    const old = Number(await page.getByRole('textbox', { name: 'Position X' }).inputValue());
    const box = (await handle.boundingBox())!;
    await page.mouse.move(box.x + 10, box.y + 10);
    await page.mouse.down();
    await page.mouse.move(box.x + 10 + pixels, box.y + 10, { steps: 5 });
    await page.mouse.up();
    const moved = Number(await page.getByRole('textbox', { name: 'Position X' }).inputValue()) - old;
    await page.keyboard.press('Control+z');
    return moved;
  };
  const small = await dragBy(60);
  await choose(page, 'Scene');
  await scale.scrollIntoViewIfNeeded();
  await scale.fill('1');
  await scale.press('Enter');
  await choose(page, 'Chimney mouth');
  expect(small / (await dragBy(60))).toBeCloseTo(2, 1);
});

test(
  'the page stays alive while a million faces are read, and the file chooser works as well',
  ALONE,
  async ({ page }) => {
    await newScene(page);
    await page.getByRole('combobox', { name: 'Shape' }).selectOption('mesh');
    const faces = 1_000_000;
    const stl = Buffer.alloc(84 + 50 * faces);
    stl.writeUInt32LE(faces, 80);
    for (let i = 0; i < faces; i++) {
      const at = 84 + 50 * i + 12;
      const x = (i % 1000) / 100;
      const z = Math.floor(i / 1000) / 100;
      [x, 0, z, x, 0, z + 0.01, x + 0.01, 0, z].forEach((n, k) => stl.writeFloatLE(n, at + 4 * k));
    }
    const path = test.info().outputPath('million.stl');
    (await import('node:fs')).writeFileSync(path, stl);
    await page.evaluate(() => {
      const tasks: number[] = [];
      new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({
        entryTypes: ['longtask'],
      });
      Object.assign(window, { tasks });
    });
    await page.getByLabel('Mesh file').setInputFiles(path);
    await expect(page.getByText('Reading the mesh …')).toBeVisible();
    // It answers while it reads: another control takes a number.
    await page.getByRole('textbox', { name: 'Launch speed', exact: true }).fill('2');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('textbox', { name: 'Launch speed', exact: true })).toHaveValue('2');
    await expect(page.getByTestId('mesh-drop')).toContainText(/million/, { timeout: 90_000 });
    expect(readFileSync(path).length).toBe(84 + 50 * faces);
  },
);
