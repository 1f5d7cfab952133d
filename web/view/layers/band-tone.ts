import type { LevelStop } from '../../../core/document/parameters';
import type { EmitterFrame } from '../../../engine/frame';
import { EVEN } from './layer';
import { levelAt } from './ramp';

/** What looks of bands say about their points beside their places along them. */
export interface BandLook {
  readonly colourBy?: 'along' | 'age' | 'speed';
  /** m/s. */
  readonly topSpeed?: number;
  readonly opacityOverAge?: readonly LevelStop[];
  readonly sizeOverSpeed?: readonly LevelStop[];
}

/** A point of a band: its share of the length, and the share of its life and the speed of its particle, m/s. */
export interface BandPoint {
  readonly along: number;
  readonly age: number;
  readonly speed: number;
}

/** How a point of a band is drawn: its place on the ramp of colours; times as wide and as opaque. */
export interface Tone {
  readonly hue: number;
  readonly width: number;
  readonly opacity: number;
}

/** How the points of a look’s bands are drawn. */
export function toneOf({ colourBy, topSpeed = 1, opacityOverAge, sizeOverSpeed }: BandLook): (at: BandPoint) => Tone {
  return ({ along, age, speed }) => {
    const fast = Math.min(1, speed / topSpeed);
    return {
      hue: colourBy === 'age' ? age : colourBy === 'speed' ? fast : along,
      width: levelAt(sizeOverSpeed ?? EVEN, fast),
      opacity: levelAt(opacityOverAge ?? EVEN, age),
    };
  };
}

/** The share of its life that a particle of a frame has behind it, and its speed, m/s. */
export function stateOf({ columns: { life, vx, vy, vz }, age }: EmitterFrame, slot: number): Omit<BandPoint, 'along'> {
  const whole = life[slot]!;
  return {
    age: whole > 0 ? Math.min(1, Math.max(0, age[slot]! / whole)) : 1,
    speed: Math.hypot(vx[slot]!, vy[slot]!, vz[slot]!),
  };
}

/** Between two states. */
export const mixed = (
  a: Omit<BandPoint, 'along'>,
  b: Omit<BandPoint, 'along'>,
  t: number,
): Omit<BandPoint, 'along'> => ({
  age: a.age + t * (b.age - a.age),
  speed: a.speed + t * (b.speed - a.speed),
});
