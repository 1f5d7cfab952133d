import { expect, test, type Page } from './test';
import { difference, goToFrame, openExample, plain, saved, simulated, viewPixels } from './steps';

const menu = (page: Page) => page.getByRole('button', { name: /^(All particles|Draft 1 in)/ });
const playhead = async (page: Page) =>
  Number(await page.getByRole('slider', { name: 'Frame', exact: true }).getAttribute('aria-valuenow'));

test('a held fader tries on from the frame on the screen, says so, and the run from the start follows when it is let go of', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await goToFrame(page, 60);
  await menu(page).click();
  await page.getByRole('menuitem', { name: 'Preview from this frame' }).click();
  const fader = page.getByRole('slider', { name: /^Strength of / }).first();
  const box = (await fader.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 25, { steps: 4 });
  await expect(page.getByText('preview from frame 60')).toBeVisible();
  await expect.poll(() => playhead(page)).toBeGreaterThan(64);
  // Another touch goes on from where it is now.
  const before = await playhead(page);
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 50, { steps: 4 });
  await expect.poll(() => playhead(page)).toBeGreaterThan(before);
  await page.mouse.up();
  await expect(page.getByText(/^tried from/)).toHaveCount(0);
  await simulated(page);
  const frame = await playhead(page);
  const shown = await viewPixels(page);
  await saved(page);
  // What is there now is what the scene gives from its start.
  await page.reload();
  await simulated(page);
  await goToFrame(page, frame);
  expect(difference(await viewPixels(page), shown)).toBeLessThan(0.001);
});

test.setTimeout(90_000);

test('the memory for frames is shown and can be set; what does not fit whole is held in short form, and saved as it was simulated', async ({
  page,
}) => {
  await openExample(page, 'vent-plume', plain);
  await menu(page).click();
  await expect(page.getByText(/^In use: \d+ MB of$/)).toBeVisible();
  const used = async () => Number((await page.getByText(/^In use:/).innerText()).match(/\d+/)![0]);
  const whole = await used();
  expect(whole).toBeGreaterThan(20);
  await page.keyboard.press('Escape');
  await goToFrame(page, 90);
  const before = await viewPixels(page);
  const save = async () => {
    await page.getByRole('button', { name: 'view', exact: true }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: /particles/i }).click(),
    ]);
    const chunks: Buffer[] = [];
    for await (const chunk of await download.createReadStream()) chunks.push(chunk as Buffer);
    return Buffer.concat(chunks).toString();
  };
  const csv = await save();
  const set = async (megabytes: string) => {
    await menu(page).click();
    const box = page
      .getByRole('textbox', { name: 'Memory for frames' })
      .or(page.getByRole('spinbutton', { name: 'Memory for frames' }));
    await box.fill(megabytes);
    await box.press('Enter');
  };
  await set('32');
  await expect.poll(used).toBeLessThanOrEqual(32);
  await page.keyboard.press('Escape');
  await goToFrame(page, 30);
  await goToFrame(page, 90);
  expect(difference(await viewPixels(page), before)).toBeLessThan(0.01);
  expect(await save()).toBe(csv);
  // It is kept with this machine.
  await page.reload();
  await simulated(page);
  await menu(page).click();
  await expect(
    page
      .getByRole('textbox', { name: 'Memory for frames' })
      .or(page.getByRole('spinbutton', { name: 'Memory for frames' })),
  ).toHaveValue('32');
});
