import { expect, test } from '@playwright/test';
import { goToFrame, openExample, simulated } from './steps';

/** 50 000 particles under gravity, carrying wind, vortex, attractor and turbulence. */
const fields = [
  { id: 'g', name: 'Gravity', settings: { kind: 'gravity' }, strength: 1 },
  { id: 'w', name: 'Wind', settings: { kind: 'wind' }, strength: 0.5 },
  { id: 'v', name: 'Vortex', settings: { kind: 'vortex' }, strength: 1, extent: { kind: 'ball', core: 2, reach: 6 } },
  { id: 'a', name: 'Attractor', settings: { kind: 'attractor' }, strength: 0.5, extent: { kind: 'ball', core: 2, reach: 6 } },
  { id: 't', name: 'Turbulence', settings: { kind: 'turbulence' }, strength: 1 },
];

test('50 000 particles are tuned at the fader while the page stays free', async ({ page }) => {
  // Drawing is off: the software rasteriser of the test machine is not what is measured.
  await page.addInitScript(() => {
    WebGL2RenderingContext.prototype.drawArrays = () => undefined;
    WebGL2RenderingContext.prototype.drawElements = () => undefined;
  });
  const id = await openExample(page, 'vent-plume');
  await page.evaluate(
    async ([sceneId, stack]) => {
      const { scene, revision } = await (await fetch(`/api/scenes/${sceneId}`)).json();
      const [emitter] = scene.emitters;
      const one = {
        ...emitter,
        shape: { kind: 'ball', radius: 1 },
        amounts: [{ kind: 'burst', count: 50_000 }],
        birth: { life: 99, drag: 0.5 },
      };
      const body = JSON.stringify({ scene: { ...scene, time: { last: 60 }, emitters: [one], fields: stack } });
      await fetch(`/api/scenes/${sceneId}`, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json', 'If-Match': `"${revision}"` },
        body,
      });
    },
    [id, fields] as const,
  );
  await page.reload();
  await simulated(page);
  await goToFrame(page, 48);
  await page
    .getByRole('button', { name: 'Pause' })
    .or(page.getByRole('button', { name: 'Play' }))
    .first()
    .waitFor();

  await page.evaluate(() => {
    const tasks: number[] = [];
    (window as unknown as { tasks: number[] }).tasks = tasks;
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({ type: 'longtask' });
    performance.clearMeasures();
  });
  const box = (await page.getByRole('slider', { name: 'Strength of Turbulence' }).boundingBox())!;
  await page.mouse.move(box.x + 20, box.y + box.height / 2);
  await page.mouse.down();
  for (let i = 0; i < 120; i++) {
    await page.mouse.move(box.x + 20, box.y + box.height / 2 - 30 * Math.sin(i / 12));
    await page.waitForTimeout(16);
  }
  await expect(page.getByRole('button', { name: /^Draft 1 in/ })).toBeVisible();
  await page.mouse.up();
  await simulated(page);
  const { edits, tasks } = await page.evaluate(() => ({
    edits: performance.getEntriesByName('edit to frame').map((e) => e.duration),
    tasks: (window as unknown as { tasks: number[] }).tasks,
  }));
  const sorted = [...edits].sort((a, b) => a - b);
  const report = {
    edits: edits.length,
    median: Math.round(sorted[Math.floor(sorted.length / 2)]!),
    p90: Math.round(sorted[Math.floor(sorted.length * 0.9)]!),
    longest: Math.round(sorted.at(-1)!),
    longTasks: tasks.map(Math.round),
  };
  console.log(`live tuning: ${JSON.stringify(report)} (ms)`);
  test.info().annotations.push({ type: 'measured', description: JSON.stringify(report) });
  expect(edits.length).toBeGreaterThan(10);
  // The draft deepened by itself, and everything was shown in the end.
  await expect(page.getByRole('button', { name: 'All particles' })).toBeVisible();
});

test('a million births a second leave the page free: no task over 50 ms on its main thread', async ({ page }) => {
  await page.addInitScript(() => {
    WebGL2RenderingContext.prototype.drawArrays = () => undefined;
    WebGL2RenderingContext.prototype.drawElements = () => undefined;
  });
  const id = await openExample(page, 'vent-plume');
  await page.evaluate(async (sceneId) => {
    const { scene, revision } = await (await fetch(`/api/scenes/${sceneId}`)).json();
    const [emitter] = scene.emitters;
    const one = { ...emitter, shape: { kind: 'ball', radius: 1 }, amounts: [{ kind: 'rate', rate: 1_000_000 }], birth: { life: 0.08 } };
    await fetch(`/api/scenes/${sceneId}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json', 'If-Match': `"${revision}"` },
      body: JSON.stringify({ scene: { ...scene, time: { last: 60 }, emitters: [one], fields: [] } }),
    });
  }, id);
  await page.reload();
  await simulated(page);
  await page.evaluate(() => {
    const tasks: number[] = [];
    (window as unknown as { tasks: number[] }).tasks = tasks;
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({ type: 'longtask' });
  });
  await page.keyboard.press('Home');
  await page.keyboard.press('Space');
  await page.waitForTimeout(4000);
  await page.keyboard.press('Space');
  const tasks = await page.evaluate(() => (window as unknown as { tasks: number[] }).tasks.map(Math.round));
  const alive = await page.getByLabel('Particles alive').innerText();
  console.log(`a million births a second: ${alive} alive, tasks over 50 ms ${JSON.stringify(tasks)}`);
  test.info().annotations.push({ type: 'measured', description: JSON.stringify({ alive, tasks }) });
  expect(Number(alive.replace(/\D/g, ''))).toBeGreaterThan(50_000);
});
