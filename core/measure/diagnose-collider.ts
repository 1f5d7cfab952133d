import { colliderShapes } from '../kinds/colliders';
import { responses } from '../kinds/responses';
import { gates } from '../kinds/gates';
import { gateOf } from '../scene/gate-of';
import { lastSceneFrame } from '../scene/scene-clock';
import { startFrame } from '../sim/step/counters';
import type { Assets } from '../document/assets';
import { hitOf, type Collider, type Scene } from '../document/scene';
import { resourcesOf } from '../scene/resources';
import { fittedTo, joined } from './fit';
import type { Bounds } from './meters';
import type { Diagnosis } from './diagnosis';

function changed(collider: Collider, change: (collider: Collider) => Partial<Collider>): (scene: Scene) => Scene {
  return (scene) => ({
    ...scene,
    colliders: scene.colliders.map((c) => (c.id === collider.id ? { ...c, ...change(c) } : c)),
  });
}

/** Why a collider stops nothing, in words, and what mends it; `contacts` are those since the start of the run. */
export function whyIdle(
  scene: Scene,
  collider: Collider,
  contacts: number,
  bounds: readonly Bounds[],
  assets: Assets,
): Diagnosis | undefined {
  const fix = (label: string, change: Partial<Collider>) => ({ label, change: changed(collider, () => change) });
  if (!collider.on) return { code: 'off', words: 'it is off', fix: fix('Switch on', { on: true }) };
  const empty = colliderShapes.get(collider.shape.kind).empty?.(collider.shape, resourcesOf(scene, assets));
  if (empty) return { code: 'shape', words: empty };
  if (collider.response.kind === 'pass' && !collider.split)
    return {
      code: 'pass',
      words: 'all particles pass through it, and none splits',
      fix: fix('Let particles bounce', { response: responses.defaults('bounce') }),
    };
  if (collider.porosity >= 1)
    return {
      code: 'porosity',
      words: 'its porosity is 100 %: all particles pass through',
      fix: fix('Set porosity to 0 %', { porosity: 0 }),
    };
  if (scene.emitters.length === 0) return { code: 'no-emitter', words: 'there is no emitter' };
  if (scene.emitters.every((e) => !hitOf(collider, e.id).hits))
    return { code: 'no-send', words: 'it is off for every emitter', fix: fix('Stop all emitters', { sends: {} }) };
  const gate = gateOf(scene, collider);
  const [start, end] = [startFrame(scene), lastSceneFrame(scene)];
  if (!Array.from({ length: end - start + 1 }, (_, i) => gate(start + i)).some(Boolean))
    return {
      code: 'gate',
      words: `its gate is never open between frames ${start} and ${end}`,
      fix: fix('Open the gate', { gate: gates.defaults('always') }),
    };
  if (contacts > 0) return undefined;
  const living = joined(bounds);
  const words = 'no particle has reached it up to this frame';
  if (!living || collider.transform.carrier !== '' || Object.keys(collider.keys).length > 0)
    return { code: 'misses', words };
  const { centre, half } = fittedTo(living);
  const { spreads } = colliderShapes.get(collider.shape.kind);
  const below = Math.round((centre[1] - half[1]) * 100) / 100;
  const position = [centre[0], spreads ? below : centre[1], centre[2]] as const;
  return {
    code: 'misses',
    words,
    fix: fix(spreads ? 'Move it under the particles' : 'Move it among the particles', {
      transform: { ...collider.transform, position },
    }),
  };
}
