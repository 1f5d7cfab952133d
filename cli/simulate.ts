import { startFrame } from '../core/sim/step/spawner';
import { aliveOn, type Frame } from '../engine/frame';
import { nodePool } from '../engine/node-pool';
import { hasBodies } from '../formats/bodies-obj';
import { particleFile } from '../formats/particle-files';
import { tablesOf } from '../formats/particles';
import { UsdaWriter } from '../formats/particles-usda';
import { curveSourcesOf } from '../formats/usd-curves';
import { numbered } from '../formats/render-settings';
import { UsageError } from './arguments';
import { openScene } from './open-scene';
import { Progress } from './progress';
import { report, STANDARD, writeOut } from './write-out';

export interface SimulateOptions {
  readonly frame: number;
  /** The last frame of a sequence, where one is written. */
  readonly through: number | undefined;
  readonly share: number;
  readonly threads: number;
  readonly substeps: number | undefined;
  /** PLY in text, not binary. */
  readonly plyText: boolean;
  readonly out: string | undefined;
  /** The format of standard output, where `out` is `-`. */
  readonly format: string | undefined;
}

const KINDS = ['csv', 'ply', 'obj', 'glb', 'usda'] as const;

/** The format of a file by its name; of standard output as it is asked for. */
function kindOf({ out, format }: SimulateOptions): (typeof KINDS)[number] | undefined {
  if (out === undefined) return undefined;
  const named = out === STANDARD ? (format ?? 'csv') : /\.(\w+)$/.exec(out)?.[1]?.toLowerCase();
  const kind = KINDS.find((one) => one === named);
  if (kind) return kind;
  throw new UsageError(
    out === STANDARD
      ? `--format is “${String(format)}”; allowed are ${KINDS.join(', ')}`
      : `--out is “${out}”; allowed are names that end in .csv, .ply, .obj, .glb or .usda, and - for standard output`,
  );
}

/** `bathyclast simulate`: runs to a frame, writes the particles alive there, prints one JSON object. */
export async function simulate(name: string, options: SimulateOptions): Promise<void> {
  const kind = kindOf(options);
  if (options.through !== undefined && kind !== 'usda' && !/#/.test(options.out ?? ''))
    throw new UsageError(
      `--out is “${options.out ?? ''}”; for several frames allowed are .usda, or a name with # for the digits of the frame`,
    );
  const opened = await openScene(name);
  const scene =
    options.substeps === undefined ? opened.scene : { ...opened.scene, time: { ...opened.scene.time, substeps: options.substeps } };
  const start = startFrame(scene);
  if (options.frame < start)
    throw new UsageError(`--frame is ${options.frame}; allowed are whole frames from ${start}, where the run of “${scene.name}” starts`);
  const begin = performance.now();
  const ids = scene.emitters.map((e) => e.id);
  if (kind === 'obj' && !hasBodies(scene))
    throw new UsageError(`--out is “${options.out}”; OBJ holds strands and bent meshes, and “${scene.name}” has none`);
  const through = options.through ?? options.frame;
  const usda =
    kind === 'usda'
      ? new UsdaWriter({ fps: scene.time.fps, from: options.frame, through }, ids, curveSourcesOf(scene, opened.assets))
      : undefined;
  const progress = new Progress('frame', through);
  const keep = (frame: Frame) => {
    if (usda) return usda.add(frame.frame, tablesOf(frame.emitters, ids));
    if (options.out === undefined) return;
    const path = numbered(options.out, frame.frame);
    const format = kind === 'ply' && options.plyText ? 'ply-text' : (kind as 'csv' | 'ply' | 'glb' | 'obj');
    writeOut(path, particleFile(format, scene, opened.assets, frame.emitters));
  };
  const pool = nodePool(options.threads);
  const frame = await new Promise<Frame>((resolve, reject) =>
    pool.start({
      scene,
      assets: opened.assets,
      share: options.share,
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
  if (usda) writeOut(options.out!, [...usda.text()].join(''));
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
