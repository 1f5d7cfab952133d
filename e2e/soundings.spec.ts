import { expect, test, type Page } from './test';
import { parse } from 'csv-parse/sync';
import { XMLParser } from 'fast-xml-parser';
import { readFileSync } from 'node:fs';
import { goToFrame, makeExample, simulated } from './steps';

async function openSoundings(page: Page, example: string, of: string): Promise<string> {
  const id = await makeExample(page, example);
  await page.goto(`/scene/${id}/soundings?of=${of}`);
  await simulated(page);
  return id;
}

async function saved(page: Page, chart: string | RegExp, button: 'CSV' | 'SVG'): Promise<string> {
  const figure = page.getByRole('figure', { name: chart });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    figure.getByRole('button', { name: button, exact: true }).click(),
  ]);
  return readFileSync(await download.path(), 'utf8');
}

/** A number as the screen writes it. */
const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹';
/** A number as the page writes it, such as −0.5, 123 000 or 1.2 × 10⁻⁵. */
const numberOf = (text: string): number =>
  Number(
    text
      .replace(/[⁰¹²³⁴⁵⁶⁷⁸⁹]/g, (digit) => String(RAISED.indexOf(digit)))
      .replace('⁻', '-')
      .replace(' × 10', 'e')
      .replace('−', '-')
      .replace(/\s/g, ''),
  );

test('a slice shows a field as relief; it is read under the pointer, dragged, and turned in the view', async ({
  page,
}) => {
  await openSoundings(page, 'vent-plume', 'slice');
  const map = page.getByTestId('slice');
  await page.getByRole('combobox', { name: 'Of', exact: true }).selectOption({ label: 'Buoyancy' });
  await expect(map).toHaveAttribute('aria-label', /strength from 0\.7 to 0\.7 m\/s²/);
  await expect(
    page.getByRole('status').filter({ hasText: 'The same at every point of this plane: 0.7' }),
  ).toBeVisible();
  await map.hover();
  await expect(page.getByText(/^0\.7 m\/s² at /)).toBeVisible();
  await page.getByRole('button', { name: 'Show all fields together' }).click();
  await expect(map).not.toHaveAttribute('aria-label', /strength from 0\.7 to 0\.7/);
  await page.getByRole('combobox', { name: 'Of', exact: true }).selectOption({ label: 'Vortex' });
  await page.getByRole('button', { name: 'top', exact: true }).click();
  await page.getByRole('combobox', { name: 'Shows' }).selectOption('curl');
  await expect(map).toHaveAttribute('aria-label', /curl from/);
  const x = page.getByRole('textbox', { name: 'Middle X' });
  const before = numberOf(await x.inputValue());
  const box = (await map.boundingBox())!;
  await page.mouse.move(box.x + 200, box.y + 200);
  await page.mouse.down();
  await page.mouse.move(box.x + 150, box.y + 200, { steps: 4 });
  await page.mouse.up();
  expect(numberOf(await x.inputValue())).toBeGreaterThan(before + 0.1);
  // In the view: the handle at its middle, and the one at its tip.
  const tilt = page.getByRole('textbox', { name: 'Tilt' });
  await page.getByRole('button', { name: /^Turn the plane/ }).focus();
  await page.keyboard.press('ArrowUp');
  await expect(tilt).toHaveValue('-95');
  const handle = (await page.getByRole('button', { name: /^Move the plane/ }).boundingBox())!;
  await page.mouse.move(handle.x + 8, handle.y + 8);
  await page.mouse.down();
  await page.mouse.move(handle.x + 48, handle.y + 8, { steps: 4 });
  await page.mouse.up();
  expect(numberOf(await x.inputValue())).toBeGreaterThan(before + 0.3);
});

