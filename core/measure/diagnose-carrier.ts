import { lastSceneFrame } from '../scene/scene-clock';
import type { Carrier, Emitter, Scene } from '../document/scene';
import { countersOf, startFrame } from '../sim/step/counters';
import { holdsPath } from '../scene/shared-paths';
import { pathTrouble } from '../kinds/shared/path-line';
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

/** Why a carrier that is to go along a path stays where it is. */
function whyOffPath(scene: Scene, carrier: Carrier): Diagnosis | undefined {
  const { carriers, time } = scene;
  const path = carriers.find(({ id }) => id === carrier.ridesOn);
  const other = carriers.find((one) => one !== carrier && holdsPath(one) && one.transform.carrier !== carrier.id);
  const fix = other && { label: `Follow ${other.name}`, change: changed(carrier, { ridesOn: other.id }) };
  if (!path || !holdsPath(path)) return { code: 'no-path', words: 'no path is chosen', ...(fix && { fix }) };
  const trouble = pathTrouble(path.path);
  if (trouble) return { code: 'no-path', words: `“${path.name}” is no way to go: ${trouble}` };
  const isSet = (one: Carrier, name: string) => !!one.keys[name]?.length || !!one.automations[name];
  const rests = [path.keys, path.automations].every((moving) => Object.keys(moving).length === 0);
  if (isSet(carrier, 'travelled') || !rests || path.motion !== 'keyframes' || path.transform.carrier !== '')
    return undefined;
  const { first } = time;
  const last = lastSceneFrame(scene);
  const travelled = [
    { frame: first, value: 0, ease: 'linear' as const },
    { frame: Math.max(first + 1, last), value: 100, ease: 'linear' as const },
  ];
  return {
    code: 'no-travel',
    words: 'its position along the path has no keyframes',
    fix: {
      label: 'Go along it over the shot',
      change: changed(carrier, { keys: { ...carrier.keys, travelled } }),
    },
  };
}

/** Why a carrier that is to be moved by fields or by a strand stays where it is; undefined where it does not. */
export function whyStill(scene: Scene, carrier: Carrier): Diagnosis | undefined {
  if (carrier.motion === 'fields')
    return scene.fields.length > 0 ? undefined : { code: 'no-field', words: 'the scene has no field to move it' };
  if (carrier.motion === 'path') return whyOffPath(scene, carrier);
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
