import { ofAnotherKind } from '../document/change-kind';
import { bodies } from '../kinds/bodies';
import { gates } from '../kinds/gates';
import { looks } from '../kinds/looks';
import { withBody } from '../scene/starters';
import { gateOf } from '../scene/gate-of';
import { clockIn, lastSceneFrame } from '../scene/scene-clock';
import { dialsOf } from '../document/dials';
import { length, mapVector, vectorBy } from '../lib/math/vector';
import type { Assets } from '../document/assets';
import type { Emitter, Scene } from '../document/scene';
import { withSharedPaths } from '../scene/shared-paths';
import { resourcesOf } from '../scene/resources';
import { shapes } from '../kinds/emitter-shapes';
import { countersOf, startFrame } from '../sim/step/counters';
import { keptByMasks } from './kept-by-masks';
import type { Bounds } from './meters';
import type { Diagnosis } from './diagnosis';

function changed(emitter: Emitter, change: (emitter: Emitter) => Partial<Emitter>): (scene: Scene) => Scene {
  return (scene) => ({
    ...scene,
    emitters: scene.emitters.map((e) => (e.id === emitter.id ? { ...e, ...change(e) } : e)),
  });
}

/**
 * The first frame of the scene’s time at which an emitter gives birth by its amounts; undefined where it never does.
 */
function firstBirth(scene: Scene, emitter: Emitter): number | undefined {
  const start = startFrame(scene);
  const end = lastSceneFrame(scene);
  const counters = countersOf(scene, emitter);
  for (let frame = start; frame <= end; frame++)
    for (const counter of counters) {
      const now = counter.atFrame(frame);
      const during = counter.during(frame, frame + 1);
      if (now.last >= now.first) return frame;
      if (during.last >= during.first && frame < end) return frame + 1;
    }
  return undefined;
}

/** Why no number of particles would help: how many are born, and when. */
function emissionDiagnosis(scene: Scene, emitter: Emitter): Diagnosis | undefined {
  const kind = gates.get(emitter.gate.kind);
  const always = { label: 'Open the gate', change: changed(emitter, () => ({ gate: gates.defaults('always') })) };
  const broken = kind.broken?.(emitter.gate, dialsOf(scene));
  if (broken) return { code: 'gate', words: `its gate has a mistake: ${broken}`, fix: always };
  if (
    emitter.emission.length === 0 ||
    emitter.emission.every((a) => (a['rate'] ?? a['count']) === 0 && a['variance'] === 0)
  ) {
    const words =
      emitter.emission.length === 0
        ? 'it has no emission'
        : emitter.emission.some((a) => a.kind === 'rate')
          ? 'rate 0'
          : 'count 0';
    const steady = { kind: 'rate', rate: 400, rateUnit: 'second', variance: 0, timing: 'even' };
    return {
      code: 'amount',
      words,
      fix: { label: 'Emit 400/s', change: changed(emitter, () => ({ emission: [steady] })) },
    };
  }
  if (firstBirth(scene, emitter) !== undefined) return undefined;
  const gate = gateOf(scene, emitter);
  const start = startFrame(scene);
  const end = lastSceneFrame(scene);
  let open = false;
  for (let frame = start; frame <= end; frame++) open ||= gate(frame);
  if (!open) return { code: 'gate', words: `its gate is never open between frames ${start} and ${end}`, fix: always };
  const emission = emitter.emission.map((a) => (a.kind === 'burst' ? { ...a, timing: 'start' } : a));
  return {
    code: 'burst',
    words: 'its burst lies outside the simulated frames',
    fix: { label: 'Burst at the start', change: changed(emitter, () => ({ emission })) },
  };
}

/** Whether all of a box lies behind the shot camera. */
function isBehindCamera({ camera }: Scene, { low, high }: Bounds): boolean {
  const sight = mapVector(camera.target, (n, i) => n - camera.position[i]!);
  if (length(sight) === 0) return false;
  for (let corner = 0; corner < 8; corner++) {
    const at = [0, 1, 2].map((i) => ((corner >> i) & 1 ? high : low)[i]! - camera.position[i]!);
    if (at[0]! * sight[0] + at[1]! * sight[1] + at[2]! * sight[2] > 0) return false;
  }
  return true;
}

