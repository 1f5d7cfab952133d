import { expect, test, type Page } from './test';
import { choose, difference, goToFrame, inspected, openExample, saved, simulated, strip, viewPixels } from './steps';

const inspector = (page: Page) => page.getByLabel('Inspector');

async function set(page: Page, label: string, value: string): Promise<void> {
  await inspector(page).getByRole('textbox', { name: label, exact: true }).fill(value);
  await page.keyboard.press('Enter');
}

/** Opens the menu under a number of the inspector, and takes an entry. */
async function way(page: Page, label: string, entry: string): Promise<void> {
  await inspector(page)
    .getByRole('button', { name: new RegExp(`^${label} is .*: keyframe or automate it`) })
    .click();
  await page.getByRole('menuitem', { name: entry, exact: true }).click();
}

/** Chooses a field by the head of its strip. */
async function chooseStrip(page: Page, name: string): Promise<void> {
  await strip(page, name).locator('header').getByTitle(name, { exact: true }).click();
  await inspected(page);
}

/** A sound of strokes, as mono 16-bit PCM in a RIFF file. */
function strokes(seconds: number, rate = 8000): Buffer {
  const wav = Buffer.alloc(44 + 2 * seconds * rate);
  wav.write('RIFF', 0);
  wav.writeUInt32LE(36 + 2 * seconds * rate, 4);
  wav.write('WAVEfmt ', 8);
  wav.writeUInt32LE(16, 16);
  wav.writeUInt16LE(1, 20);
  wav.writeUInt16LE(1, 22);
  wav.writeUInt32LE(rate, 24);
  wav.writeUInt32LE(2 * rate, 28);
  wav.writeUInt16LE(2, 32);
  wav.writeUInt16LE(16, 34);
  wav.write('data', 36);
  wav.writeUInt32LE(2 * seconds * rate, 40);
  for (let i = 0; i < seconds * rate; i++) {
    const loud = (i / rate) % 1 < 0.2 ? 0.9 : 0;
    wav.writeInt16LE(Math.round(32767 * loud * Math.sin((2 * Math.PI * 300 * i) / rate)), 44 + 2 * i);
  }
  return wav;
}

test('slow motion shows the same picture at twice the frame, and tells the scene’s own frame; reads as four times as large', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await choose(page, 'Scene');
  // With half the steps the two are the same to the bit.
  await set(page, 'Substeps', '2');
  await goToFrame(page, 30);
  const whole = await viewPixels(page);
  await set(page, 'Apparent size', '4');
  await expect(inspector(page).getByRole('textbox', { name: 'Time scale', exact: true })).toHaveValue('0.5');
  await simulated(page);
  const early = await viewPixels(page);
  await goToFrame(page, 60);
  await expect(page.getByText('scene 30.0 · to 144')).toBeVisible();
  const slow = await viewPixels(page);
  expect(difference(whole, early)).toBeGreaterThan(0.01);
  expect(difference(whole, slow)).toBeLessThan(0.001);

  // A key is written at the scene's own frame, and stands under the playhead in the deck.
  await chooseStrip(page, 'Vortex');
  await way(page, 'Strength', 'Add a keyframe at the playhead');
  await page.getByRole('button', { name: 'keys', exact: true }).click();
  const mark = page
    .getByRole('region', { name: 'Keys' })
    .getByRole('button', { name: 'Vortex, Strength: key at frame 30', exact: true });
  const at = (await mark.boundingBox())!;
  const head = (await page.getByRole('region', { name: 'Keys' }).locator('.bg-lamp.w-px').boundingBox())!;
  expect(Math.abs(at.x + at.width / 2 - head.x)).toBeLessThan(3);
});

test('the shot camera is keyed, the view that looks through it goes along, and so does the rendered frame', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await choose(page, 'Shot camera');
  await goToFrame(page, 0);
  await page.getByRole('application').focus();
  await page.keyboard.press('c');
  await way(page, 'Angle of view', 'Add a keyframe at the playhead');
  await goToFrame(page, 48);
  await set(page, 'Angle of view', '12');
  const near = await viewPixels(page);
  await goToFrame(page, 49);
  await goToFrame(page, 48);
  expect(difference(near, await viewPixels(page))).toBeLessThan(0.001);
  await goToFrame(page, 24);
  const value = Number(await inspector(page).getByRole('textbox', { name: 'Angle of view', exact: true }).inputValue());
  expect(value).toBeGreaterThan(12);
  expect(value).toBeLessThan(35);
  expect(difference(near, await viewPixels(page))).toBeGreaterThan(0.02);
  await page.getByRole('link', { name: 'Output' }).click();
  const previewed = async (frame: number) => {
    await page.getByRole('slider', { name: 'Frame of the preview' }).fill(String(frame));
    const picture = page.getByRole('img', { name: `Frame ${frame} as it will be rendered` });
    await expect(picture).toBeVisible();
    await page.waitForTimeout(3000);
    return picture.screenshot();
  };
  const wide = await previewed(0);
  expect(Buffer.compare(wide, await previewed(48))).not.toBe(0);
});

