import type { Kinded } from '../document/registry';
import type { Emitter, Field, Group, Zone } from '../document/scene';
import { frameFor } from '../lib/math/frames';
import type { Similarity } from '../lib/math/similarity';

/** Something that may read weight maps. */
export type WeightReader = Emitter | Field | Group | Zone;

/** One reading of a weight map: its id, and where its surface is while the thing that reads it is at a place. */
export interface WeightReading {
  readonly map: string;
  frame(place: Similarity): Similarity;
}

/** The weight maps that a thing reads, in the order of its sections. */
export function weightReadings(thing: WeightReader): WeightReading[] {
  const parts: readonly Kinded[] =
    'masks' in thing ? [...thing.masks, thing.body] : [thing.falloff, ...thing.modulators];
  return parts.flatMap((part) => {
    const map = part['weightMap'];
    if (typeof map !== 'string' || map === '') return [];
    const share = (name: string) => Number(part[name] ?? 100) / 100;
    return [{ map, frame: (place) => frameFor(place, share('followTransform'), share('followScale')).place }];
  });
}
