import { parseArgs } from 'node:util';
import { SceneFaults } from '../formats/scene-faults';
import { readSceneFile } from '../formats/scene-file';
import { numberOf, UsageError, vectorOf } from './arguments';
import { bake, merge } from './bake';
import { listExamples } from './examples';
import { measure } from './measure';
import { readBytes } from './open-scene';
import { simulate } from './simulate';
import { trials } from './trials';

const HELP = `bathyclast: particles, force fields and their falloff, from the terminal

  bathyclast examples [--write DIR]
      lists the example scenes, or writes each as a scene file
  bathyclast simulate <scene file | example> --frame N [--through M] [--share S] [--threads T] [--substeps K]
                      [--out FILE.csv|.ply|.glb|.usda|.obj] [--ply binary|text]
      the particles alive at that frame, sorted by emitter and number (.obj: strands as curves and bent meshes), and one JSON
      object on standard output; with --through those of all frames, into one .usda or into files with # for the frame
  bathyclast render <scene file | example> --out DIR|FILE [--frames A-B] [--every N] [--size WxH] [--samples S]
                    [--format png|exr|mp4|webm|gif|apng] [--bits 8|16|half|float] [--alpha none|straight|premultiplied]
                    [--layers yes|no] [--split together|emitters|both] [--bake DIR]
      pictures into a folder, or a clip into a file, by the renderer of the Output screen in the Chromium of this machine;
      CHROMIUM names another; --layers adds depth, velocity and number to OpenEXR, --split draws each emitter by itself;
      --bake takes the particles from a bake of the scene
  bathyclast bake <scene file | example> --out DIR [--frames A-B] [--slice i/n] [--threads T]
      simulated frames into a folder; run again it goes on where it was broken off; --slice makes the i-th of n parts, that can be made
      on as many machines
  bathyclast merge DIR... --out DIR
      puts all parts of a bake together: the files of a bake made in one
  bathyclast measure <scene file | example> --frame N --at x,y,z [--velocity vx,vy,vz]
                     [--emitter E] [--key k] [--age s] [--mass kg] [--drag kg/s]
      each field's weight and vector at that point, and the stack's total
  bathyclast trials <scene file | example> --vary ADDRESS=LOW:HIGH:STEPS|VALUE,VALUE,... [--vary ...] --out SHEET.csv
                    [--frame N] [--share S] [--measure speed,spread,coverage,alive,height,energy,difference] [--slice i/n]
      every combination of values, run from the start to that frame (the last of the shot): a line each with what is measured;
      addresses are such as fields/vortex/strength, desk/master or seed; --slice runs the i-th of n parts of the sheet
  bathyclast validate <scene file>
      exit code 0, or 2 and every fault with its place in the file

Lengths are in metres, times in seconds, masses in kilograms. Mistakes end with exit code 2.
`;

type Options = Record<string, string>;

/** How a PLY is written. */
function plyOf({ ply = 'binary' }: Options): string {
  if (ply === 'binary' || ply === 'text') return ply;
  throw new UsageError(`--ply is “${ply}”; allowed are binary and text`);
}

/** The options and names of a command, all with texts, and those of one that may stand several times; anything else is refused. */
function readAll(
  args: string[],
  allowed: readonly string[],
  several = '',
): { names: readonly string[]; options: Options; all: readonly string[] } {
  try {
    const { values, positionals } = parseArgs({
      args: joinNegatives(args),
      allowPositionals: true,
      options: {
        ...Object.fromEntries(allowed.map((o) => [o, { type: 'string' as const }])),
        ...(several && { [several]: { type: 'string' as const, multiple: true } }),
      },
    });
    const { [several]: all = [], ...options } = values as Record<string, string | string[]>;
    return { names: positionals, options: options as Options, all: all as string[] };
  } catch (error) {
    throw new UsageError((error as Error).message.split('\n')[0]!.replace(/\. To specify.*$/, ''));
  }
}

/** The options and the single name of a command. */
function read(args: string[], allowed: readonly string[], named: boolean): { name: string; options: Options } {
  const { names, options } = readAll(args, allowed);
  if (names.length !== (named ? 1 : 0))
    throw new UsageError(named ? 'give one scene file or example' : `“${names[0]}” is not expected here`);
  return { name: names[0] ?? '', options };
}

/** `--at -1,0,0` as one word, since a value may begin with a minus. */
function joinNegatives(args: string[]): string[] {
  const joined: string[] = [];
  for (const arg of args) {
    const last = joined.at(-1);
    if (/^-[\d.]/.test(arg) && last !== undefined && /^--[a-z]+$/.test(last)) joined[joined.length - 1] = `${last}=${arg}`;
    else joined.push(arg);
  }
  return joined;
}

