import { PNG } from 'pngjs';
import { pageAt } from '../core/handbook/pages';
import { expect, test, type Page } from './test';
import { desk, head, inspected, openExample, simulated, strip } from './steps';

const panel = (page: Page) => page.getByRole('complementary', { name: 'Handbook' });

test('every page of the handbook opens, and those with an example play, without a scene', async ({ page }) => {
  test.setTimeout(240_000);
  await page.goto('/handbook/field/gravity');
  const links = page.getByRole('navigation', { name: 'Chapters' }).getByRole('link');
  await links.first().waitFor();
  const addresses = await links.evaluateAll((all) => all.map((link) => link.getAttribute('href')!));
  expect(addresses.length).toBeGreaterThan(130);
  for (const address of addresses) {
    await page.getByRole('navigation', { name: 'Chapters' }).locator(`a[href="${address}"]`).click();
    await expect(page).toHaveURL(new RegExp(`${address}$`));
    const shown = pageAt(address.replace('/handbook/', ''))!;
    await expect(page.getByRole('heading', { level: 1 })).toContainText(shown.title);
    const plays = !('topic' in shown) || shown.topic.example !== undefined;
    await expect(page.getByRole('button', { name: /^(Pause|Play)$/ })).toHaveCount(plays ? 1 : 0);
    await expect(page.getByText('This screen stopped working.')).toHaveCount(0);
  }
  await page.goto('/handbook/field/nonsense');
  await expect(page.getByText('The handbook has no page “field/nonsense”.')).toBeVisible();
});

test('a page about a look or the picture shows its example as a render does', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  /** Pixels of the example that are lit, and those of them that are much redder than blue. */
  const lit = async (address: string) => {
    await page.goto(`/handbook/${address}`);
    const example = page.getByTestId('live-example');
    await expect(example.locator('canvas')).toBeVisible();
    let [bright, warm] = [0, 0];
    await expect
      .poll(async () => {
        const { data } = PNG.sync.read(await example.screenshot());
        [bright, warm] = [0, 0];
        for (let i = 0; i < data.length; i += 4) {
          if (data[i]! > 90) bright++;
          if (data[i]! > 90 && data[i]! > data[i + 2]! + 40) warm++;
        }
        return bright;
      })
      .toBeGreaterThan(400);
    return warm / bright;
  };
  // The usual colours over age are warm; points are chalk white.
  expect(await lit('look/sprite')).toBeGreaterThan(0.3);
  expect(await lit('topic/depth-of-field')).toBeGreaterThan(0.5);
  expect(await lit('shape/disc')).toBeLessThan(0.05);
  // Changed on the page, it is drawn anew on the same canvas.
  await page.goto('/handbook/look/sprite');
  await page.getByRole('textbox', { name: 'Brightness' }).first().fill('-4');
  await page.keyboard.press('Enter');
  await expect
    .poll(async () => {
      const { data } = PNG.sync.read(await page.getByTestId('live-example').screenshot());
      return data.filter((value, i) => i % 4 === 0 && value > 150).length;
    })
    .toBeLessThan(50);
});

test('F1 opens the page of a control beside the work, which plays, is searched and sends its field; nothing is lost', async ({
  page,
}) => {
  const id = await openExample(page, 'vent-plume');
  await page.getByRole('slider', { name: 'Strength of Vortex' }).focus();
  await page.keyboard.press('F1');
  await expect(panel(page).getByRole('heading', { level: 1 })).toHaveText('vortex');
  // In a narrow window the list of things makes room, until it is opened again.
  const names = page.getByRole('navigation', { name: 'Things' });
  expect((await names.boundingBox())!.width).toBeLessThan(60);
  await page.getByRole('button', { name: 'Show the names of the things' }).click();
  expect((await names.boundingBox())!.width).toBeGreaterThan(100);
  await expect(page).toHaveURL(new RegExp(`/scene/${id}$`));
  await expect(page.getByRole('slider', { name: 'Strength of Vortex' })).toBeVisible();
  const picture = panel(page).getByTestId('live-example');
  const before = await picture.screenshot();
  await panel(page).getByRole('button', { name: 'Column' }).click();
  await page.waitForTimeout(600);
  expect(Buffer.compare(before, await picture.screenshot())).not.toBe(0);
  await panel(page).getByRole('button', { name: 'Send to the desk' }).click();
  await expect(strip(page, 'vortex').last().getByRole('slider', { name: 'Inward pull' })).toHaveAttribute(
    'aria-valuenow',
    '6',
  );
  await expect(desk(page).getByRole('article')).toHaveCount(7);

  const search = panel(page).getByRole('searchbox', { name: 'Search the handbook' });
  await search.fill('pre-roll');
  await search.press('Enter');
  await expect(panel(page).getByRole('heading', { level: 1 })).toHaveText('Time and loops');
  await expect(
    panel(page)
      .getByRole('listitem')
      .filter({ hasText: /^Pre-roll/ }),
  ).toHaveClass(/bg-raised/);
  await search.fill('zzz');
  await expect(panel(page)).toContainText('Nothing is called “zzz”.');
  await search.fill('average');
  await search.press('Enter');
  await expect(panel(page).getByRole('heading', { level: 1 })).toHaveText('average');
  await panel(page).getByRole('button', { name: 'Send to the desk' }).click();
  await simulated(page);
  await expect(head(page, 'Both')).toContainText('average of 2');
  await panel(page).getByRole('button', { name: 'Contents' }).click();
  await panel(page).getByRole('button', { name: 'Formulas', exact: true }).click();
  await expect(panel(page).getByRole('table', { name: 'Functions and names of formulas' })).toContainText('smoothstep');
  await panel(page).getByRole('button', { name: 'Contents' }).focus();
  await page.keyboard.press('Escape');
  await expect(panel(page)).toHaveCount(0);
});

test('every control of every inspector has its page in the handbook', async ({ page }) => {
  await openExample(page, 'lander-touchdown');
  const things = page
    .getByRole('list', { name: 'Things of the scene' })
    .getByRole('button', { name: /^(?!Hide|Show|add)/ });
  const count = await things.count();
  expect(count).toBeGreaterThan(6);
  const lost: string[] = [];
  for (let i = 0; i < count; i++) {
    await things.nth(i).click();
    await inspected(page);
    const name = await things.nth(i).innerText();
    const controls = await page
      .getByLabel('Inspector', { exact: true })
      .locator('input, select, textarea, [role=slider], [role=radio]')
      .evaluateAll((all) =>
        all.map((element) => [
          element.getAttribute('aria-label') ?? element.outerHTML.slice(0, 60),
          element.closest<HTMLElement>('[data-handbook]')?.dataset['handbook'] ?? '',
        ]),
      );
    expect(controls.length).toBeGreaterThan(0);
    for (const [label, address] of controls) if (!pageAt(address!)) lost.push(`${name}: ${label} (${address})`);
  }
  expect(lost).toEqual([]);
});
