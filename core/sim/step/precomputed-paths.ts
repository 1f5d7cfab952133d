import type { KernelBackend } from '../stack/stack';
import { Run, WHOLE } from './run';
import { pulledHome } from '../../kinds/bodies/springs';
import { exp } from '../../lib/math/exact';
import { AXES, mapVector, type Vector } from '../../lib/math/vector';
import { carriersOf, motionOf } from '../../document/keys/motion';
import { degreesFrom, transposed } from '../../lib/math/rotation';
import { inward, product } from '../../lib/math/similarity';
import { alongPath } from './along-path';
import type { Key } from '../../document/keys/keys';
import { pointOf } from '../../kinds/bodies/body';
import type { Assets } from '../../document/assets';
import { readsParticles } from '../../scene/coupling';
import { automated } from '../../scene/automated';
import { inOwnTime, lastSceneFrame } from '../../scene/scene-clock';
import { completeEmitter } from '../../scene/read';
import type { Carrier, Field, Scene } from '../../document/scene';
import { standsIn } from '../../document/groups';
import { particleBlock } from '../../lib/particle-block';
import { compileStack } from '../stack/compile';
import { placeStack } from '../stack/place';
import { rowScratch } from '../stack/room';
import { sumsOfBlock } from '../../kinds/contracts/sums';
import { startFrame } from './counters';
import { integrate, integrateBound } from './integrate';
import { meanDecay } from './means';
import { beforeOfBlock, sumAtMiddle } from './sum-at-middle';

const WHOLE_TURN = 6.283185307179586;

/** The fields that can act on something that is run by itself: those that read no particles. */
function actingFields(scene: Scene): Field[] {
  return scene.fields.filter((field) => !readsParticles(field));
}

/** Where a carrier is that the fields move, frame by frame from the start of the run; metres, world. */
function pathUnderFields(scene: Scene, assets: Assets, carrier: Carrier, backend?: KernelBackend): Vector[] {
  const { mass, drag, springBack: back, damping, feels } = carrier;
  const { fps, substeps } = scene.time;
  const last = lastSceneFrame(scene);
  const fields = actingFields(scene).filter(
    (field) =>
      // What it carries does not push it.
      !carriersOf(scene.carriers, field).some(({ id }) => id === carrier.id) &&
      (feels === '' || standsIn(scene.groups, field, feels)),
  );
  const rider = {
    ...completeEmitter({ id: 'rider', name: carrier.name, shape: { kind: 'point' } }),
    id: `${carrier.id}-rides`,
  };
  const stack = compileStack({ ...scene, fields, emitters: [...scene.emitters, rider] }, assets, { backend });
  const home = motionOf(scene.carriers, carrier);
  const block = particleBlock();
  const [scratch, sums, before] = [rowScratch(), sumsOfBlock(), beforeOfBlock()];
  block.count = 1;
  block.emitter = scene.emitters.length;
  block.mass[0] = mass;
  block.drag[0] = drag;
  block.life[0] = 1e9;
  const start = startFrame(scene);
  let at = home.at(start).position;
  AXES.forEach((axis, k) => (block.position[axis][0] = at[k]!));
  const course: Vector[] = [at];
  for (let frame = start; frame < last; frame++) {
    for (let sub = 0; sub < substeps; sub++) {
      const from = frame + sub / substeps;
      placeStack(stack, from + 0.5 / substeps, 1 / substeps);
      block.time[0] = from / fps;
      block.age[0] = (from - start) / fps;
      block.step[0] = 1 / substeps / fps;
      sumAtMiddle({ stack, block, room: scratch, sums, before, begin: from / fps, isBound: back > 0 });
      if (back === 0) integrate(block, sums, fps);
      else {
        integrateBound(block, before.position, sums, fps);
        const step = block.step[0];
        const decay = sums.dragRate[0]! * step;
        const inertia = 1 / meanDecay(decay, exp(-decay));
        const rest = home.at(from + 1 / substeps).position;
        AXES.forEach((axis, k) => {
          const free = block.position[axis][0]!;
          const was = before.position[axis][0]!;
          const held = pulledHome(free, was, rest[k]!, inertia, WHOLE_TURN * back * step, damping);
          block.velocity[axis][0]! += (held - free) / step;
          block.position[axis][0] = held;
        });
      }
      at = [block.position.x[0]!, block.position.y[0]!, block.position.z[0]!];
    }
    course.push(at);
  }
  return course;
}