function required(options: Options, name: string): string {
  const value = options[name];
  if (value === undefined) throw new UsageError(`--${name} is missing`);
  return value;
}

const frameOf = (options: Options) => numberOf('frame', required(options, 'frame'), { whole: true, min: -100000, max: 1000000 });

const optional = (options: Options, name: string, limits: Parameters<typeof numberOf>[2]) => {
  const text = options[name];
  return text === undefined ? undefined : numberOf(name, text, limits);
};

async function validate(name: string): Promise<void> {
  try {
    const { scene } = await readSceneFile(readBytes(name));
    console.log(`${name}: “${scene.name}” is a good scene`);
  } catch (error) {
    if (!(error instanceof SceneFaults)) throw error;
    for (const { field, message } of error.faults) console.error(`${name}: ${field === 'file' ? '' : `${field}: `}${message}`);
    process.exitCode = 2;
  }
}

async function run([command, ...args]: string[]): Promise<void> {
  if (command === undefined || command === 'help' || command === '--help' || command === '-h' || args.includes('--help')) console.log(HELP);
  else if (command === 'examples') listExamples(read(args, ['write'], false).options['write']);
  else if (command === 'validate') await validate(read(args, [], true).name);
  else if (command === 'simulate') {
    const { name, options } = read(args, ['frame', 'through', 'share', 'threads', 'substeps', 'ply', 'out'], true);
    await simulate(name, {
      frame: frameOf(options),
      plyText: plyOf(options) === 'text',
      through: optional(options, 'through', { whole: true, min: frameOf(options), max: 1000000 }),
      share: optional(options, 'share', { min: 0, above: true, max: 1 }) ?? 1,
      threads: optional(options, 'threads', { min: 1, max: 64, whole: true }) ?? 1,
      substeps: optional(options, 'substeps', { min: 1, max: 64, whole: true }),
      out: options['out'],
    });
  } else if (command === 'render') {
    const { name, options } = read(
      args,
      ['out', 'frames', 'every', 'size', 'samples', 'format', 'bits', 'alpha', 'layers', 'split', 'bake'],
      true,
    );
    const { render } = await import('./render');
    await render(name, {
      out: required(options, 'out'),
      frames: options['frames'],
      every: optional(options, 'every', { min: 1, max: 1000, whole: true }) ?? 1,
      size: options['size'],
      samples: optional(options, 'samples', { min: 1, max: 512, whole: true }),
      format: options['format'] ?? 'png',
      bits: options['bits'],
      alpha: options['alpha'],
      layers: options['layers'],
      split: options['split'],
      bake: options['bake'],
    });
  } else if (command === 'bake') {
    const { name, options } = read(args, ['out', 'frames', 'slice', 'threads'], true);
    await bake(name, {
      out: required(options, 'out'),
      frames: options['frames'],
      slice: options['slice'],
      threads: optional(options, 'threads', { min: 1, max: 64, whole: true }),
    });
  } else if (command === 'merge') {
    const { names, options } = readAll(args, ['out']);
    merge(names, required(options, 'out'));
  } else if (command === 'measure') {
    const { name, options } = read(args, ['frame', 'at', 'velocity', 'emitter', 'key', 'age', 'mass', 'drag'], true);
    await measure(name, {
      frame: frameOf(options),
      at: vectorOf('at', required(options, 'at')),
      velocity: vectorOf('velocity', options['velocity'] ?? '0,0,0'),
      emitter: options['emitter'],
      key: optional(options, 'key', { min: 0, max: 4294967295, whole: true }),
      age: optional(options, 'age', { min: 0 }) ?? 0,
      mass: optional(options, 'mass', { min: 0, above: true }),
      drag: optional(options, 'drag', { min: 0 }),
    });
  } else if (command === 'trials') {
    const { names, options, all } = readAll(args, ['frame', 'share', 'measure', 'slice', 'out'], 'vary');
    if (names.length !== 1) throw new UsageError('give one scene file or example');
    await trials(names[0]!, {
      vary: all,
      frame: optional(options, 'frame', { whole: true, min: -100000, max: 1000000 }),
      share: optional(options, 'share', { min: 0, above: true, max: 1 }) ?? 1,
      measure: options['measure'],
      slice: options['slice'],
      out: required(options, 'out'),
    });
  } else
    throw new UsageError(`“${command}” is no command; allowed are examples, simulate, render, bake, merge, measure, trials and validate`);
}

/** Runs one command line; a mistake is one line on standard error and exit code 2. */
export async function main(args: string[]): Promise<void> {
  try {
    await run(args);
  } catch (error) {
    if (error instanceof SceneFaults) console.error(`bathyclast: ${error.message}`);
    else if (error instanceof UsageError) console.error(`bathyclast: ${error.message}`);
    else throw error;
    process.exitCode = 2;
  }
}

await main(process.argv.slice(2));
