import type { Vector } from '../../lib/math/vector';
import type { Similarity } from '../../lib/math/similarity';
import { Purpose } from '../../lib/random/lookup';
import type { Emitter } from '../../document/scene';
import type { ShapeDescriptor } from '../../kinds/emitter-shapes/shape';
import type { Population } from './population';

/** Even on value ± variance, and not below `least`; drawn for a purpose. */
export interface Drawn {
  readonly value: number;
  readonly variance: number;
  readonly purpose: number;
  readonly least: number;
}

/**
 * All that decides where and how an emitter's particles begin, where nothing unusual is asked of it: what spawner and
 * newborns do, in plain numbers.
 */
export interface BirthDescriptor {
  readonly stream: number;
  readonly shape: ShapeDescriptor;
  /** Where the emitter is. */
  readonly place: Similarity;
  readonly along: Emitter['birth']['launchDirection'];
  /** Unit direction in the world, for those that leave along one. */
  readonly direction: Vector;
  /** Cosine of the cone that ways are spread over; 1 for none. */
  readonly cosSpread: number;
  readonly speed: Drawn;
  /** Seconds; of those that live as long as the scene it does not count. */
  readonly life: Drawn;
  readonly mass: Drawn;
  readonly drag: Drawn;
  readonly size: Drawn;
}

/** Fills the float columns of particles from a slot on, whose numbers are `ids`; up to a block of them. */
export type BirthRoutine = (ids: Uint32Array, count: number, population: Population, slot: number) => void;

/** What is drawn for the numbers of a birth, in the emitter's own units. */
export function drawnBy({ birth }: Emitter): Pick<BirthDescriptor, 'speed' | 'life' | 'mass' | 'drag' | 'size'> {
  const drawn = (value: number, variance: number, purpose: number, least = 0): Drawn => ({
    value,
    variance,
    purpose,
    least,
  });
  return {
    speed: drawn(birth.speed, birth.speedVariance, Purpose.speed, -Infinity),
    life: drawn(birth.life, birth.lifeVariance, Purpose.life),
    mass: drawn(birth.mass, birth.massVariance, Purpose.mass, birth.mass / 1000),
    drag: drawn(birth.drag, birth.dragVariance, Purpose.drag),
    size: drawn(birth.size, birth.sizeVariance, Purpose.size),
  };
}