/** Why there is nothing that its look could draw. */
function bodyDiagnosis(scene: Scene, emitter: Emitter, assets: Assets): Diagnosis | undefined {
  const { body, look } = emitter;
  const resources = resourcesOf(scene, assets);
  const empty = bodies.get(body.kind).empty?.(body, emitter.shape, resources);
  const mesh = scene.meshes[0];
  const bent = mesh && {
    label: `Bend ${mesh.name}`,
    change: changed(emitter, () => ({ shape: shapes.defaults('mesh', { mesh: mesh.id }) })),
  };
  const loose = { label: 'Use points', change: changed(emitter, (e) => withBody(e, 'points')) };
  if (empty) return { code: 'body', words: empty, fix: bent ?? loose };
  const { draws, label } = looks.get(look.kind);
  if (draws === undefined || draws === body.kind) return undefined;
  return {
    code: 'look',
    words: `its look “${label}” draws ${bodies.get(draws).label} only, and its body is ${bodies.get(body.kind).label}`,
    fix: {
      label: 'Use soft sprites',
      change: changed(emitter, (e) => ({ look: ofAnotherKind(looks, e.look, 'sprite') })),
    },
  };
}

/** The curves over age that make particles vanish at its end, with their labels. */
const OVER_AGE = { sizeOverAge: 'size over age', opacityOverAge: 'opacity over age' } as const;

/** Why particles that never die are not to be seen towards the end: a curve over their age ends at 0. */
function vanished({ time }: Scene, emitter: Emitter, frame: number): Diagnosis | undefined {
  if (!emitter.birth.immortal || frame < time.first + 0.9 * (time.last - time.first)) return undefined;
  for (const [name, label] of Object.entries(OVER_AGE)) {
    const stops = emitter.look[name] as readonly { readonly value: number }[] | undefined;
    if (!stops?.length || stops.at(-1)!.value > 0) continue;
    const level = [{ at: 0, value: 1 }];
    return {
      code: 'vanished',
      words: `its particles never die, and their ${label} ends at 0 with the shot`,
      fix: { label: 'Keep them to the end', change: changed(emitter, (e) => ({ look: { ...e.look, [name]: level } })) },
    };
  }
  return undefined;
}

/** Why an emitter shows nothing on a frame, in words, and what mends it; undefined where it does. */
export function whyUnseen(
  document: Scene,
  { id }: Pick<Emitter, 'id'>,
  bounds: Bounds,
  frame: number,
  assets: Assets,
): Diagnosis | undefined {
  const scene = withSharedPaths(document);
  const emitter = scene.emitters.find((e) => e.id === id)!;
  if (!emitter.on)
    return {
      code: 'off',
      words: 'it is off',
      fix: { label: 'Switch on', change: changed(emitter, () => ({ on: true })) },
    };
  const shape = shapes.get(emitter.shape.kind);
  const empty = shape.empty?.(emitter.shape, resourcesOf(scene, assets));
  if (empty) return { code: 'shape', words: empty };
  if (!shape.fromParticles) {
    const amount = emissionDiagnosis(scene, emitter);
    if (amount) return amount;
    if (bounds.count === 0 && keptByMasks(scene, emitter, assets)?.places === 0)
      return {
        code: 'masked',
        words: 'its masks reject every birth',
        fix: { label: 'Remove the masks', change: changed(emitter, () => ({ masks: [] })) },
      };
  }
  const bonded = bodyDiagnosis(scene, emitter, assets);
  if (bonded) return bonded;
  const { birth } = emitter;
  if (birth.size + birth.sizeVariance === 0)
    return {
      code: 'size',
      words: 'size 0',
      fix: { label: 'Set to 0.03 m', change: changed(emitter, (e) => ({ birth: { ...e.birth, size: 0.03 } })) },
    };
  if (!birth.immortal && birth.life + birth.lifeVariance === 0)
    return {
      code: 'life',
      words: 'life 0',
      fix: { label: 'Set to 3 s', change: changed(emitter, (e) => ({ birth: { ...e.birth, life: 3 } })) },
    };
  if (emitter.look['opacity'] === 0)
    return {
      code: 'opacity',
      words: 'opacity 0',
      fix: { label: 'Set to 0.8', change: changed(emitter, (e) => ({ look: { ...e.look, opacity: 0.8 } })) },
    };
  if (bounds.count === 0) {
    if (shape.fromParticles)
      return {
        code: 'none-now',
        words: 'no particle is alive on this frame: the parents have none yet, or all have died',
      };
    const first = Math.ceil(clockIn(scene).back(firstBirth(scene, emitter)!));
    if (first > frame)
      return { code: 'later', words: `no particle is alive yet: the first is born at frame ${first}`, goTo: first };
    return {
      code: 'none-now',
      words: 'no particle is alive on this frame: all have died',
      goTo: Math.max(first, scene.time.first),
    };
  }
  const gone = vanished(scene, emitter, frame);
  if (gone) return gone;
  if (isBehindCamera(scene, bounds)) {
    const middle = vectorBy((i) => Math.round((bounds.low[i]! + bounds.high[i]!) * 50) / 100);
    return {
      code: 'behind',
      words: 'all particles are behind the shot camera',
      fix: { label: 'Point the camera at them', change: (s) => ({ ...s, camera: { ...s.camera, target: middle } }) },
    };
  }
  return undefined;
}
