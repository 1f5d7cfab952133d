import { expect, test, type Page } from './test';
import { desk, goToFrame, inspected, openExample, strip } from './steps';

const readings = (page: Page) => desk(page).getByRole('article').filter({ hasText: 'here' });

/** Moves the pointer over the view until it is on a particle; gives the place. */
async function overParticle(page: Page): Promise<{ x: number; y: number }> {
  const box = (await page.getByTestId('view').boundingBox())!;
  for (let i = 0; i < 400; i++) {
    const at = {
      x: box.x + box.width * (0.35 + 0.3 * ((i * 0.6180339887) % 1)),
      y: box.y + box.height * (0.3 + 0.5 * ((i * 0.7548776662) % 1)),
    };
    await page.mouse.move(at.x, at.y);
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
    if ((await page.getByTestId('particle-under').count()) > 0) return at;
  }
  throw new Error('No particle was found under the pointer.');
}

test('strips and inspector show what fields give at the particle under the pointer, and hold it when it is clicked', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  await goToFrame(page, 60);
  await strip(page, 'Buoyancy').focus();
  await inspected(page);
  await expect(readings(page)).toHaveCount(0);
  const at = await overParticle(page);
  await expect(readings(page)).toHaveCount(await desk(page).getByRole('article').count());
  const title = await readings(page).first().getByText('here').getAttribute('title');
  const number = /particle (\d+)/.exec(title!)![1]!;
  const weight = page.getByLabel('Weight at a particle');
  await expect(weight.getByRole('button', { name: `particle ${number}` })).toBeVisible();

  await page.mouse.click(at.x, at.y);
  await expect(page.getByTestId('held-particle')).toBeVisible();
  await page.mouse.move(5, 5);
  await expect(page.getByTestId('particle-under')).toHaveCount(0);
  await expect(readings(page).first()).toBeVisible();
  // The master scales what arrives.
  const given = async () => Number(/here\s*([\d.]+)/.exec(await strip(page, 'Buoyancy').innerText())![1]);
  const before = await given();
  expect(before).toBeGreaterThan(0);
  const fader = strip(page, 'Buoyancy').getByRole('slider', { name: /^Strength of/ });
  const strength = Number(await fader.getAttribute('aria-valuenow'));
  await strip(page, 'Buoyancy')
    .getByRole('textbox')
    .first()
    .fill(String(2 * strength));
  await page.keyboard.press('Enter');
  await expect.poll(given).toBeGreaterThan(1.5 * before);

  // Another particle by the inspector’s button; none after a click beside all.
  await weight.getByRole('button', { name: /^particle/ }).click();
  await expect(weight.getByRole('button', { name: `particle ${number}` })).toHaveCount(0);
  const box = (await page.getByTestId('view').boundingBox())!;
  await page.mouse.click(box.x + 20, box.y + box.height - 12);
  await expect(readings(page)).toHaveCount(0);
  await expect(page.getByTestId('held-particle')).toHaveCount(0);
});
