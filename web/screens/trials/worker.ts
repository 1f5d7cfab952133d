import { inWorld } from '../../../core/document/camera/shot';
import { projectionOf } from '../../../core/measure/coverage';
import { automated } from '../../../core/scene/automated';
import { thingAt } from '../../../core/document/keys/thing-at';
import type { Scene } from '../../../core/document/scene';
import { movedCarriers } from '../../../core/sim/step/precomputed-paths';
import { WHOLE } from '../../../core/sim/step/run';
import { Simulation } from '../../../core/sim/step/simulation';
import { measuredOf, runTrial } from '../../../core/measure/trials/trial';
import { withValues } from '../../../core/measure/trials/variation';
import { startKernelBackend } from '../../../kernel/use-kernel';
import type { FromTrial, SheetJob, Shot, ToTrial } from './jobs';
import { messageOf } from '../../../core/lib/errors';

/** A thread that runs trials, one after another. */
let sheet: SheetJob | undefined;
/** The scene as it is at the last frame, by share; what trials are compared with. */
const current = new Map<number, Simulation>();
const { backend, refused } = startKernelBackend();

function currentAt({ scene, assets, through }: SheetJob, draftFraction: number): Simulation {
  let run = current.get(draftFraction);
  if (!run) current.set(draftFraction, (run = runTrial(scene, assets, draftFraction, through, backend)));
  return run;
}

/** What the shot camera sees of a run. */
function shotOf(run: Simulation, scene: Scene, carriers: ReturnType<typeof movedCarriers>): Shot {
  const camera = inWorld(thingAt(scene.camera, run.frame), carriers, run.sceneFrame);
  const project = projectionOf(camera, scene.output.width / scene.output.height);
  const alive = run.populations.reduce((n, p) => n + p.count, 0);
  const points = new Uint16Array(2 * alive);
  let n = 0;
  const counts = run.populations.map(({ count, columns: { x, y, z } }, e) => {
    const before = n;
    if (scene.emitters[e]!.rendered)
      for (let i = 0; i < count; i++) {
        const seen = project(x[i]!, y[i]!, z[i]!);
        if (!seen || Math.abs(seen[0]) >= 1 || Math.abs(seen[1]) >= 1) continue;
        points[2 * n] = ((seen[0] + 1) / 2) * 65535;
        points[2 * n + 1] = ((1 - seen[1]) / 2) * 65535;
        n++;
      }
    return n - before;
  });
  return { points: points.slice(0, 2 * n), counts };
}

function tried(order: SheetJob, { index, values, draftFraction }: Extract<ToTrial, { type: 'trial' }>): FromTrial {
  const { number, assets, first, through } = order;
  const scene = withValues(order.scene, values);
  const moved = automated(scene);
  const carriers = movedCarriers(moved, assets, backend);
  const run = new Simulation(scene, assets, { portion: { ...WHOLE, draftFraction }, backend, room: backend?.room });
  try {
    const shots: Shot[] = [];
    for (;;) {
      if (run.frame >= first) shots.push(shotOf(run, moved, carriers));
      if (run.frame >= through) break;
      run.advance();
    }
    return {
      type: 'trial',
      number,
      index,
      draftFraction,
      shots,
      measured: measuredOf(scene, assets, run, currentAt(order, draftFraction)),
    };
  } finally {
    run.end();
  }
}

addEventListener('message', ({ data }: MessageEvent<ToTrial>) => {
  if (data.type === 'sheet') {
    sheet = data;
    current.clear();
    return;
  }
  if (!sheet || sheet.number !== data.number) return;
  const { number, index } = data;
  try {
    if (refused !== undefined) throw new Error(refused);
    const answer = tried(sheet, data);
    postMessage(answer, { transfer: answer.type === 'trial' ? answer.shots.map(({ points }) => points.buffer) : [] });
  } catch (error) {
    postMessage({
      type: 'refused',
      number,
      index,
      message: messageOf(error),
    } satisfies FromTrial);
  }
});
