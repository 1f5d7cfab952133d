// `npm run pictures`: draws the pictures of the examples that ship with the page, in the browser, as a first visit does.
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { build } from './build.mjs';
import { BROWSER } from './chromium.mjs';
import { install } from './install.mjs';
import { root } from './run.mjs';

const PORT = 5197;
const folder = join(root, 'web', 'public', 'examples');

await install();
// Without the present ones the page draws them anew.
rmSync(folder, { recursive: true, force: true });
build();
const data = mkdtempSync(join(tmpdir(), 'bathyclast-pictures-'));
const server = spawn(
  process.execPath,
  [join(root, 'dist', 'node', 'server.js'), '--port', String(PORT), '--data', data],
  {
    stdio: ['ignore', 'pipe', 'inherit'],
  },
);
await once(server.stdout, 'data');
const browser = await chromium.launch(BROWSER);
try {
  const page = await browser.newPage({ reducedMotion: 'reduce' });
  const origin = `http://127.0.0.1:${PORT}`;
  await page.goto(origin);
  const cards = async () => (await (await page.request.get(`${origin}/api/scenes`)).json()).scenes;
  while ((await cards()).some(({ openingRevision }) => openingRevision === null)) await page.waitForTimeout(1000);
  mkdirSync(folder, { recursive: true });
  const drawnFrom = {};
  for (const { id } of await cards()) {
    const { scene } = await (await page.request.get(`${origin}/api/scenes/${id}`)).json();
    const slug = scene.name.toLowerCase().replaceAll(' ', '-');
    const webp = await page.evaluate(async (address) => {
      const bitmap = await createImageBitmap(await (await fetch(address)).blob());
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
      canvas.getContext('2d').drawImage(bitmap, 0, 0);
      const blob = await canvas.convertToBlob({ type: 'image/webp', quality: 0.85 });
      return [...new Uint8Array(await blob.arrayBuffer())];
    }, `/api/scenes/${id}/picture`);
    writeFileSync(join(folder, `${slug}.webp`), Uint8Array.from(webp));
    // The page draws it as WebP.
    const opening = await (await page.request.get(`${origin}/api/scenes/${id}/opening`)).body();
    writeFileSync(join(folder, `${slug}-opening.webp`), opening);
    // How it is rendered is not in its picture.
    drawnFrom[slug] = createHash('sha256')
      .update(JSON.stringify({ ...scene, renders: undefined }))
      .digest('hex');
    console.log(`${slug}: ${webp.length} and ${opening.length} bytes`);
  }
  writeFileSync(join(folder, 'drawn-from.json'), `${JSON.stringify(drawnFrom, undefined, 2)}\n`);
} finally {
  await browser.close();
  server.kill();
  rmSync(data, { recursive: true, force: true });
}
build();
