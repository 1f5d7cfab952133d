import { clockIn } from '../../../core/scene/scene-clock';
import { dialAt } from '../../../core/document/dials';
import { automated } from '../../../core/scene/automated';
import { drawnMotion } from '../../simulation/motions';
import { inward, rotateBack } from '../../../core/lib/math/similarity';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import type { Assets } from '../../../core/document/assets';
import { sendTo, type Scene, type WeightedThing } from '../../../core/document/scene';
import { falloffIn } from '../../../core/scene/shared-paths';
import { resourcesOf } from '../../../core/scene/resources';
import type { Frame } from '../../../engine/frame';
import type { FormulaContext, NamedValue } from './formula-context';

/** Values by their names, those of the dials among them. */
function named(scene: Scene, own: Readonly<Record<string, number>>, frame: number): NamedValue[] {
  const { dials } = automated(scene);
  return [...Object.entries(own), ...dials.map((dial) => [dial.name, dialAt(dial, frame)] as const)].map(
    ([name, value]) => ({
      name,
      value,
    }),
  );
}

/** One of the particles that are sent to a thing, the `turn`-th of a few, evenly picked; undefined where there is none. */
export function pickedParticle(
  scene: Scene,
  thing: WeightedThing,
  frame: Frame,
  turn: number,
): { readonly emitter: number; readonly slot: number } | undefined {
  const emitter = frame.emitters.findIndex(
    (e, i) => e.count > 0 && scene.emitters[i] && sendTo(thing, scene.emitters[i].id) > 0,
  );
  const particles = frame.emitters[emitter];
  // Golden-ratio steps go through all of them without a pattern.
  return particles && { emitter, slot: Math.floor(particles.count * ((0.5 + turn * 0.6180339887) % 1)) };
}

/**
 * What formulas of a field or group see of one of the particles that are sent to it, the `turn`-th of a few, evenly
 * picked.
 */
export function particleContext(
  scene: Scene,
  assets: Assets,
  thing: WeightedThing,
  frame: Frame,
  turn: number,
): FormulaContext | undefined {
  const picked = pickedParticle(scene, thing, frame, turn);
  if (!picked) return undefined;
  const particles = frame.emitters[picked.emitter]!;
  const i = picked.slot;
  const { columns } = particles;
  const now = clockIn(scene).at(frame.frame);
  const place = drawnMotion(scene, thing).at(now);
  const [x, y, z] = inward(place, [columns.x[i]!, columns.y[i]!, columns.z[i]!]);
  const velocity = [columns.vx[i]!, columns.vy[i]!, columns.vz[i]!] as const;
  const [vx, vy, vz] = rotateBack(place.rotation, velocity);
  const distance = new Float64Array(1);
  const at = { x: Float64Array.of(x), y: Float64Array.of(y), z: Float64Array.of(z) };
  const kind = falloffShapes.get(thing.falloff.kind);
  if (kind.bounded)
    kind.distance(falloffIn(scene, thing), resourcesOf(scene, assets))(at, 1, distance, now / scene.time.fps);
  const own = {
    x,
    y,
    z,
    vx,
    vy,
    vz,
    speed: Math.hypot(...velocity),
    d: distance[0]!,
    age: particles.age[i]!,
    life: columns.life[i]!,
    number: particles.id[i]!,
    time: now / scene.time.fps,
    frame: now,
    strength: thing.strength,
  };
  return { of: `particle ${particles.id[i]!}`, values: named(scene, own, now) };
}

/** What formulas of a gate see at a frame of the scene’s time. */
export function gateContext(scene: Scene, frame: number): FormulaContext {
  const { fps, first, last } = scene.time;
  const own = { frame, time: frame / fps, first, last, fps };
  return { of: `frame ${frame}`, values: named(scene, own, frame) };
}