test('a sound is brought in, refused where it can’t be decoded, followed by a strength, and drawn on the ruler', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await choose(page, 'Scene');
  const sound = page.getByLabel('Sound to follow');
  await sound.setInputFiles({ name: 'noise.mp3', mimeType: 'audio/mpeg', buffer: Buffer.from('no sound at all') });
  await expect(inspector(page).getByRole('alert')).toContainText('“noise.mp3” can’t be decoded as sound');
  await sound.setInputFiles({ name: 'strokes.wav', mimeType: 'audio/wav', buffer: strokes(4) });
  await expect(inspector(page).getByText('4.0 s')).toBeVisible();
  await chooseStrip(page, 'Vortex');
  await way(page, 'Strength', 'Automate');
  const moves = inspector(page).getByRole('group', { name: 'Automation of Strength' });
  await moves.getByRole('combobox', { name: 'Automation', exact: true }).selectOption('loudness');
  await expect(moves.getByText('no sound is chosen')).toBeVisible();
  await moves.getByLabel('Sound of the scene').selectOption({ label: 'strokes.wav' });
  await set(page, 'Output min', '0');
  await set(page, 'Output max', '6');
  await expect(page.getByTestId('waveform')).toBeVisible();
  const strength = strip(page, 'Vortex').getByRole('textbox', { name: 'Strength of Vortex as a number' });
  await goToFrame(page, 28);
  expect(Number(await strength.inputValue())).toBeGreaterThan(5.5);
  await goToFrame(page, 46);
  expect(Number(await strength.inputValue())).toBeLessThan(0.3);
  // What is followed can't be taken away, and is told.
  await choose(page, 'Scene');
  await inspector(page).getByRole('button', { name: 'Take strokes.wav away' }).click();
  await expect(inspector(page).getByRole('alert')).toContainText('automates 1 number');
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('waveform')).toBeVisible();
});

test('markers are set at the playhead, named, dragged, walked to, undone and kept', async ({ page }) => {
  await openExample(page, 'vent-plume');
  await goToFrame(page, 30);
  await page.keyboard.press('n');
  await page.keyboard.type('Vents open');
  await page.keyboard.press('Enter');
  const flag = (frame: number) =>
    page.getByRole('button', { name: `Marker Vents open at frame ${frame}`, exact: true });
  await expect(flag(30)).toBeVisible();
  await goToFrame(page, 90);
  await page.keyboard.press('n');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Shift+Comma');
  const ruler = page.getByRole('slider', { name: 'Frame', exact: true });
  await expect(ruler).toHaveAttribute('aria-valuenow', '30');
  const box = (await flag(30).boundingBox())!;
  const each = (await ruler.boundingBox())!.width / 144;
  await page.mouse.move(box.x + 8, box.y + 6);
  await page.mouse.down();
  await page.mouse.move(box.x + 8 + 12 * each, box.y + 6, { steps: 6 });
  await page.mouse.up();
  await expect(flag(42)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(flag(30)).toBeVisible();
  await saved(page);
  await page.reload();
  await simulated(page);
  await expect(flag(30)).toBeVisible();
  await flag(30).focus();
  await page.keyboard.press('Delete');
  await expect(flag(30)).toHaveCount(0);
});

test('a scene is made to loop: what keeps it open is told and mended, and its end meets its beginning', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await choose(page, 'Scene');
  await set(page, 'Loop', '60');
  const open = inspector(page).getByRole('status', { name: 'The loop’s seams' });
  await expect(open).toContainText('the shot shows 145 frames of the scene’s time and the loop has 60');
  await expect(open).toContainText('longer than the pre-roll');
  for (let i = 0; i < 3 && (await open.getByRole('button', { name: /^Pre-roll of/ }).count()) > 0; i++)
    await open
      .getByRole('button', { name: /^Pre-roll of/ })
      .first()
      .click();
  await open.getByRole('button', { name: 'Use evolution instead' }).click();
  await simulated(page);
  await goToFrame(page, 10);
  const first = await viewPixels(page);
  await goToFrame(page, 40);
  const between = await viewPixels(page);
  await goToFrame(page, 70);
  const round = await viewPixels(page);
  expect(difference(first, round)).toBeLessThan(0.02 * difference(first, between));
  await open.getByRole('button', { name: 'End the shot at 59' }).click();
  await expect(inspector(page).getByRole('textbox', { name: 'Last frame', exact: true })).toHaveValue('59');
});
