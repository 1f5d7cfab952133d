import { expect, test } from './test';
import { addField, desk, head, simulated, strip, tile } from './steps';

// The sentences of “Your first effect in five minutes” in the README, one after another.
test('the first effect is made by the sentences of the README', async ({ page }) => {
  test.setTimeout(240_000);
  // 1. New scene, With one emitter. It plays. Space pauses it.
  await page.emulateMedia({ reducedMotion: 'no-preference' });
  await page.goto('/');
  await page.getByRole('button', { name: 'New scene' }).click();
  await page.getByRole('menuitem', { name: 'With one emitter' }).click();
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
  const frame = page.getByRole('slider', { name: 'Frame', exact: true });
  await expect.poll(async () => Number(await frame.getAttribute('aria-valuenow'))).toBeGreaterThan(12);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await simulated(page);

  // 2. `+`, vortex: in the middle of the particles of the whole shot. Its fader is dragged up.
  await addField(page, 'vortex');
  await expect(strip(page, 'Vortex')).toBeVisible();
  await simulated(page);
  const fader = page.getByRole('slider', { name: 'Strength of Vortex' });
  const box = (await fader.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 3);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 6, { steps: 4 });
  await page.mouse.up();
  expect(Number(await fader.getAttribute('aria-valuenow'))).toBeGreaterThan(2);
  await fader.dblclick();
  await expect(fader).toHaveAttribute('aria-valuenow', '2');

  // 3. The dots of the curve; a click opens it large.
  const outer = strip(page, 'Vortex').getByRole('button', { name: /^Outer radius of Vortex/ });
  const before = await outer.getAttribute('aria-label');
  await outer.focus();
  await page.keyboard.press('ArrowRight');
  await expect(outer).not.toHaveAttribute('aria-label', before!);
  await strip(page, 'Vortex').getByRole('button', { name: 'Open the falloff of Vortex large' }).click();
  await expect(page.getByRole('button', { name: 'Close the falloff' })).toBeVisible();
  await page.getByRole('button', { name: 'Close the falloff' }).click();

  // 4. Inward pull; turbulence; mute and solo; G groups the two at once; sends; two states; F1 beside the work.
  const pull = strip(page, 'Vortex').getByRole('slider', { name: 'Inward pull' });
  await pull.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
  await desk(page).getByRole('button', { name: 'add a field' }).click();
  await tile(page, 'turbulence').click();
  await expect(strip(page, 'Turbulence')).toBeVisible();
  await simulated(page);
  await strip(page, 'Turbulence').getByRole('button', { name: /^Mute/ }).click();
  await expect(strip(page, 'Turbulence')).toContainText('muted');
  await strip(page, 'Turbulence').getByRole('button', { name: /^Mute/ }).click();
  await desk(page).getByText('Vortex', { exact: true }).first().click();
  await desk(page)
    .getByText('Turbulence', { exact: true })
    .first()
    .click({ modifiers: ['Shift'] });
  await strip(page, 'Vortex').focus();
  await page.keyboard.press('g');
  await expect(head(page, 'Group')).toContainText('sum of 2');
  await desk(page).getByRole('button', { name: 'sends' }).click();
  await expect(page.getByRole('table', { name: 'Sends' })).toBeVisible();
  await desk(page).getByRole('button', { name: 'strips' }).click();
  await desk(page).getByRole('button', { name: 'store A · switch to B' }).click();
  await fader.focus();
  await page.keyboard.press('F1');
  await expect(page.getByRole('complementary', { name: 'Handbook' }).getByRole('heading', { level: 1 })).toHaveText(
    'vortex',
  );
  await page.getByRole('button', { name: 'Close the handbook' }).click();

  // 5. Emitter: shape, looks, rate and lifetime.
  await page
    .getByRole('list', { name: 'Things of the scene' })
    .getByRole('button', { name: 'Emitter', exact: true })
    .click();
  const inspector = page.getByLabel('Inspector', { exact: true });
  for (const label of ['Shape', 'Rate', 'Lifetime'])
    await expect(inspector.getByLabel(label, { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'view', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Make this view the shot' }).click();

  // 6. The line under a number; keys and curves.
  await inspector.getByRole('button', { name: /^Drag is fixed/ }).click();
  await page.getByRole('menuitem', { name: 'Add a keyframe at the playhead' }).click();
  await page.getByRole('button', { name: 'keys', exact: true }).click();
  await expect(page.getByRole('button', { name: /Drag: key/ })).toBeVisible();

  // 7. Output: MP4 is chosen, and a render can be ordered.
  await page.getByRole('link', { name: 'Output' }).click();
  await expect(page.getByRole('combobox', { name: 'Format', exact: true })).toHaveValue('mp4');
  await expect(page.getByRole('button', { name: /^Render \d+ frames$/ })).toBeEnabled();

  // 8. Soundings and trials.
  await page.getByRole('link', { name: 'Soundings' }).click();
  await expect(page.getByRole('heading', { name: 'Soundings' })).toBeVisible();
  await page.getByRole('link', { name: 'Trials' }).click();
  await expect(page.getByRole('button', { name: 'Make the sheet' })).toBeVisible();
});
