import { falloffShapes } from '../../core/kinds/falloff-shapes';
import { fields as fieldKinds } from '../../core/kinds/fields';
import { inward } from '../../core/lib/math/similarity';
import { mapVector, type Vector } from '../../core/lib/math/vector';
import { fittedTo, joined } from '../../core/measure/fit';
import type { Bounds } from '../../core/measure/meters';
import { sendTo, type Field, type Weighted, type WeightedThing } from '../../core/document/scene';
import type { Placed } from '../../core/document/keys/motion';
import { standIn } from '../../core/scene/starters';
import type { FittedBox } from '../../core/scene/starting-point';
import { editWeighted, setFalloffKind, type WeightedOwner } from '../state/falloff-edit';
import { usePlayer } from '../state/player-store';
import { beginGesture, editField, endGesture, openedScene, thingOf } from '../state/scene-store';
import { sceneFrame } from '../state/scene-clock';
import { motionIn } from './motions';
import { outerFrame, setTransform } from './transform-edit';

/** The boxes around each emitter’s particles: over the shot as far as it is known, otherwise on the frame shown. */
function knownBounds(): readonly Bounds[] {
  const { shotBounds, meters } = usePlayer.getState();
  const { first, last } = openedScene().time;
  const bounds = shotBounds(first, last);
  return joined(bounds) ? bounds : meters.bounds;
}

/** The box around the particles of the shot that are sent to a thing; of all of them without one. */
export function particleBox(thing?: Pick<Weighted, 'sends'>): FittedBox | undefined {
  const { emitters } = openedScene();
  const sent = knownBounds().filter((_, e) => emitters[e] && (!thing || sendTo(thing, emitters[e].id) > 0));
  const bounds = joined(sent);
  return bounds && fittedTo(bounds);
}

/**
 * Gives a field, group or zone another falloff shape. One that had none gets it around the particles of the shot; one
 * step of undo.
 */
export function switchFalloffShape(owner: WeightedOwner, kind: string): void {
  // Whoever has a falloff is a thing with sends and a place.
  const thing = thingOf(openedScene(), owner.type, owner.id) as unknown as WeightedThing & Placed;
  const box = particleBox(thing);
  const { scale } = motionIn(openedScene(), thing).at(sceneFrame());
  const own = 'settings' in thing ? fieldKinds.get(thing.settings.kind) : undefined;
  // A place that had no effect so far is free to go to the particles.
  const free = !falloffShapes.get(thing.falloff.kind).bounded && own?.fit === undefined && own?.view === undefined;
  beginGesture();
  if (box && free) moveTo(owner, thing, box.centre);
  setFalloffKind(owner, kind, box && mapVector(box.half, (h) => h / scale));
  endGesture();
}

/** Moves a thing to a point of the world. */
function moveTo(owner: WeightedOwner, thing: Placed, centre: Vector): void {
  const rounded = (n: number) => Math.round(n * 1000) / 1000 + 0;
  setTransform(owner, 'position', mapVector(inward(outerFrame(openedScene(), thing, sceneFrame()), centre), rounded));
}

/**
 * Fits a field, group or zone to the particles of the shot that are sent to it: its position, the sizes of its falloff
 * and those of its own. One step of undo. False where there is no particle to fit it to.
 */
export function fitToParticles(owner: WeightedOwner): boolean {
  const scene = openedScene();
  const thing = thingOf(scene, owner.type, owner.id);
  // Whoever has a falloff has sends.
  const box = thing && particleBox(thing as unknown as Weighted);
  if (!box) return false;
  const { scale } = motionIn(scene, thing).at(sceneFrame());
  const half = mapVector(box.half, (h) => h / scale);
  beginGesture();
  const kind = owner.type === 'field' ? fieldKinds.get((thing as Field).settings.kind) : undefined;
  moveTo(owner, thing, kind ? standIn(kind, box) : box.centre);
  editWeighted(owner, (t) => void Object.assign(t.falloff, falloffShapes.get(t.falloff.kind).fitted(half)));
  if (kind) editField(owner.id, (f) => void Object.assign(f.settings, kind.fit?.(half)));
  endGesture();
  return true;
}
