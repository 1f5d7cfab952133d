// `npm run bench:page`: how long a person waits for the page, cold, in Chromium that draws in software: five runs each,
// medians, as JSON lines. Names of examples after `--` leave out the others; `crowds` is the case with many particles.
import { mkdtempSync, rmSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { build } from './build.mjs';
import { BROWSER } from './chromium.mjs';
import { install } from './install.mjs';
import { root } from './run.mjs';

const PORT = 5198;
const RUNS = 5;
const origin = `http://127.0.0.1:${PORT}`;

const median = (numbers) => numbers.toSorted((a, b) => a - b)[Math.floor(numbers.length / 2)];
const tell = (line) => console.log(JSON.stringify(line));

const now = (page) => page.evaluate(() => performance.now());

/** Milliseconds on the page’s own clock from now until a condition holds there, looked at on each frame. */
async function until(page, condition) {
  const begin = await now(page);
  await page.waitForFunction(condition, undefined, { polling: 'raf', timeout: 120_000 });
  return (await now(page)) - begin;
}

/** A browser of its own with nothing kept, at the list of scenes. */
async function coldPage(browser) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto(origin);
  await page.getByRole('heading', { name: 'Scenes' }).waitFor();
  return { page, close: () => context.close() };
}

/**
 * Milliseconds from the click on a card to the first picture in the view and to the third frame that plays, be they kept
 * pictures of the opening or drawn by the view; and to particles that the view has drawn itself.
 */
async function openingOf(browser, name) {
  const { page, close } = await coldPage(browser);
  await page.locator(`[data-scene="${name}"] a`).first().waitFor();
  const measured = await page.evaluate(
    (card) =>
      new Promise((resolve) => {
        const began = performance.now();
        const seen = {};
        const note = (what, holds) => {
          if (holds) seen[what] ??= performance.now() - began;
        };
        const look = () => {
          const kept = document.querySelector('[data-testid=opening]') !== null;
          const drawn = /alive [1-9]/.test(document.querySelector('[role=application]')?.textContent ?? '') && !kept;
          const ruler = document.querySelector('[role=slider][aria-label=Frame]');
          const at = Number(ruler?.getAttribute('aria-valuenow')) - Number(ruler?.getAttribute('aria-valuemin'));
          note('first', kept || drawn);
          note('third', (kept || drawn) && at >= 2);
          note('drawn', drawn);
          if (Object.keys(seen).length === 3) resolve(seen);
          else requestAnimationFrame(look);
        };
        document.querySelector(`[data-scene="${card}"] a`).click();
        look();
      }),
    name,
  );
  await close();
  return measured;
}

/** A scene with so many particles that live on, drawn by a look. */
const crowd = (scene, count, look) => ({
  ...scene,
  name: `${count} by ${look}`,
  time: { ...scene.time, first: 0, last: 47, preRoll: 0 },
  // The other emitter goes, with what is sent to it.
  fields: scene.fields.map((field) => ({ ...field, sends: {} })),
  emitters: [
    {
      ...scene.emitters[0],
      masks: [],
      gate: { kind: 'always' },
      emission: [{ kind: 'burst', count, frame: 0 }],
      birth: { ...scene.emitters[0].birth, immortal: true },
      look: { kind: look },
      addedLooks: [],
    },
  ],
});

async function makeScene(count, look) {
  const headers = { Origin: origin, 'Content-Type': 'application/json' };
  const posted = await fetch(`${origin}/api/scenes`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ example: 'vent-plume' }),
  });
  const { id, revision, scene } = await posted.json();
  const put = await fetch(`${origin}/api/scenes/${id}`, {
    method: 'PUT',
    headers: { ...headers, 'If-Match': `"${revision}"` },
    body: JSON.stringify({ scene: crowd(scene, count, look) }),
  });
  if (!put.ok) throw new Error(await put.text());
  return id;
}

/** Frames a second while it plays, and milliseconds from a press to the palette on the screen. */
async function handOf(browser, id) {
  const { page, close } = await coldPage(browser);
  await page.goto(`${origin}/scene/${id}`);
  await until(page, () => document.querySelector('[data-testid=cached]')?.style.width.includes('100%'));
  const frames = await page.evaluate(
    () =>
      new Promise((resolve) => {
        const ruler = document.querySelector('[role=slider][aria-label=Frame]');
        let count = 0;
        const watch = new MutationObserver(() => count++);
        watch.observe(ruler, { attributeFilter: ['aria-valuenow'] });
        setTimeout(() => {
          watch.disconnect();
          resolve(count / 8);
        }, 8000);
      }),
  );
  // The press comes from outside, as that of a hand does; the page notes when it arrives and when the answer is drawn.
  await page.evaluate(() => {
    window.pressed = new Promise((resolve) => {
      const look = (began) =>
        document.querySelector('[role=dialog]')
          ? resolve(performance.now() - began)
          : requestAnimationFrame(() => look(began));
      document.addEventListener('pointerdown', ({ timeStamp }) => look(timeStamp), { capture: true, once: true });
    });
  });
  await page.locator('#add-field').click({ noWaitAfter: true, timeout: 60_000 });
  const answer = await page.evaluate(() => window.pressed);
  await close();
  return { frames, answer };
}

async function several(measure) {
  const found = [];
  for (let run = 0; run < RUNS; run++) found.push(await measure());
  const names = Object.keys(found[0]);
  return Object.fromEntries(names.map((name) => [name, Number(median(found.map((one) => one[name])).toPrecision(3))]));
}

await install();
build();
const data = mkdtempSync(join(tmpdir(), 'bathyclast-bench-'));
const program = join(root, 'dist', 'node', 'server.js');
const server = spawn(process.execPath, [program, '--port', String(PORT), '--data', data], {
  stdio: ['ignore', 'pipe', 'inherit'],
});
await once(server.stdout, 'data');
const browser = await chromium.launch(BROWSER);
try {
  const { scenes } = await (await fetch(`${origin}/api/scenes`)).json();
  const wanted = process.argv.slice(2);
  for (const { name } of scenes) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    const { first, third, drawn } = await several(() => openingOf(browser, name));
    tell({
      case: 'from the click on a card',
      scene: name,
      firstPictureMs: first,
      thirdFrameMs: third,
      drawnByTheViewMs: drawn,
    });
  }
  if (wanted.length === 0 || wanted.includes('crowds'))
    for (const look of ['sprite', 'instance']) {
      const id = await makeScene(20_000, look);
      const { frames, answer } = await several(() => handOf(browser, id));
      tell({ case: '20 000 particles play', look, framesASecond: frames, pressToAnswerMs: answer });
    }
} finally {
  await browser.close();
  server.kill();
  await once(server, 'exit');
  rmSync(data, { recursive: true });
}
