import { ALL_COLUMNS } from '../../core/sim/step/population';
import type { EmitterFrame } from '../../engine/frame';

/** A particle of a frame that is made by hand. */
export interface Made {
  readonly id: number;
  readonly at: readonly [number, number, number];
  readonly age?: number;
  readonly life?: number;
  readonly size?: number;
}

/** A frame of an emitter with just those particles, for tests of layers. */
export function frameOf(particles: readonly Made[]): EmitterFrame {
  const count = particles.length;
  const column = (value: (particle: Made) => number) => Float32Array.from(particles, value);
  const columns = Object.fromEntries(ALL_COLUMNS.map((name) => [name, new Float32Array(count)])) as Record<
    string,
    Float32Array
  >;
  columns['x'] = column(({ at }) => at[0]);
  columns['y'] = column(({ at }) => at[1]);
  columns['z'] = column(({ at }) => at[2]);
  columns['life'] = column(({ life = 2 }) => life);
  columns['size'] = column(({ size = 0.1 }) => size);
  return {
    count,
    born: count,
    died: 0,
    retired: 0,
    dropped: 0,
    id: Uint32Array.from(particles, ({ id }) => id),
    age: column(({ age = 1 }) => age),
    columns: columns as EmitterFrame['columns'],
    zone: new Uint8Array(count),
    weight: new Uint8Array(0),
    tint: new Uint32Array(0),
  };
}