test('the ledger’s rows sum to what the run does; it is linked with the playhead, and saved as numbers and as a drawing', async ({
  page,
}) => {
  await openSoundings(page, 'vent-plume', 'ledger');
  const table = page.getByRole('table', { name: 'Ledger' });
  await expect(table).toBeVisible({ timeout: 60_000 });
  await goToFrame(page, 30);
  await expect(table.getByRole('columnheader', { name: 'frame 30' })).toBeVisible();
  const row = async (name: string) =>
    numberOf(await table.getByRole('row', { name }).getByRole('cell').nth(1).innerText());
  expect(await row('Sum of all rows')).toBeCloseTo(await row('Speed gained in the run'), 4);
  expect(Math.abs(await row('Remainder'))).toBeLessThan(1e-5);
  const csv = parse(await saved(page, /speed gained/, 'CSV'), { columns: true }) as Record<string, string>[];
  const at30 = csv.find((r) => r['frame'] === '30')!;
  expect(Number(at30['Buoyancy (m/s)'])).toBeCloseTo(await row('Buoyancy'), 3);
  const svg = new XMLParser({ ignoreAttributes: false }).parse(await saved(page, /speed gained/, 'SVG')) as {
    svg: { '@_width': string };
  };
  expect(Number(svg.svg['@_width'])).toBeGreaterThan(400);
  // A press on a particle in the view takes that one.
  const view = (await page.getByTestId('view').boundingBox())!;
  await page.mouse.click(view.x + view.width / 2, view.y + view.height * 0.7);
  await expect(page.getByTestId('particle')).toBeVisible();
  await expect(table.getByRole('columnheader', { name: /^particle \d+$/ })).toBeVisible({ timeout: 60_000 });
  await page.getByRole('combobox', { name: 'Quantity of the ledger' }).selectOption('work');
  await expect(table.getByRole('row', { name: 'Kinetic energy gained in the run' })).toBeVisible();
});

test('falloff, line and rules are measured; a chart is kept with the scene and compared with a later one', async ({
  page,
}) => {
  const id = await openSoundings(page, 'vent-plume', 'profile');
  await page.getByRole('combobox', { name: 'Of', exact: true }).selectOption({ label: 'Vortex' });
  await expect(page.getByRole('note')).toBeVisible();
  await expect(page.getByRole('figure', { name: 'Vortex: falloff along its local x' })).toBeVisible();
  await page.getByRole('tab', { name: 'Line' }).click();
  const line = page.getByRole('figure', { name: /strength along a line/ });
  await line.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(line.getByRole('combobox', { name: /^Compare/ })).toBeVisible();
  await page.goto(`/scene/${id}/soundings?of=line`);
  await line.getByRole('combobox', { name: /^Compare/ }).selectOption({ index: 1 });
  await expect(line.getByText('kept: Sum', { exact: true })).toBeVisible();
  await page.getByRole('tab', { name: 'Rules' }).click();
  await expect(page.getByRole('figure', { name: /by “/ })).toHaveCount(4);
  await page.getByRole('tab', { name: 'Line' }).click();
  // The line in the view: its end by keys.
  await page.getByRole('button', { name: /^End of the line/ }).focus();
  const end = page.getByRole('textbox', { name: 'To X' });
  const before = numberOf(await end.inputValue());
  await page.keyboard.press('ArrowRight');
  expect(numberOf(await end.inputValue())).toBeCloseTo(before + 0.1, 5);
  await page.getByRole('textbox', { name: 'From X' }).fill('nonsense');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('From X is “nonsense”');
});

test('the population is counted over the shot, and the health of the run is told', async ({ page }) => {
  await openSoundings(page, 'vent-plume', 'population');
  const counts = page.getByRole('figure', { name: /: particles/ });
  await expect(counts).toBeVisible({ timeout: 90_000 });
  const csv = parse(await saved(page, /: particles/, 'CSV'), { columns: true }) as Record<string, string>[];
  await expect(page.getByLabel('Particles alive')).toContainText(
    new RegExp(`${Number(csv[0]!['alive']).toLocaleString('en').replace(',', '.')} particles`),
  );
  await expect(page.getByRole('figure', { name: /speed at frame 0/ })).toBeVisible();
  await page.getByRole('combobox', { name: 'Quantity', exact: true }).selectOption('height');
  await expect(page.getByRole('figure', { name: /height at frame 0/ })).toBeVisible();
  await page.getByRole('tab', { name: 'Health' }).click();
  await expect(page.getByText(/m root mean square/)).toBeVisible({ timeout: 90_000 });
  await expect(page.getByRole('figure', { name: /against 2 substeps/ })).toBeVisible();
});
