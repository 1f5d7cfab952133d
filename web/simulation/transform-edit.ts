import type { Draft } from 'immer';
import { withKey, type Key } from '../../core/document/keys/keys';
import { carriersOf, type Placed } from '../../core/document/keys/motion';
import { carriersIn, motionIn } from './motions';
import { inward, WORLD, product, type Similarity } from '../../core/lib/math/similarity';
import type { Vector } from '../../core/lib/math/vector';
import { transposed, type Rotation } from '../../core/lib/math/rotation';
import type { Scene } from '../../core/document/scene';
import { setIfKeyed, setKeysOf, type ThingRef } from '../state/movement';
import { editScene, editThing, LISTS, openedScene, thingOf, type ThingType } from '../state/scene-store';
import { sceneFrame } from '../state/scene-clock';

/** Numbers of a place that can be keyed. */
export type PlaceNumber = 'position' | 'rotation' | 'scale';

/** A thing with a place, or the whole of the finished result. */
export type TransformOwner = { readonly type: ThingType; readonly id: string } | { readonly type: 'sceneTransform' };

/** The thing itself. */
export function placedOf(scene: Scene, owner: TransformOwner): Placed | undefined {
  return owner.type === 'sceneTransform' ? scene.sceneTransform : thingOf(scene, owner.type, owner.id);
}

/** The same as a thing whose numbers can be keyed. */
export const refOf = (owner: TransformOwner): ThingRef =>
  owner.type === 'sceneTransform' ? { sort: 'sceneTransform', id: '' } : { sort: LISTS[owner.type], id: owner.id };

function editPlaced(owner: TransformOwner, recipe: (placed: Draft<Placed>) => void): void {
  if (owner.type === 'sceneTransform') editScene((scene) => recipe(scene.sceneTransform));
  else editThing(owner.type, owner.id, recipe);
}

/** Sets a number of a place: at the playhead as a key where it is keyed, otherwise plainly. */
export function setTransform(owner: TransformOwner, name: PlaceNumber, value: number | Vector): void {
  if (setIfKeyed(refOf(owner), `transform.${name}`, value)) return;
  editPlaced(owner, (thing) => void ((thing.transform as Record<string, unknown>)[name] = value));
}

/** Changes one key, or with undefined takes it away. A frame that another key has is refused with a sentence. */
export function changeKey(
  owner: TransformOwner,
  name: PlaceNumber,
  frame: number,
  change: Partial<Key> | undefined,
): string | undefined {
  const keys = placedOf(openedScene(), owner)?.keys[`transform.${name}`] ?? [];
  if (change?.frame !== undefined && change.frame !== frame && keys.some((k) => k.frame === change.frame))
    return `Frame ${change.frame} already has a keyframe. Choose another frame.`;
  const old = keys.find((k) => k.frame === frame);
  const rest = keys.filter((k) => k.frame !== frame);
  if (old) setKeysOf(refOf(owner), `transform.${name}`, change ? withKey(rest, { ...old, ...change }) : rest);
  return undefined;
}

/** The frame in which a thing's place is given, at a frame of the scene’s time. */
export function outerFrame(scene: Scene, placed: Placed, frame: number): Similarity {
  const [nearest] = carriersOf(carriersIn(scene), placed);
  return nearest ? motionIn(scene, nearest).at(frame) : WORLD;
}

/** Angles in degrees about X, then Y, then Z of a rotation, as the place holds them. */
export function anglesOf(r: Rotation): Vector {
  const degrees = 180 / Math.PI;
  const y = Math.asin(Math.min(1, Math.max(-1, -r[6])));
  const level = Math.abs(r[6]) < 0.999999;
  const x = level ? Math.atan2(r[7], r[8]) : Math.atan2(-r[5], r[4]);
  const z = level ? Math.atan2(r[3], r[0]) : 0;
  const rounded = (angle: number) => Math.round(angle * degrees * 1000) / 1000 + 0;
  return [rounded(x), rounded(y), rounded(z)];
}

/**
 * Mounts a thing on a carrier (none: the empty text) so that it stays where it is at the playhead; its keys are left.
 */
export function mount(owner: TransformOwner, carrier: string): void {
  const scene = openedScene();
  const placed = placedOf(scene, owner);
  if (!placed) return;
  const frame = sceneFrame();
  const now = motionIn(scene, placed).at(frame);
  const next: Placed = { ...placed, transform: { ...placed.transform, carrier, follows: 'transform' } };
  const outer = outerFrame(scene, next, frame);
  const back: Rotation = transposed(outer.rotation);
  const rounded = (n: number) => Math.round(n * 1e6) / 1e6 + 0;
  editPlaced(owner, (thing) => {
    thing.transform.carrier = carrier;
    thing.transform.follows = 'transform';
    thing.transform.position = inward(outer, now.position).map(rounded) as [number, number, number];
    thing.transform.rotation = [...anglesOf(product(back, now.rotation))];
    thing.transform.scale = rounded(now.scale / outer.scale);
  });
}
