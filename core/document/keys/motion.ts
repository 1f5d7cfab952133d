import { rotationFromDegrees } from '../../lib/math/rotation';
import type { Vector } from '../../lib/math/vector';
import type { Carrier, Transform } from '../scene';
import { valueAt, type Key, type Keys } from './keys';
import { within, WORLD, type Similarity } from '../../lib/math/similarity';

/** Anything that has a place. */
export interface Placed {
  readonly transform: Transform;
  readonly keys: Keys;
}

/** Where a thing is over time. */
export interface Motion {
  /** False where it is the same at every frame. */
  readonly moves: boolean;
  /** Where it is at a frame with fraction. */
  at(frame: number): Similarity;
}

const PARTS = ['position', 'rotation', 'scale'] as const;

/** The keys of a part of a place; undefined where it has none. */
function keysOf<V extends number | Vector>(keys: Keys, part: (typeof PARTS)[number]): readonly Key<V>[] | undefined {
  // oxlint-disable-next-line typescript/no-unsafe-type-assertion -- keys of a place have the values of its parts
  const list = keys[`transform.${part}`] as readonly Key<V>[] | undefined;
  return list?.length ? list : undefined;
}

/** The place a thing has at a frame in the frame it stands in: keyed numbers take the value of their keys. */
export function placeAt({ transform: place, keys }: Placed, frame: number): Transform {
  if (!PARTS.some((part) => keysOf(keys, part))) return place;
  const value = <V extends number | Vector>(part: (typeof PARTS)[number], plain: V): V => {
    const list = keysOf<V>(keys, part);
    return list ? valueAt(list, frame) : plain;
  };
  return {
    ...place,
    position: value('position', place.position),
    rotation: value('rotation', place.rotation),
    scale: value('scale', place.scale),
  };
}

/** The carriers a thing stands on, nearest first. A carrier that is missing, or met a second time, ends the row. */
export function carriersOf(carriers: readonly Carrier[], { transform: place }: Placed): Carrier[] {
  const row: Carrier[] = [];
  for (let id = place.carrier; id !== ''; ) {
    const carrier = carriers.find((c) => c.id === id);
    if (!carrier || row.includes(carrier)) break;
    row.push(carrier);
    id = carrier.transform.carrier;
  }
  return row;
}

const standing = (place: Transform): Similarity => ({
  position: place.position,
  rotation: rotationFromDegrees(place.rotation),
  scale: place.scale,
});

/** Where a thing is in the frame it stands in, and whether it is carried whole; what is not keyed is worked out once. */
function poseOf({ transform, keys }: Placed): { readonly at: (frame: number) => Similarity; readonly whole: boolean } {
  const position = keysOf<Vector>(keys, 'position');
  const rotation = keysOf<Vector>(keys, 'rotation');
  const scale = keysOf<number>(keys, 'scale');
  const still = standing(transform);
  const moved = (frame: number): Similarity => ({
    position: position ? valueAt(position, frame) : still.position,
    rotation: rotation ? rotationFromDegrees(valueAt(rotation, frame)) : still.rotation,
    scale: scale ? valueAt(scale, frame) : still.scale,
  });
  return { at: position || rotation || scale ? moved : () => still, whole: transform.follows === 'transform' };
}

/** The motion of a thing: its keys, on the keys of its carriers. */
export function motionOf(carriers: readonly Carrier[], thing: Placed): Motion {
  const row = [...carriersOf(carriers, thing).toReversed(), thing];
  const moves = row.some(({ keys }) => PARTS.some((name) => (keys[`transform.${name}`]?.length ?? 0) > 1));
  const poses = row.map(poseOf);
  const at = (frame: number): Similarity => {
    let outer = WORLD;
    for (const { at: poseAt, whole } of poses) {
      const own = poseAt(frame);
      const placed = within(outer, own);
      // What is carried in its position alone keeps its own direction and size.
      outer = whole ? placed : { ...own, position: placed.position };
    }
    return outer;
  };
  if (!moves) {
    const still = at(0);
    return { moves, at: () => still };
  }
  let asked = NaN;
  let known = WORLD;
  return {
    moves,
    at(frame) {
      if (frame !== asked) {
        known = at(frame);
        asked = frame;
      }
      return known;
    },
  };
}
