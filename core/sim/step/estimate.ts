import { particlesParameters } from '../../kinds/emitter-shapes/particles';
import { typed } from '../../document/parameters';
import { pointsOf } from '../../kinds/bodies';
import type { Assets } from '../../document/assets';
import { resourcesOf } from '../../scene/resources';
import type { Births } from '../../kinds/emission/emission';
import type { Emitter, Scene } from '../../document/scene';
import { clockIn } from '../../scene/scene-clock';
import { shapes } from '../../kinds/emitter-shapes';
import { countersOf, startFrame } from './counters';
import { sourceOf } from './descent';

const countOf = ({ first, last }: Births) => Math.max(0, last - first + 1);

/** What a run of a scene up to a frame is expected to amount to, all particles taken. */
export interface Estimate {
  /** Particles alive at the frame. */
  readonly alive: number;
  /** Particle steps from the start to the frame. */
  readonly steps: number;
}

/** Births of an emitter in each frame of a run, and how many frames each lives. */
interface Course {
  readonly born: Float64Array;
  readonly lasting: number;
}

function lastingOf(scene: Scene, { birth }: Emitter): number {
  return birth.immortal ? Infinity : Math.max(1, Math.round(birth.life * scene.time.fps));
}

/** Alive at the end of each frame, from births and a life that is the same for all. */
function aliveOver({ born, lasting }: Course): Float64Array {
  const alive = new Float64Array(born.length);
  let now = 0;
  for (let i = 0; i < born.length; i++) {
    now += born[i]! - (i >= lasting ? born[i - lasting]! : 0);
    alive[i] = now;
  }
  return alive;
}

function courseOf(scene: Scene, assets: Assets, emitter: Emitter, frames: number, depth = 0): Course {
  const lasting = lastingOf(scene, emitter);
  const born = new Float64Array(frames + 1);
  const none = { born, lasting };
  if (!emitter.on || depth > scene.emitters.length) return none;
  if (shapes.get(emitter.shape.kind).fromParticles) {
    const source = scene.emitters[sourceOf(scene.emitters, emitter)];
    if (!source) return none;
    const course = courseOf(scene, assets, source, frames, depth + 1);
    const { when, each, from, to } = typed(particlesParameters, emitter.shape);
    const alive = aliveOver(course);
    const meanCount = (from + Math.max(from, to)) / 2;
    for (let i = 0; i <= frames; i++)
      born[i] =
        when === 'death'
          ? i >= course.lasting
            ? course.born[i - course.lasting]! * meanCount
            : 0
          : (alive[i]! * each) / scene.time.fps;
    return none;
  }
  const start = startFrame(scene);
  const points = pointsOf(emitter, resourcesOf(scene, assets));
  for (const counter of countersOf(scene, emitter))
    for (let i = 0; i <= frames; i++)
      born[i]! +=
        points *
        (countOf(counter.atFrame(start + i)) + (i > 0 ? countOf(counter.during(start + i - 1, start + i)) : 0));
  return none;
}

/** Expects every particle to live for its mean life. Frames before the start give nothing. */
export function estimateRun(scene: Scene, assets: Assets, frame: number): Estimate {
  const start = startFrame(scene);
  const own = clockIn(scene).at(frame) - start;
  const frames = Math.ceil(own);
  let alive = 0;
  let steps = 0;
  if (frames < 0) return { alive, steps };
  for (const emitter of scene.emitters) {
    const over = aliveOver(courseOf(scene, assets, emitter, frames));
    alive += over[frames]!;
    for (let i = 0; i < frames; i++) steps += over[i]!;
  }
  // In slow motion a frame of the scene is stepped through more often.
  return { alive, steps: steps * scene.time.substeps * (own > 0 ? Math.max(1, (frame - start) / own) : 1) };
}

/** The fraction of the particles of which about `most` are alive at a frame; 1 where there are fewer. */
export function draftFractionFor(scene: Scene, assets: Assets, frame: number, most: number): number {
  return Math.min(1, most / Math.max(1, estimateRun(scene, assets, frame).alive));
}
