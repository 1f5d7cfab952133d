import { startFrame } from '../core/sim/step/counters';
import { aliveOn, type Frame } from '../engine/frame';
import { nodePool } from '../engine/node-pool';
import { particleExtensions, particleFormat, particleFormats } from '../formats/particle-formats';
import type { ParticleFormat } from '../formats/particle-formats/format';
import { numbered } from '../formats/render-settings';
import { UsageError } from './arguments';
import { openScene } from './open-scene';
import { Progress } from './progress';
import { report, STANDARD, writeOut } from './write-out';

export interface SimulateOptions {
  readonly frame: number;
  /** The last frame of a sequence, where one is written. */
  readonly through: number | undefined;
  readonly draftFraction: number;
  readonly threads: number;
  readonly substeps: number | undefined;
  /** PLY in text, not binary. */
  readonly plyText: boolean;
  readonly out: string | undefined;
  /** The format of standard output, where `out` is `-`. */
  readonly format: string | undefined;
}

/** The format of a file by its name; of standard output as it is asked for. */
function formatFor({ out, format, plyText }: SimulateOptions): ParticleFormat | undefined {
  if (out === undefined) return undefined;
  const named = out === STANDARD ? (format ?? 'csv') : /\.(\w+)$/.exec(out)?.[1]?.toLowerCase();
  if (named !== undefined && particleExtensions.includes(named))
    return particleFormat(named === 'ply' && plyText ? 'ply-text' : named);
  throw new UsageError(
    out === STANDARD
      ? `--format is “${String(format)}”. Use one of ${particleExtensions.join(', ')}`
      : `--out is “${out}”. Use names that end in ${particleExtensions.map((e) => `.${e}`).join(', ')}, and - for standard output`,
  );
}

/** `bathyclast simulate`: runs to a frame, writes the particles alive there, prints one JSON object. */
export async function simulate(name: string, options: SimulateOptions): Promise<void> {
  const format = formatFor(options);
  if (options.through !== undefined && format?.per !== 'run' && !/#/.test(options.out ?? '')) {
    const whole = particleFormats.flatMap(({ per, extension }) => (per === 'run' ? [`.${extension}`] : []));
    throw new UsageError(
      `--out is “${options.out ?? ''}”. For several frames use ${whole.join(', ')}, or a name with # for the digits of the frame`,
    );
  }
  const opened = await openScene(name);
  const scene =
    options.substeps === undefined
      ? opened.scene
      : { ...opened.scene, time: { ...opened.scene.time, substeps: options.substeps } };
  const start = startFrame(scene);
  if (options.frame < start)
    throw new UsageError(
      `--frame is ${options.frame}. Use whole frames from ${start}, where the run of “${scene.name}” starts`,
    );
  const begin = performance.now();
  const unfit = await format?.unfit?.(scene);
  if (unfit !== undefined) throw new UsageError(`--out is “${options.out}”; ${unfit}`);
  const through = options.through ?? options.frame;
  const writer = await format?.open({ scene, assets: opened.assets, from: options.frame, through });
  const progress = new Progress('frame', through);
  const keep = (frame: Frame) => {
    const content = writer?.add(frame.frame, frame.emitters);
    if (content !== undefined) writeOut(numbered(options.out!, frame.frame), content);
  };
  const pool = nodePool(options.threads);
  const frame = await new Promise<Frame>((resolve, reject) =>
    pool.start({
      scene,
      assets: opened.assets,
      draftFraction: options.draftFraction,
      from: options.frame,
      through,
      onFrame: (made) => {
        try {
          keep(made);
        } catch (error) {
          reject(error);
        }
        progress.at(made.frame);
        if (made.frame === through) resolve(made);
      },
      onFailed: (message) => reject(new Error(message)),
    }),
  ).finally(() => pool.end());
  progress.end();
  const run = writer?.end();
  if (run) writeOut(options.out!, [...run].join(''));
  const seconds = (performance.now() - begin) / 1000;
  const total = (of: 'born' | 'died' | 'retired') => frame.emitters.reduce((n, e) => n + e[of], 0);
  const retired = total('retired');
  report(
    {
      scene: scene.name,
      frame: frame.frame,
      alive: aliveOn(frame),
      born: total('born'),
      died: total('died'),
      retired,
      ...(retired > 0 ? { retiredBy: frame.blamed } : {}),
      seconds: Number(seconds.toFixed(3)),
    },
    options.out,
  );
}
