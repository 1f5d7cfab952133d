import { expect, test } from './test';
import { choose, desk, simulated, tile } from './steps';

test('the guided start points at the real controls, goes on with what is done, is left and taken up again', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New scene' }).click();
  await page.getByRole('menuitem', { name: /^Guided start/ }).click();
  const guide = page.getByRole('complementary', { name: 'Guided start' });
  const step = (n: number) => expect(guide).toContainText(`Guided start, ${n} of 8`);
  await simulated(page);
  await step(1);
  await tile(page, 'vortex').click();
  await step(2);
  const drag = async (control: ReturnType<typeof page.getByRole>, dx: number, dy: number) => {
    const { x, y, width, height } = (await control.boundingBox())!;
    await page.mouse.move(x + width / 2, y + height / 2);
    await page.mouse.down();
    await page.mouse.move(x + width / 2 + dx, y + height / 2 + dy, { steps: 4 });
    await page.mouse.up();
  };
  await page.getByRole('slider', { name: 'Strength of Vortex' }).focus();
  await page.keyboard.press('ArrowUp');
  await step(3);

  // Left in the middle, it stays away after a reload, until it is taken up where it was.
  await guide.getByRole('button', { name: 'Leave the guide' }).click();
  await expect(guide).toHaveCount(0);
  await page.reload();
  await simulated(page);
  await expect(guide).toHaveCount(0);
  await page.getByRole('link', { name: 'Bathyclast: to Scenes' }).click();
  await page.getByRole('button', { name: 'New scene' }).click();
  await page.getByRole('menuitem', { name: 'Go on with the guided start' }).click();
  await simulated(page);
  await step(3);
  await page.getByRole('slider', { name: 'Inward pull of Vortex' }).focus();
  await page.keyboard.press('ArrowRight');
  await step(4);
  await drag(page.getByRole('button', { name: /^Outer radius of Vortex/ }).first(), 12, 0);
  await step(5);
  await desk(page).getByRole('button', { name: 'add a field' }).click();
  await tile(page, 'turbulence').click();
  await step(6);
  await choose(page, 'Emitter');
  await page.getByLabel('Inspector').getByRole('textbox', { name: 'Lifetime', exact: true }).fill('5');
  await page.keyboard.press('Enter');
  await step(7);
  // A step can be left out.
  await guide.getByRole('button', { name: 'Skip this step' }).click();
  await step(8);
  await page.getByRole('link', { name: 'Output' }).click();
  await step(8);
  await guide.getByRole('button', { name: 'Finish' }).click();
  await expect(guide).toHaveCount(0);
});
