import { Simulation } from '../core/sim/step/simulation';
import { sceneFrom } from '../formats/scene-file';
import { readVti } from '../formats/vti';
import { readFileSync } from 'node:fs';
import { expect, test } from './test';
import { choose, desk, origin, saved, simulated } from './steps';

/** Smoke that is blown against a ball half a metre wide. */
const SCENE = {
  format: 'bathyclast-scene',
  version: 5,
  name: 'Smoke and a ball',
  time: { fps: 24, first: 0, last: 48 },
  emitters: [
    {
      id: 'e',
      name: 'Smoke',
      shape: { kind: 'disc', radius: 0.4 },
      transform: { position: [-1.5, 0, 0], rotation: [0, 0, -90] },
      emission: [{ kind: 'rate', rate: 400 }],
      birth: { speed: 0, life: 4, drag: 12 },
    },
  ],
  colliders: [{ id: 'c', name: 'Ball', shape: { kind: 'ball', radius: 0.5 }, response: { kind: 'slide' } }],
  fields: [{ id: 'w', name: 'Wind', settings: { kind: 'wind', direction: [1, 0, 0] }, actsAs: 'flow', strength: 1.5 }],
};

test('a field is led around the colliders at a press: it is told how far that is, shown, saved as a file, and undone', async ({
  page,
}) => {
  const headers = { Origin: origin() };
  const made = await page.request.post('/api/scenes', { headers, data: { example: 'cable-run' } });
  const { id, revision } = (await made.json()) as { id: string; revision: number };
  const put = await page.request.put(`/api/scenes/${id}`, {
    headers: { ...headers, 'If-Match': `"${revision}"` },
    data: { scene: SCENE },
  });
  expect(put.status()).toBe(200);
  const contacts = async () => {
    await saved(page);
    const { scene } = (await (await page.request.get(`/api/scenes/${id}`)).json()) as { scene: unknown };
    const run = new Simulation(sceneFrom(scene), new Map());
    while (run.frame < 48) run.advance();
    return run.keep().contacts[0]!;
  };
  const said: string[] = [];
  await page.exposeFunction('heard', (text: string) => void said.push(text));
  await page.goto(`/scene/${id}`);
  await simulated(page);
  const before = await contacts();
  await page.evaluate(() => {
    const look = () => {
      const found = /filling a flow grid … \d+ %/.exec(document.body.innerText);
      if (found) (window as unknown as { heard(text: string): void }).heard(found[0]);
    };
    new MutationObserver(look).observe(document.body, { subtree: true, childList: true, characterData: true });
  });
  await page.getByRole('button', { name: 'Lead it around the colliders' }).click();
  await expect(desk(page).getByRole('article')).toHaveCount(3);
  await expect(page.getByText(/41 × 41 × 41 = 68921 points/)).toBeVisible();
  await simulated(page);
  expect(said.length).toBeGreaterThan(0);
  expect(await contacts()).toBeLessThan(0.1 * before);

  // The file that others read has the flow: nothing in front of the ball, half as much again beside it.
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as .vti' }).click();
  const path = await (await download).path();
  const grid = readVti(new Uint8Array(readFileSync(path)), 'flow.vti');
  const alongX = (i: number, j: number, k: number) => grid.vectors[3 * (i + 41 * (j + 41 * k))]!;
  expect(alongX(13, 20, 20)).toBeLessThan(0.35);
  expect(alongX(20, 27, 20)).toBeGreaterThan(1.5 * 1.35);
  expect(alongX(0, 20, 20)).toBeGreaterThan(1.3);

  // There is no collider any more: the panel says so, and one undo brings it back, another the wind as it was.
  await choose(page, 'Ball');
  await page.getByLabel('Inspector').getByRole('button', { name: 'Delete' }).click();
  await choose(page, 'Wind around colliders, field');
  await expect(page.getByText('The scene has no collider to lead it around.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(desk(page).getByRole('article')).toHaveCount(1);
  await simulated(page);
  expect(await contacts()).toBe(before);
});
