import { ALONE, expect, test } from './test';
import { goToFrame, openExample, simulated } from './steps';

/** Gravity, carrying wind, vortex, attractor and turbulence. */
const fields = [
  { id: 'g', name: 'Gravity', settings: { kind: 'gravity' }, strength: 1 },
  { id: 'w', name: 'Wind', settings: { kind: 'wind' }, strength: 0.5 },
  { id: 'v', name: 'Vortex', settings: { kind: 'vortex' }, strength: 1, falloff: { kind: 'ball', inner: 2, outer: 6 } },
  {
    id: 'a',
    name: 'Attractor',
    settings: { kind: 'attractor' },
    strength: 0.5,
    falloff: { kind: 'ball', inner: 2, outer: 6 },
  },
  { id: 't', name: 'Turbulence', settings: { kind: 'turbulence' }, strength: 1 },
];

const CASES = [
  { at: 48, preroll: 0, drafted: false },
  { at: 240, preroll: 120, drafted: true },
];

for (const { at, preroll, drafted } of CASES)
  test(
    `20 000 particles are tuned at the fader on frame ${at} after ${preroll} of pre-roll while the page stays free`,
    ALONE,
    async ({ page }) => {
      // Drawing is off: the software rasteriser of the test machine is not what is measured.
      await page.addInitScript(() => {
        WebGL2RenderingContext.prototype.drawArrays = () => undefined;
        WebGL2RenderingContext.prototype.drawElements = () => undefined;
      });
      const id = await openExample(page, 'vent-plume');
      await page.evaluate(
        async ([sceneId, stack, frame, before]) => {
          const { scene, revision } = await (await fetch(`/api/scenes/${sceneId}`)).json();
          const [emitter] = scene.emitters;
          const one = {
            ...emitter,
            shape: { kind: 'ball', radius: 1 },
            emission: [{ kind: 'burst', count: 20_000, frame: -before }],
            birth: { life: 99, drag: 0.5 },
          };
          const time = { last: frame + 12, preRoll: before };
          const body = JSON.stringify({ scene: { ...scene, time, emitters: [one], fields: stack } });
          await fetch(`/api/scenes/${sceneId}`, {
            method: 'PUT',
            headers: { 'Content-Type': 'application/json', 'If-Match': `"${revision}"` },
            body,
          });
        },
        [id, fields, at, preroll] as const,
      );
      await page.reload();
      await simulated(page);
      await goToFrame(page, at);
      await expect(page.getByLabel('Particles alive')).toHaveText(/^20\D000 particles$/);

      await page.evaluate(() => {
        const tasks: number[] = [];
        (window as unknown as { tasks: number[] }).tasks = tasks;
        new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({
          type: 'longtask',
        });
        performance.clearMeasures();
      });
      const box = (await page.getByRole('slider', { name: 'Strength of Turbulence' }).boundingBox())!;
      await page.mouse.move(box.x + 20, box.y + box.height / 2);
      await page.mouse.down();
      const begin = Date.now();
      for (let i = 0; i < 180; i++) {
        await page.mouse.move(box.x + 20, box.y + box.height / 2 - 30 * Math.sin(i / 12));
        await page.waitForTimeout(16);
      }
      const seconds = (Date.now() - begin) / 1000;
      // What is left out is said.
      if (drafted) await expect(page.getByRole('button', { name: /^Draft 1 in/ })).toBeVisible();
      const { edits, tasks } = await page.evaluate(() => ({
        edits: performance.getEntriesByName('edit to frame').map((e) => e.duration),
        tasks: (window as unknown as { tasks: number[] }).tasks,
      }));
      await page.mouse.up();
      await simulated(page);
      const sorted = [...edits].toSorted((a, b) => a - b);
      const report = {
        at,
        preroll,
        buffersASecond: Number((edits.length / seconds).toFixed(1)),
        median: Math.round(sorted[Math.floor(sorted.length / 2)]!),
        p90: Math.round(sorted[Math.floor(sorted.length * 0.9)]!),
        longest: Math.round(sorted.at(-1)!),
        longTasks: tasks.map(Math.round),
      };
      console.log(`live tuning: ${JSON.stringify(report)} (ms)`);
      test.info().annotations.push({ type: 'measured', description: JSON.stringify(report) });
      expect(edits.length).toBeGreaterThan(10);
      // Whatever was left out meanwhile, everything is shown in the end.
      await expect(page.getByRole('button', { name: 'All particles' })).toBeVisible();
      await expect(page.getByLabel('Particles alive')).toHaveText(/^20\D000 particles$/);
    },
  );

test(
  'a million births a second leave the page free: no task over 50 ms on its main thread',
  ALONE,
  async ({ page }) => {
    await page.addInitScript(() => {
      WebGL2RenderingContext.prototype.drawArrays = () => undefined;
      WebGL2RenderingContext.prototype.drawElements = () => undefined;
    });
    const id = await openExample(page, 'vent-plume');
    await page.evaluate(async (sceneId) => {
      const { scene, revision } = await (await fetch(`/api/scenes/${sceneId}`)).json();
      const [emitter] = scene.emitters;
      const one = {
        ...emitter,
        shape: { kind: 'ball', radius: 1 },
        emission: [{ kind: 'rate', rate: 1_000_000 }],
        birth: { life: 0.08 },
      };
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
      new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({
        type: 'longtask',
      });
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
  },
);
