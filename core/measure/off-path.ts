import { fields as fieldKinds } from '../kinds/fields';
import { type Vector, mapVector } from '../lib/math/vector';
import { lineOf } from '../kinds/shared/path-line';
import { nearestOnPath, PathPieces } from '../lib/paths/nearest';
import { motionOf } from '../document/keys/motion';
import { inward, outward } from '../lib/math/similarity';
import { sendTo, type Field, type Scene } from '../document/scene';
import { metres, type Diagnosis } from './diagnosis';

/** Why a field that follows a path reaches nothing: the nearest emitter that is sent to it lies off the path. */
export function offPath(scene: Scene, field: Field, frame: number): Diagnosis | undefined {
  const path = fieldKinds.get(field.settings.kind).view?.path?.(field.settings, field.falloff);
  if (!path) return undefined;
  const pieces = new PathPieces(lineOf(path));
  const place = motionOf(scene.carriers, field).at(frame);
  const found = nearestOnPath();
  let best:
    | {
        readonly id: string;
        readonly name: string;
        readonly distance: number;
        readonly to: Vector;
        readonly free: boolean;
      }
    | undefined;
  for (const emitter of scene.emitters) {
    if (!emitter.on || sendTo(field, emitter.id) === 0) continue;
    const at = motionOf(scene.carriers, emitter).at(frame).position;
    pieces.nearest(...inward(place, at), found);
    const distance = found.distance * place.scale;
    if (best && best.distance <= distance) continue;
    const free = emitter.transform.carrier === '' && !emitter.keys['transform.position']?.length;
    best = { id: emitter.id, name: emitter.name, distance, to: outward(place, [found.x, found.y, found.z]), free };
  }
  if (!best || best.distance < 1e-3) return undefined;
  const { id, to, free } = best;
  const words = `the emitter “${best.name}” is ${metres(best.distance)} away from the path`;
  const position = mapVector(to, (n) => Number(n.toFixed(4)));
  const change = (s: Scene): Scene => ({
    ...s,
    emitters: s.emitters.map((e) => (e.id === id ? { ...e, transform: { ...e.transform, position } } : e)),
  });
  // What is keyed or carried is moved by its keys or its carrier.
  return free
    ? { code: 'off-path', words, fix: { label: 'Move it to the path', change } }
    : { code: 'off-path', words, look: 'falloff' };
}
