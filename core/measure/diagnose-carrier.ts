import { lastSceneFrame } from '../scene/scene-clock';
import type { Carrier, Emitter, Scene } from '../document/scene';
import { countersOf, startFrame } from '../sim/step/counters';
import type { Diagnosis } from './diagnosis';

function changed(carrier: Carrier, change: Partial<Carrier>): (scene: Scene) => Scene {
  return (scene) => ({
    ...scene,
    carriers: scene.carriers.map((c) => (c.id === carrier.id ? { ...c, ...change } : c)),
  });
}

/** Strands that the first amount of an emitter makes until the end of the scene. */
function strandsOf(scene: Scene, emitter: Emitter): number {
  const [counter] = countersOf(scene, emitter);
  if (!counter) return 0;
  const last = lastSceneFrame(scene);
  let most = 0;
  for (let frame = startFrame(scene); frame <= last; frame++)
    most = Math.max(most, counter.atFrame(frame).last, counter.during(frame, frame + 1).last);
  return most;
}

/** Why a carrier that is to be moved by fields or by a strand stays where it is; undefined where it does not. */
export function whyStill(scene: Scene, carrier: Carrier): Diagnosis | undefined {
  if (carrier.motion === 'fields')
    return scene.fields.length > 0 ? undefined : { code: 'no-field', words: 'the scene has no field to move it' };
  if (carrier.motion !== 'strand') return undefined;
  const emitter = scene.emitters.find((e) => e.id === carrier.strandOf);
  const other = scene.emitters.find((e) => e.body.kind === 'strands');
  const fix = other && { label: `Ride on ${other.name}`, change: changed(carrier, { strandOf: other.id }) };
  if (!emitter) return { code: 'no-strand', words: 'no strand emitter is chosen', ...(fix && { fix }) };
  if (emitter.body.kind !== 'strands')
    return { code: 'no-strand', words: `${emitter.name} makes no strands`, ...(fix && { fix }) };
  const strands = strandsOf(scene, emitter);
  if (carrier.strand <= strands) return undefined;
  return {
    code: 'no-strand',
    words: `strand ${carrier.strand} does not exist: ${emitter.name} makes ${strands}`,
    ...(strands > 0 && { fix: { label: `Ride on strand ${strands}`, change: changed(carrier, { strand: strands }) } }),
  };
}