/** Where a carrier is that rides on a strand; where it is by itself as long as there is no such strand. */
function pathOnStrand(scene: Scene, assets: Assets, carrier: Carrier, backend?: KernelBackend): Vector[] {
  const { strandOf, strand, along } = carrier;
  const home = motionOf(scene.carriers, carrier);
  const start = startFrame(scene);
  const emitter = scene.emitters.find(({ id, body }) => id === strandOf && body.kind === 'strands');
  const alone = emitter && { ...inOwnTime(scene), emitters: [emitter], fields: actingFields(scene) };
  const last = lastSceneFrame(scene);
  const run = alone && new Run(automated(alone), assets, { portion: { ...WHOLE, only: strand }, backend });
  const course: Vector[] = [];
  for (let frame = start; frame <= last; frame++) {
    if (run && frame > start) run.advance();
    const population = run?.populations[0];
    let at: Vector | undefined;
    if (population && population.count > 1) {
      const { columns, count, id, points } = population;
      const place = (along / 100) * (points - 1);
      const first = Math.min(points - 2, Math.floor(place));
      const slotOf = (point: number) => id.subarray(0, count).findIndex((one) => pointOf(one, points) === point);
      const [a, b] = [slotOf(first), slotOf(first + 1)];
      const t = place - first;
      if (a >= 0 && b >= 0)
        at = mapVector(AXES, (axis) => columns[axis][a]! + t * (columns[axis][b]! - columns[axis][a]!));
    }
    course.push(at ?? course.at(-1) ?? home.at(frame).position);
  }
  return course;
}

/** A carrier that goes along a path of the scene, by keys on every frame. */
function keyedAlong(scene: Scene, carrier: Carrier): Carrier {
  const start = startFrame(scene);
  const places = alongPath(scene, carrier, start, lastSceneFrame(scene));
  const still = keyed(
    scene,
    carrier,
    places.map(({ position }) => position),
  );
  if (!carrier.turns) return still;
  const [nearest] = carriersOf(scene.carriers, carrier);
  const outer = nearest && motionOf(scene.carriers, nearest);
  let near: Vector = [0, 0, 0];
  const turns = places.map(({ rotation }, i): Key<Vector> => {
    const own = outer ? product(transposed(outer.at(start + i).rotation), rotation) : rotation;
    near = degreesFrom(own, near);
    return { frame: start + i, value: near, ease: 'linear' };
  });
  return { ...still, keys: { ...still.keys, 'transform.rotation': turns } };
}

/** A carrier that is moved along a course, by keys on every frame. */
function keyed(scene: Scene, carrier: Carrier, course: readonly Vector[]): Carrier {
  const start = startFrame(scene);
  const [nearest] = carriersOf(scene.carriers, carrier);
  const outer = nearest && motionOf(scene.carriers, nearest);
  const keys = course.map(
    (at, i): Key<Vector> => ({ frame: start + i, value: outer ? inward(outer.at(start + i), at) : at, ease: 'linear' }),
  );
  return { ...carrier, motion: 'keyframes', keys: { ...carrier.keys, 'transform.position': keys } };
}

/** Whether anything of a scene moves by more than keys. */
export const hasPrecomputedPaths = ({ carriers }: Pick<Scene, 'carriers'>): boolean =>
  carriers.some((c) => c.motion !== 'keyframes');

const known = new WeakMap<
  Scene,
  { readonly assets: number; readonly backend: KernelBackend | undefined; readonly carriers: readonly Carrier[] }
>();

/**
 * The carriers of a scene as keyed ones. Those that feel fields, go along a path or ride on a strand are run by themselves, in their
 * order: each feels those before it where they are, and those after it where they are at rest. Fields that read
 * particles do not act on them.
 */
export function movedCarriers(scene: Scene, assets: Assets, backend?: KernelBackend): readonly Carrier[] {
  if (!hasPrecomputedPaths(scene)) return scene.carriers;
  const before = known.get(scene);
  if (before?.assets === assets.size && before.backend === backend) return before.carriers;
  let now = scene;
  scene.carriers.forEach((carrier, i) => {
    if (carrier.motion === 'keyframes') return;
    const resting = {
      ...now,
      carriers: now.carriers.map((c) => (c.motion === 'keyframes' ? c : { ...c, motion: 'keyframes' as const })),
    };
    const moved =
      carrier.motion === 'path'
        ? keyedAlong(resting, carrier)
        : keyed(
            resting,
            carrier,
            carrier.motion === 'fields'
              ? pathUnderFields(resting, assets, carrier, backend)
              : pathOnStrand(resting, assets, carrier, backend),
          );
    now = { ...now, carriers: now.carriers.map((c, j) => (j === i ? moved : c)) };
  });
  known.set(scene, { assets: assets.size, backend, carriers: now.carriers });
  return now.carriers;
}

/** A scene in which all that moves moves by keys: what is automated, and the carriers that fields or strands move. */
export function withPrecomputedPaths(document: Scene, assets: Assets, backend?: KernelBackend): Scene {
  const scene = automated(document);
  return hasPrecomputedPaths(scene) ? { ...scene, carriers: movedCarriers(scene, assets, backend) } : scene;
}
