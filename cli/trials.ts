import { existsSync } from 'node:fs';
import { startFrame } from '../core/sim/step/counters';
import { MEASURE_NAMES, measuredOf, runTrial, type Measure } from '../core/measure/trials/trial';
import { cellsOf, readVariation, VariationError, withValues } from '../core/measure/trials/variation';
import { clearWideRegisters } from '../engine/wide-registers';
import { startKernelBackend } from '../kernel/use-kernel';
import { UsageError } from './arguments';
import { breathe } from './interrupt';
import { openScene } from './open-scene';
import { Progress } from './progress';
import { report, STANDARD, writeOut } from './write-out';

export interface TrialsOptions {
  readonly vary: readonly string[];
  /** The last frame of the shot where it is left out. */
  readonly frame: number | undefined;
  readonly draftFraction: number;
  /** Parted by commas; all of them where it is left out. */
  readonly measure: string | undefined;
  /** `i/n`: the i-th of n parts of the sheet. */
  readonly slice: string | undefined;
  readonly out: string;
}

const MOST_CELLS = 100_000;

function measuresOf(text: string | undefined): readonly Measure[] {
  if (text === undefined) return MEASURE_NAMES;
  return text.split(',').map((word) => {
    const name = MEASURE_NAMES.find((one) => one === word.trim());
    if (!name) throw new UsageError(`--measure is “${word}”. Use one of ${MEASURE_NAMES.join(', ')}`);
    return name;
  });
}

function partOf(text: string | undefined): { part: number; parts: number } {
  if (text === undefined) return { part: 1, parts: 1 };
  const [part = NaN, parts = NaN] = text.split('/').map(Number);
  if (!(Number.isInteger(part) && Number.isInteger(parts) && part >= 1 && part <= parts))
    throw new UsageError(`--slice is “${text}”. Use i/n with i from 1 to n`);
  return { part, parts };
}

const cellOf = (value: number | string): string =>
  typeof value === 'string' ? value : Number.isNaN(value) ? '' : String(value);

/** `bathyclast trials`: runs every cell of a sheet to a frame, and writes what is measured there, a line each. */
export async function trials(name: string, options: TrialsOptions): Promise<void> {
  if (options.out !== STANDARD && !/\.csv$/i.test(options.out))
    throw new UsageError(`--out is “${options.out}”. Use names that end in .csv, and - for standard output`);
  if (options.vary.length === 0)
    throw new UsageError('--vary is missing. Use address=low:high:steps and address=value,value,…');
  const measures = measuresOf(options.measure);
  const { part, parts } = partOf(options.slice);
  const { scene, assets } = await openScene(name);
  const frame = options.frame ?? scene.time.last;
  if (frame < startFrame(scene))
    throw new UsageError(
      `--frame is ${frame}. Use whole frames from ${startFrame(scene)}, where the run of “${scene.name}” starts`,
    );
  const { backend, refused } = startKernelBackend();
  if (refused !== undefined) throw new UsageError(refused);
  try {
    const variations = options.vary.map((text) => readVariation(scene, text));
    const cells = cellsOf(variations);
    if (cells.length > MOST_CELLS)
      throw new UsageError(`the sheet has ${cells.length} cells. The limit is ${MOST_CELLS}`);
    // All are made before the first is run, so that a value that is not allowed is told at once.
    const mine = cells
      .filter((_, i) => i % parts === part - 1)
      .map((cell) => ({ cell, scene: withValues(scene, cell.values) }));
    const current = runTrial(scene, assets, options.draftFraction, frame, backend);
    const lines = [[...variations.map(({ address }) => address), 'frame', ...measures].join(',')];
    const progress = new Progress('cell', mine.length);
    for (const [i, { cell, scene: tried }] of mine.entries()) {
      await breathe();
      progress.at(i + 1);
      clearWideRegisters();
      const measured = measuredOf(
        tried,
        assets,
        runTrial(tried, assets, options.draftFraction, frame, backend),
        current,
      );
      lines.push(
        [...cell.values.map(([, value]) => cellOf(value)), frame, ...measures.map((m) => cellOf(measured[m]))].join(
          ',',
        ),
      );
    }
    progress.end();
    const replaced = options.out !== STANDARD && existsSync(options.out);
    writeOut(options.out, `${lines.join('\n')}\n`);
    report({ scene: scene.name, frame, cells: mine.length, of: cells.length, out: options.out, replaced }, options.out);
  } catch (error) {
    if (error instanceof VariationError) throw new UsageError(error.message);
    throw error;
  }
}
