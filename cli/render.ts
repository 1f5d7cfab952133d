import flags from './chromium-flags.json';
import { spawn, type ChildProcess } from 'node:child_process';
import { accessSync, constants, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { delimiter, dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from 'playwright-core';
import { ENGINE_VERSION } from '../core/sim/engine-version';
import { findExample } from '../core/examples';
import { drawnFrom } from '../core/kinds/looks/look-back';
import type { Scene } from '../core/document/scene';
import { manifestFor } from '../engine/bake/bake';
import { BakeError } from '../engine/bake/manifest';
import { BakeReader } from '../engine/bake/store';
import { makeFolder } from '../engine/make-folder';
import type { HeadlessJob, HeadlessPart } from '../formats/headless';
import { fitting, framesOf, picturesOf, type AlphaName, type SplitName } from '../formats/render-settings';
import { formatOf, renderFormats } from '../formats/render-formats';
import type { BitsName } from '../formats/render-formats/format';
import { LENT_BAKE } from '../formats/stored-bake';
import { spanOf, UsageError } from './arguments';
import { beforeEnd, stopped } from './interrupt';
import { openScene, readBytes } from './open-scene';
import { Progress } from './progress';
import { report, STANDARD, writeOut } from './write-out';

export interface RenderOptions {
  readonly frames: string | undefined;
  readonly every: number;
  readonly size: string | undefined;
  readonly samples: number | undefined;
  readonly format: string;
  readonly bits: string | undefined;
  readonly alpha: string | undefined;
  readonly layers: string | undefined;
  readonly split: string | undefined;
  /** The folder of a bake whose particles are drawn. */
  readonly bake: string | undefined;
  readonly out: string;
}

/** Names under which Chromium is found. */
const BROWSERS = ['chromium', 'chromium-browser', 'google-chrome-stable', 'google-chrome'];

/** The browser of this machine: what `CHROMIUM` names, or the first on the path. */
function browserPath(): string {
  const named = process.env['CHROMIUM'];
  const places = named
    ? [named]
    : BROWSERS.flatMap((name) => (process.env['PATH'] ?? '').split(delimiter).map((folder) => join(folder, name)));
  const found = places.find((path) => {
    try {
      accessSync(path, constants.X_OK);
      return true;
    } catch {
      return false;
    }
  });
  if (found) return found;
  throw new UsageError(
    named
      ? `CHROMIUM is “${named}”. Use the path of a Chromium that can be run`
      : 'rendering takes Chromium, and none is found on the path; install it, or name it in CHROMIUM',
  );
}

function sizeOf(text: string | undefined): { width: number; height: number } | undefined {
  if (text === undefined) return undefined;
  const match = /^(\d+)[x×](\d+)$/i.exec(text);
  const [width, height] = [Number(match?.[1]), Number(match?.[2])];
  if (match && width >= 16 && height >= 16 && width <= 8192 && height <= 8192) return { width, height };
  throw new UsageError(`--size is “${text}”. Use WxH, each from 16 to 8192`);
}

function oneOf<T extends string>(option: string, text: string, allowed: readonly T[]): T {
  const found = allowed.find((one) => one === text);
  if (found !== undefined) return found;
  throw new UsageError(`--${option} is “${text}”. Use one of ${allowed.join(', ')}`);
}

/** Refuses a bake that is not of the scene, or does not hold the frames. */
function fittingBake(folder: string, scene: Scene, from: number, through: number): void {
  try {
    const reader = new BakeReader(folder);
    const { key } = manifestFor({ scene, from, through, slice: 0, slices: 1 });
    const { manifest } = reader;
    if (manifest.key !== key || manifest.engine !== ENGINE_VERSION || manifest.slices !== 1)
      throw new UsageError(
        `--bake is “${folder}”, a bake of ${manifest.slices > 1 ? 'some of the particles' : `another state of a scene (“${manifest.scene}”)`}. Use one of all particles of this scene`,
      );
    // Trails and motion blur look back at frames before the first that is drawn.
    const first = drawnFrom(scene, from);
    if (manifest.from > first || reader.through < through)
      throw new UsageError(
        `--bake is “${folder}”, which holds frames ${manifest.from} to ${reader.through}; to be drawn are ${first} to ${through}`,
      );
  } catch (error) {
    if (error instanceof BakeError) throw new UsageError(error.message);
    throw error;
  }
}

/** Starts the server of the application for this render alone, and gives its address. */
async function startServer(data: string, bake: string | undefined): Promise<{ address: string; server: ChildProcess }> {
  const here = dirname(fileURLToPath(import.meta.url));
  const server = spawn(
    process.execPath,
    [
      join(here, 'server.js'),
      '--port',
      '0',
      '--temporary',
      '--data',
      data,
      ...(bake === undefined ? [] : ['--bake', resolve(bake)]),
    ],
    // It ends when its standard input does: with this program, however that ends.
    { stdio: ['pipe', 'pipe', 'pipe'] },
  );
  const address = await new Promise<string>((found, failed) => {
    let said = '';
    const hear = (chunk: Buffer) => {
      said += String(chunk);
      const match = /http:\/\/[\d.]+:\d+/.exec(said);
      if (match) found(match[0]);
    };
    server.stdout.on('data', hear);
    server.stderr.on('data', hear);
    server.on('exit', () => failed(new UsageError(`the renderer can’t start: ${said.trim()}`)));
  });
  return { address, server };
}

/** Ends the server and waits until it has gone. */
async function ended(server: ChildProcess): Promise<void> {
  if (server.exitCode !== null || server.signalCode !== null) return;
  const gone = new Promise((done) => server.once('exit', done));
  server.kill('SIGTERM');
  await gone;
}

/** Puts a scene into the server: an example by its name, a file as it is. Gives its id there. */
async function handOver(address: string, name: string, bytes: Uint8Array): Promise<string> {
  const example = findExample(name);
  const form = new FormData();
  if (!example) form.append('file', new Blob([new Uint8Array(bytes)]), 'scene.bathyclast');
  const response = example
    ? await fetch(`${address}/api/scenes`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Origin: address },
        body: JSON.stringify({ example: name }),
      })
    : await fetch(`${address}/api/scenes/import`, { method: 'POST', headers: { Origin: address }, body: form });
  const answer: { id?: string; faults?: readonly { message: string }[] } = await response.json();
  if (!answer.id) throw new UsageError(answer.faults?.[0]?.message ?? 'the scene can’t be handed to the renderer');
  return answer.id;
}

