import { expect, test, type Page } from './test';
import { OwnProgram, smallDisk } from './own-program';
import { choose, newScene, saved, writeFormula } from './steps';

const seedOf = (page: Page) => page.getByLabel('Seed').first();

async function setSeed(page: Page, seed: number): Promise<void> {
  await seedOf(page).fill(String(seed));
  await page.keyboard.press('Enter');
}

async function openOf(page: Page, program: OwnProgram, id: string): Promise<void> {
  await page.goto(`${program.address}/scene/${id}`);
  await choose(page, 'Scene');
}

/** Goes to another scene as a person does, without loading the page anew. */
async function goTo(page: Page, name: string): Promise<void> {
  await page.getByRole('link', { name: 'Bathyclast: to Scenes' }).click();
  await page.getByRole('link', { name: `Open ${name}`, exact: true }).click();
  await choose(page, 'Scene');
}

test.describe('a scene is never saved over by another', () => {
  test('with a full disk: its edit waits, and is saved when there is room', async ({ page }) => {
    const disk = smallDisk(24);
    const program = await OwnProgram.start(disk?.folder);
    let full = true;
    // Where this account may mount no disk of its own, the server's answer of a full one is given for it.
    if (!disk)
      await page.route('**/api/scenes/*', (route) =>
        full && route.request().method() === 'PUT'
          ? route.fulfill({ status: 507, json: { faults: [] } })
          : route.continue(),
      );
    try {
      const [a, b] = [await program.makeScene('First'), await program.makeScene('Second')];
      // Begun anew, its data file holds no room ready in which an edit could be written on a full disk.
      await program.end('SIGTERM');
      await program.start();
      await openOf(page, program, a);
      disk?.fill();
      await setSeed(page, 4001);
      await expect(page.getByRole('status').filter({ hasText: 'not saved: no answer' })).toBeVisible();
      await goTo(page, 'Second');
      // Several times it is tried again while another scene is open.
      await page.waitForTimeout(5000);
      full = false;
      disk?.free();
      await expect.poll(async () => (await program.scene(a)).scene.seed).toBe(4001);
      expect((await program.scene(a)).scene.name).toBe('First');
      expect((await program.scene(b)).scene).toMatchObject({ name: 'Second', seed: 1 });
    } finally {
      await program.end();
      disk?.unmount();
      await program.dispose();
    }
  });

  test('with an answer that is held for 9 s', async ({ page }) => {
    const program = await OwnProgram.start();
    try {
      const [a, b] = [await program.makeScene('First'), await program.makeScene('Second')];
      await openOf(page, program, a);
      let held = false;
      await page.route(`**/api/scenes/${a}`, async (route) => {
        if (route.request().method() !== 'PUT' || held) return route.continue();
        held = true;
        const response = await route.fetch();
        await new Promise((resolve) => setTimeout(resolve, 9000));
        await route.fulfill({ response });
      });
      await setSeed(page, 4002);
      await page.waitForTimeout(800);
      await goTo(page, 'Second');
      await setSeed(page, 4003);
      await page.waitForTimeout(14_000);
      expect([(await program.scene(a)).scene.seed, (await program.scene(b)).scene.seed]).toEqual([4002, 4003]);
      expect([(await program.scene(a)).scene.name, (await program.scene(b)).scene.name]).toEqual(['First', 'Second']);
      expect([(await program.scene(a)).revision, (await program.scene(b)).revision]).toEqual([2, 2]);
    } finally {
      await program.dispose();
    }
  });
});

test('looks are changed for one another and back: every save is taken, and nothing breaks', async ({ page }) => {
  const refused: number[] = [];
  page.on(
    'response',
    (response) => response.request().method() === 'PUT' && response.status() >= 400 && refused.push(response.status()),
  );
  await newScene(page);
  const look = page.getByRole('combobox', { name: 'Look', exact: true });
  for (const kind of ['instance', 'sprite', 'trail', 'instance', 'point', 'sprite']) {
    await look.selectOption({ value: kind });
    await expect(look).toHaveValue(kind);
    await saved(page);
    await expect(page.getByText('This screen stopped working.')).toHaveCount(0);
  }
  expect(refused).toEqual([]);
});

test('a formula of a gate is there again after another kind; one press of undo takes back one change', async ({
  page,
}) => {
  await newScene(page);
  const gate = page.getByLabel('Gate');
  await gate.selectOption({ label: 'formula' });
  const formula = page.getByRole('textbox', { name: 'Formula' }).first();
  await writeFormula(formula, 'frame > 7');
  await page.keyboard.press('Control+Enter');
  await gate.selectOption({ index: 0 });
  await gate.selectOption({ label: 'formula' });
  await expect(formula).toContainText('frame > 7');
});

