import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { particleExtensions } from '../formats/particle-formats';
import { renderFormats } from '../formats/render-formats';
import { SceneFaults } from '../formats/scene-faults';
import { inWords, numberOf, UsageError, vectorOf } from './arguments';
import { endOnSignals } from './interrupt';
import { messageOf } from '../core/lib/errors';

type Options = Record<string, string>;

/**
 * A command: its lines of help, and its work with the words behind it. Each loads its own part of the program, so that
 * help comes at once.
 */
interface Command {
  readonly help: string;
  run(args: string[]): void | Promise<void>;
}

/** How a PLY is written. */
function plyOf({ ply = 'binary' }: Options): string {
  if (ply === 'binary' || ply === 'text') return ply;
  throw new UsageError(`--ply is “${ply}”. Use binary and text`);
}

/**
 * The options and names of a command, all with texts, and those of one that may stand several times; anything else is
 * refused.
 */
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
    const options: Options = {};
    for (const [name, value] of Object.entries(values)) if (typeof value === 'string') options[name] = value;
    const all = values[several];
    return { names: positionals, options, all: Array.isArray(all) ? all.map(String) : [] };
  } catch (error) {
    throw new UsageError(
      messageOf(error)
        .split('\n')[0]!
        .replace(/\. To specify.*$/, ''),
    );
  }
}

/** The options and the single name of a command. */
function read(args: string[], allowed: readonly string[], named: boolean): { name: string; options: Options } {
  const { names, options } = readAll(args, allowed);
  if (names.length !== (named ? 1 : 0))
    throw new UsageError(named ? 'Name one scene file or example' : `“${names[0]}” is not expected here`);
  return { name: names[0] ?? '', options };
}

/** `--at -1,0,0` as one word, since a value may begin with a minus; so may `--out -`. */
function joinNegatives(args: string[]): string[] {
  const joined: string[] = [];
  for (const arg of args) {
    const last = joined.at(-1);
    if (/^-($|[\d.])/.test(arg) && last !== undefined && /^--[a-z]+$/.test(last))
      joined[joined.length - 1] = `${last}=${arg}`;
    else joined.push(arg);
  }
  return joined;
}

function required(options: Options, name: string): string {
  const value = options[name];
  if (value === undefined) throw new UsageError(`--${name} is missing`);
  return value;
}

const frameOf = (options: Options) =>
  numberOf('frame', required(options, 'frame'), { whole: true, min: -100000, max: 1000000 });

const optional = (options: Options, name: string, limits: Parameters<typeof numberOf>[2]) => {
  const text = options[name];
  return text === undefined ? undefined : numberOf(name, text, limits);
};

/** The fraction of the particles to simulate; `--share` is the older name of the option. */
function draftOf(options: Options): number {
  const limits = { min: 0, above: true, max: 1 };
  return optional(options, 'draft', limits) ?? optional(options, 'share', limits) ?? 1;
}

/** Tells of each file whether it is a good scene, with every fault at its place. */
async function validate(names: readonly string[]): Promise<void> {
  if (names.length === 0) throw new UsageError('Name one or more scene files');
  const { openScene, readBytes } = await import('./open-scene');
  for (const name of names) {
    try {
      const { scene } = await openScene(name, readBytes(name));
      console.log(`${name}: “${scene.name}” is a good scene`);
    } catch (error) {
      process.exitCode = 2;
      if (error instanceof UsageError) console.error(`bathyclast: ${error.message}`);
      else if (!(error instanceof SceneFaults)) throw error;
      // A fault names its place itself.
      else for (const { message } of error.faults) console.error(`${name}: ${message}`);
    }
  }
}

