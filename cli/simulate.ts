import { writeFileSync } from 'node:fs';
import { startFrame } from '../core/step/simulation';
import { aliveOn, type Frame } from '../engine/frame';
import { nodeCrew } from '../engine/node-crew';
import { bodiesObj, hasBodies } from '../formats/bodies-obj';
import { particlesCsv, particlesPly, tablesOf } from '../formats/particles';
import { UsageError } from './arguments';
import { openScene } from './open-scene';

export interface SimulateOptions {
  readonly frame: number;
  readonly share: number;
  readonly threads: number;
  readonly substeps: number | undefined;
  readonly out: string | undefined;
}

/** `bathyclast simulate`: runs to a frame, writes the particles alive there, prints one JSON object. */
export async function simulate(name: string, options: SimulateOptions): Promise<void> {
  const kind = options.out === undefined ? undefined : /\.(csv|ply|obj)$/i.exec(options.out)?.[1]?.toLowerCase();
  if (options.out !== undefined && !kind)
    throw new UsageError(`--out is “${options.out}”; allowed are names that end in .csv, .ply or .obj`);
  const opened = await openScene(name);
  const scene =
    options.substeps === undefined ? opened.scene : { ...opened.scene, time: { ...opened.scene.time, substeps: options.substeps } };
  const start = startFrame(scene);
  if (options.frame < start)
    throw new UsageError(`--frame is ${options.frame}; allowed are whole frames from ${start}, where the run of “${scene.name}” starts`);
  const begin = performance.now();
  const crew = nodeCrew(options.threads);
  const frame = await new Promise<Frame>((resolve, reject) =>
    crew.start({
      scene,
      assets: opened.assets,
      share: options.share,
      from: options.frame,
      through: options.frame,
      onFrame: resolve,
      onFailed: (message) => reject(new Error(message)),
    }),
  ).finally(() => crew.end());
  const seconds = (performance.now() - begin) / 1000;
  if (options.out !== undefined) {
    const tables = tablesOf(
      frame.emitters,
      scene.emitters.map((e) => e.id),
    );
    if (kind === 'obj' && !hasBodies(scene))
      throw new UsageError(`--out is “${options.out}”; OBJ holds strands and bent meshes, and “${scene.name}” has none`);
    try {
      writeFileSync(
        options.out,
        kind === 'csv' ? particlesCsv(tables) : kind === 'ply' ? particlesPly(tables) : bodiesObj(scene, opened.assets, frame.emitters),
      );
    } catch (error) {
      throw new UsageError(`“${options.out}” can’t be written (${(error as NodeJS.ErrnoException).code ?? String(error)})`);
    }
  }
  const total = (of: 'born' | 'died' | 'retired') => frame.emitters.reduce((n, e) => n + e[of], 0);
  const retired = total('retired');
  console.log(
    JSON.stringify({
      scene: scene.name,
      frame: options.frame,
      alive: aliveOn(frame),
      born: total('born'),
      died: total('died'),
      retired,
      ...(retired > 0 ? { retiredBy: frame.blamed } : {}),
      seconds: Number(seconds.toFixed(3)),
    }),
  );
}