test('an edit outlives a dead server and a closed tab, and so does its undo', async ({ page, context }) => {
  const program = await OwnProgram.start();
  try {
    const id = await program.makeScene('Kept');
    await openOf(page, program, id);
    await setSeed(page, 4004);
    await saved(page);
    await program.end();
    await setSeed(page, 4005);
    await expect(page.getByRole('status').filter({ hasText: 'not saved: no answer' })).toBeVisible();
    await page.close();
    await program.start();
    const again = await context.newPage();
    await openOf(again, program, id);
    await expect(seedOf(again)).toHaveValue('4005');
    await expect.poll(async () => (await program.scene(id)).scene.seed).toBe(4005);
    await again.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(seedOf(again)).not.toHaveValue('4005');
  } finally {
    await program.dispose();
  }
});

test('a window without edits follows another; both sides’ edits are asked about', async ({ page, context }) => {
  const program = await OwnProgram.start();
  try {
    const id = await program.makeScene('Two windows');
    await openOf(page, program, id);
    const other = await context.newPage();
    await openOf(other, program, id);
    await setSeed(other, 4006);
    await expect(seedOf(page)).toHaveValue('4006');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await context.setOffline(true);
    await setSeed(page, 4007);
    await setSeed(other, 4008);
    await context.setOffline(false);
    const asked = (window: Page) => window.getByText('Changed in another window').count();
    await expect.poll(async () => (await asked(page)) + (await asked(other))).toBe(1);
  } finally {
    await program.dispose();
  }
});

test('an earlier version is named, looked at beside the present, restored as one step, and opened as a copy', async ({
  page,
}) => {
  await newScene(page);
  await choose(page, 'Scene');
  for (const seed of [4009, 4010]) {
    await setSeed(page, seed);
    await page.waitForTimeout(700);
    await saved(page);
  }
  await page.getByRole('button', { name: 'Versions' }).click();
  const list = page.getByRole('list', { name: 'Versions of this scene' });
  await expect(list.getByRole('listitem')).toHaveCount(3);
  await list.getByRole('textbox').nth(1).fill('before the gale');
  await page.keyboard.press('Enter');
  await list.getByRole('listitem').nth(1).getByRole('button').click();
  await expect(page.getByRole('img', { name: 'before the gale' })).toBeVisible();
  await page.getByRole('button', { name: 'Restore this version' }).click();
  await expect(seedOf(page)).toHaveValue('4009');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(seedOf(page)).toHaveValue('4010');
  const address = page.url();
  await page.getByRole('button', { name: 'Versions' }).click();
  await list.getByRole('listitem').last().getByRole('button').click();
  await page.getByRole('button', { name: 'Open as a copy' }).click();
  await expect(page).not.toHaveURL(address);
  await choose(page, 'Scene');
  await expect(seedOf(page)).toHaveValue('1');
});

test('lost graphics are told, and the view comes back', async ({ page }) => {
  await newScene(page);
  await page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('canvas[data-testid=view]')!;
    canvas.getContext('webgl2')!.getExtension('WEBGL_lose_context')!.loseContext();
  });
  await expect(page.getByRole('alert').filter({ hasText: 'This page has lost the graphics card' })).toBeVisible();
  await page.getByRole('button', { name: 'Restart the view' }).click();
  await expect(page.getByText('This page has lost the graphics card')).toHaveCount(0);
  await expect(page.getByTestId('view')).toBeVisible();
});

test('a screen that breaks keeps the scene, its saving and its undo, and is shown again', async ({ page }) => {
  await page.addInitScript(() => {
    const measure = HTMLElement.prototype.getBoundingClientRect;
    HTMLElement.prototype.getBoundingClientRect = function () {
      if ('breaks' in window && this.getAttribute('role') === 'application')
        throw new Error('the view can’t be measured');
      return measure.call(this);
    };
  });
  await newScene(page);
  await choose(page, 'Scene');
  await setSeed(page, 4011);
  await page.getByRole('link', { name: 'Trials' }).click();
  await expect(page.getByTestId('view')).toHaveCount(0);
  await page.evaluate(() => Object.assign(window, { breaks: true }));
  await page.getByRole('link', { name: 'Studio' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'This screen stopped working.' })).toContainText(
    'the view can’t be measured',
  );
  await saved(page);
  await page.evaluate(() => delete (window as { breaks?: true }).breaks);
  await page.getByRole('button', { name: 'Undo the last step' }).click();
  await choose(page, 'Scene');
  await expect(seedOf(page)).toHaveValue('1');
});

test('a screen that can’t be loaded says so, and is there after the page is loaded anew', async ({ page }) => {
  await newScene(page);
  await choose(page, 'Scene');
  await setSeed(page, 4012);
  await page.route('**/assets/output-page*.js', (route) => route.abort());
  await page.getByRole('link', { name: 'Output' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'This screen could not be loaded.' })).toBeVisible();
  await page.unroute('**/assets/output-page*.js');
  await page.getByRole('button', { name: 'Reload the page' }).click();
  await expect(page.getByRole('combobox', { name: 'Format' }).first()).toBeVisible();
  await page.getByRole('link', { name: 'Studio' }).click();
  await choose(page, 'Scene');
  await expect(seedOf(page)).toHaveValue('4012');
});