const COMMANDS: Readonly<Record<string, Command>> = {
  examples: {
    help: `  bathyclast examples [--write DIR]
      lists the example scenes, or writes each as a scene file`,
    async run(args) {
      const { listExamples } = await import('./examples');
      listExamples(read(args, ['write'], false).options['write']);
    },
  },
  simulate: {
    help: `  bathyclast simulate <scene file | example> --frame N [--through M] [--draft S] [--threads T] [--substeps K]
                      [--out FILE${particleExtensions.map((e) => `.${e}`).join('|')}] [--ply binary|text]
                      [--out - --format ${particleExtensions.join('|')}]
      the particles alive at that frame, sorted by emitter and number (.obj: strands as curves and bent meshes), and one JSON
      object on standard output; with --through those of all frames, into one .usda or into files with # for the frame`,
    async run(args) {
      const { name, options } = read(
        args,
        ['frame', 'through', 'draft', 'share', 'threads', 'substeps', 'ply', 'out', 'format'],
        true,
      );
      const { simulate } = await import('./simulate');
      await simulate(name, {
        frame: frameOf(options),
        plyText: plyOf(options) === 'text',
        through: optional(options, 'through', { whole: true, min: frameOf(options), max: 1000000 }),
        draftFraction: draftOf(options),
        threads: optional(options, 'threads', { min: 1, max: 64, whole: true }) ?? 1,
        substeps: optional(options, 'substeps', { min: 1, max: 64, whole: true }),
        out: options['out'],
        format: options['format'],
      });
    },
  },
  render: {
    help: `  bathyclast render <scene file | example> --out DIR|FILE [--frames A-B] [--every N] [--size WxH] [--samples S]
                    [--format ${renderFormats.map(({ name }) => name).join('|')}] [--bits 8|16|half|float] [--alpha none|straight|premultiplied]
                    [--layers yes|no] [--split together|emitters|both] [--bake DIR]
      pictures into a folder, or a clip into a file, by the renderer of the Output screen in the Chromium of this machine;
      CHROMIUM names another; --layers adds depth, velocity and number to OpenEXR, --split draws each emitter by itself;
      --bake takes the particles from a bake of the scene`,
    async run(args) {
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
    },
  },
  bake: {
    help: `  bathyclast bake <scene file | example> --out DIR [--frames A-B] [--slice i/n] [--threads T]
      simulated frames into a folder; run again it goes on where it was broken off; --slice makes the i-th of n parts, that can be made
      on as many machines`,
    async run(args) {
      const { name, options } = read(args, ['out', 'frames', 'slice', 'threads'], true);
      const { bake } = await import('./bake');
      await bake(name, {
        out: required(options, 'out'),
        frames: options['frames'],
        slice: options['slice'],
        threads: optional(options, 'threads', { min: 1, max: 64, whole: true }),
      });
    },
  },
  merge: {
    help: `  bathyclast merge DIR... --out DIR
      puts all parts of a bake together: the files of a bake made in one`,
    async run(args) {
      const { names, options } = readAll(args, ['out']);
      const { merge } = await import('./bake');
      await merge(names, required(options, 'out'));
    },
  },
  measure: {
    help: `  bathyclast measure <scene file | example> --frame N --at x,y,z [--velocity vx,vy,vz]
                     [--emitter E] [--number n] [--age s] [--mass kg] [--drag kg/s]
      each field's weight and vector at that point, each group's, and the stack's total`,
    async run(args) {
      const { name, options } = read(
        args,
        ['frame', 'at', 'velocity', 'emitter', 'number', 'key', 'age', 'mass', 'drag'],
        true,
      );
      const whole = { min: 0, max: 4294967295, whole: true };
      const { measure } = await import('./measure');
      await measure(name, {
        frame: frameOf(options),
        at: vectorOf('at', required(options, 'at')),
        velocity: vectorOf('velocity', options['velocity'] ?? '0,0,0'),
        emitter: options['emitter'],
        // The particle’s number; `--key` is the older name of the option.
        key: optional(options, 'number', whole) ?? optional(options, 'key', whole),
        age: optional(options, 'age', { min: 0 }) ?? 0,
        mass: optional(options, 'mass', { min: 0, above: true }),
        drag: optional(options, 'drag', { min: 0 }),
      });
    },
  },
  trials: {
    help: `  bathyclast trials <scene file | example> --vary ADDRESS=LOW:HIGH:STEPS|VALUE,VALUE,... [--vary ...] --out SHEET.csv
                    [--frame N] [--draft S] [--measure speed,spread,coverage,alive,height,energy,difference] [--slice i/n]
      every combination of values, run from the start to that frame (the last of the shot): a line each with what is measured;
      addresses are such as fields/vortex/strength, desk/master or seed, or names from the screen such as 'Vortex/Inward pull';
      fractions are from 0 to 1; --slice runs the i-th of n parts of the sheet`,
    async run(args) {
      const { names, options, all } = readAll(args, ['frame', 'draft', 'share', 'measure', 'slice', 'out'], 'vary');
      if (names.length !== 1) throw new UsageError('Name one scene file or example');
      const { trials } = await import('./trials');
      await trials(names[0]!, {
        vary: all,
        frame: optional(options, 'frame', { whole: true, min: -100000, max: 1000000 }),
        draftFraction: draftOf(options),
        measure: options['measure'],
        slice: options['slice'],
        out: required(options, 'out'),
      });
    },
  },
  validate: {
    help: `  bathyclast validate <scene file>...
      exit code 0, or 2 and every fault of every file with its place in it; warns of fields that can do nothing`,
    run: (args) => validate(readAll(args, []).names),
  },
};

const HELP = `bathyclast: particles, force fields and their falloff, from the terminal

${Object.values(COMMANDS)
  .map(({ help }) => help)
  .join('\n')}
  bathyclast <command> --help, bathyclast --version

A scene file or FILE called - is standard input or output. Lengths are in metres, times in seconds, masses in kilograms. Mistakes end with
exit code 2, Ctrl+C with 130, SIGTERM with 143.
`;

/** The version of the program, from the package that the built file stands in. */
function versionOf(): string {
  const file = readFileSync(new URL('../../package.json', import.meta.url), 'utf8');
  const { version }: { version: string } = JSON.parse(file);
  return version;
}

async function run([name, ...args]: string[]): Promise<void> {
  if (name === undefined || name === 'help' || name === '--help' || name === '-h') return console.log(HELP);
  if (name === '--version') return console.log(versionOf());
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
  if (!command) throw new UsageError(`“${name}” is no command. Use ${inWords(Object.keys(COMMANDS))}`);
  if (args.includes('--help') || args.includes('-h')) return console.log(command.help.replace(/^ {2}/gm, ''));
  await command.run(args);
}

/**
 * Runs one command line; a mistake is one line on standard error and exit code 2, and so is whatever else goes wrong,
 * with 1.
 */
export async function main(args: string[]): Promise<void> {
  endOnSignals();
  try {
    await run(args);
  } catch (error) {
    const expected = error instanceof SceneFaults || error instanceof UsageError;
    const [line] = messageOf(error).split('\n');
    console.error(`bathyclast: ${expected ? line : `it failed: ${line}`}`);
    if (!expected && process.env['BATHYCLAST_TRACE']) console.error(error);
    process.exitCode = expected ? 2 : 1;
  }
}

await main(process.argv.slice(2));