/** `bathyclast render`: draws frames with the renderer of the Output screen, in the Chromium of this machine. */
export async function render(name: string, options: RenderOptions): Promise<void> {
  // Standard input can be read once only.
  const written = findExample(name) ? new Uint8Array() : readBytes(name);
  const { scene } = await openScene(name, written);
  const format = oneOf(
    'format',
    options.format,
    renderFormats.map((one) => one.name),
  );
  const { frames: pictures, bits } = formatOf(format);
  const { first, last } = scene.time;
  const [from, through] = spanOf(options.frames, [first, last], [first, last], 'where the shot is');
  const toStandard = options.out === STANDARD;
  if (toStandard && pictures)
    throw new UsageError('--out is “-”. Use a folder for pictures; standard output takes clips only');
  const out = toStandard ? STANDARD : resolve(options.out);
  const pattern = pictures ? 'frame_####' : 'clip';
  const order: HeadlessJob = {
    scene: '',
    settings: {
      format,
      bits: oneOf<BitsName>('bits', options.bits ?? bits[0] ?? '8', ['8', '16', 'half', 'float']),
      alpha: oneOf<AlphaName>('alpha', options.alpha ?? 'none', ['none', 'straight', 'premultiplied']),
      from,
      through,
      every: options.every,
      layers: oneOf('layers', options.layers ?? 'no', ['yes', 'no']) === 'yes',
      split: oneOf<SplitName>('split', options.split ?? 'together', ['together', 'emitters', 'both']),
      pattern,
      bake: options.bake === undefined ? '' : LENT_BAKE,
    },
    size: sizeOf(options.size),
    samples: options.samples,
  };
  const sampled =
    options.samples === undefined ? scene : { ...scene, output: { ...scene.output, samples: options.samples } };
  if (options.bake !== undefined) fittingBake(options.bake, sampled, from, through);
  const executablePath = browserPath();
  const frames = framesOf(order.settings);
  const drawn = picturesOf(fitting(order.settings), scene.emitters).length;
  if (!toStandard) makeFolder(pictures ? out : dirname(out));
  const begin = performance.now();
  const data = mkdtempSync(join(tmpdir(), 'bathyclast-render-'));
  const running: (() => Promise<unknown>)[] = [() => Promise.resolve(rmSync(data, { recursive: true, force: true }))];
  const tidy = async () => {
    for (const end of running.splice(0).toReversed()) await end().catch(() => undefined);
  };
  const forget = beforeEnd(tidy);
  const progress = new Progress('picture', drawn);
  try {
    const { address, server } = await startServer(data, options.bake);
    running.push(() => ended(server));
    // No limits of time: a machine may be busy, and a stuck one is for its user to stop.
    const browser = await chromium.launch({
      executablePath,
      args: flags,
      timeout: 0,
      handleSIGINT: false,
      handleSIGTERM: false,
      handleSIGHUP: false,
    });
    running.push(() => browser.close());
    const page = await browser.newPage();
    page.setDefaultTimeout(0);
    page.setDefaultNavigationTimeout(0);
    const parts: Buffer[] = [];
    let note = '';
    await page.exposeFunction('takeFromBathyclast', (sent: HeadlessPart) => {
      parts.push(Buffer.from(sent.part, 'base64'));
      if (!sent.last) return;
      const bytes = Buffer.concat(parts.splice(0));
      if (sent.index >= 0) progress.at(sent.index + 1);
      if (sent.index < 0) {
        note = sent.note;
        writeOut(out, bytes);
      } else if (pictures) {
        makeFolder(dirname(join(out, sent.path)));
        writeOut(join(out, sent.path), bytes);
      }
    });
    const id = await handOver(address, name, written);
    await page.goto(`${address}/headless`);
    await page.waitForFunction(() => 'renderWithBathyclast' in window);
    await page.evaluate(
      (asked) =>
        // oxlint-disable-next-line typescript/no-unsafe-type-assertion -- the page has put it there
        (window as unknown as { renderWithBathyclast(order: HeadlessJob): Promise<void> }).renderWithBathyclast(asked),
      { ...order, scene: id },
    );
    progress.end();
    report(
      {
        scene: scene.name,
        format,
        frames: frames.length,
        from,
        through,
        out: options.out,
        ...(note && { note }),
        seconds: Number(((performance.now() - begin) / 1000).toFixed(1)),
      },
      options.out,
    );
  } catch (error) {
    // Errors of a render that is being stopped are of no interest.
    if (stopped.aborted) return;
    throw error;
  } finally {
    await tidy();
    forget();
  }
}
