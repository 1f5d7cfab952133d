import { expect, test } from './test';
import { difference, goToFrame, openExample, simulated, viewPixels } from './steps';

test('a shot is tried on past its last frame, without a change of its range or of what Output renders', async ({
  page,
}) => {
  await openExample(page, 'vent-plume');
  const ruler = page.getByRole('slider', { name: 'Frame', exact: true });
  const last = Number(await ruler.getAttribute('aria-valuemax'));
  await page.keyboard.press('End');
  await expect(ruler).toHaveAttribute('aria-valuenow', String(last));
  await page.keyboard.press('.');
  await expect(ruler).toHaveAttribute('aria-valuenow', String(last));
  const at = await viewPixels(page);
  await page.getByRole('button', { name: 'play past the end' }).click();
  await simulated(page);
  await expect(page.getByTestId('beyond')).toBeVisible();
  await goToFrame(page, last + 30);
  expect(difference(at, await viewPixels(page))).toBeGreaterThan(0.005);
  // Nothing of the scene has changed: there is nothing to undo.
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await page.getByRole('link', { name: 'Output' }).click();
  await expect(page.getByRole('textbox', { name: 'Through frame' })).toHaveValue(String(last));
  await page.getByRole('link', { name: 'Studio' }).click();
  await expect(ruler).toHaveAttribute('aria-valuemax', String(last));
  await expect(ruler).toHaveAttribute('aria-valuenow', String(last));
});
