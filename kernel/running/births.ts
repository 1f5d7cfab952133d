import type { BirthDescriptor, BirthRoutine, Drawn } from '../../core/sim/step/birth-descriptor';
import { Purpose } from '../../core/lib/random/lookup';
import { BLOCK } from '../../core/lib/particle-block';
import { FLOAT_COLUMNS } from '../../core/sim/step/population';
import { BIRTHS } from '../encoding/layout';
import type { Kernel } from './memory';

const SHAPES = { box: 0, ball: 1, disc: 2 } as const;
const ALONG = { direction: 0, normal: 1, tangent: 2, outward: 3 } as const;
const FLAGS = { spreads: 1, surface: 2 } as const;
/** A descriptor as it stands in the kernel: the words of assembly/births.ts. */
function written(
  { stream, shape, place, along, direction, cosSpread, speed, life, mass, drag, size }: BirthDescriptor,
  at: number,
): Uint32Array {
  const floats = new Float32Array(BIRTHS.size);
  const words = new Uint32Array(floats.buffer);
  const put = (from: number, { value, variance, purpose, least }: Drawn) => {
    floats.set([value, variance, 0, least], from);
    words[from + 2] = purpose;
  };
  words[BIRTHS.stream] = stream;
  words[BIRTHS.shape] = SHAPES[shape.kind];
  words[BIRTHS.along] = ALONG[along];
  words[BIRTHS.flags] =
    (cosSpread === 1 ? 0 : FLAGS.spreads) | (shape.kind === 'ball' && shape.surface ? FLAGS.surface : 0);
  floats.set(shape.kind === 'box' ? shape.sides : [shape.radius], BIRTHS.sizes);
  const picks = shape.kind === 'box' ? shape.picks : [0, 1, 2];
  words.set(
    picks.map((n) => Purpose.shape + n),
    BIRTHS.picks,
  );
  floats.set(place.position, BIRTHS.position);
  floats[BIRTHS.scale] = place.scale;
  floats.set(place.rotation, BIRTHS.rotation);
  floats.set(direction, BIRTHS.direction);
  floats[BIRTHS.opening] = 1 - cosSpread;
  [speed, life, mass, drag, size].forEach((one, i) => put(BIRTHS.numbers + 4 * i, one));
  words.set([Purpose.spreadAngle, Purpose.spreadTurn, Purpose.outward, Purpose.outward + 1, at], BIRTHS.cone);
  return words;
}

/** Births by the kernel, a block at a time. */
export class Births {
  private readonly descriptor: Uint32Array;
  private readonly ids: Uint32Array;
  private readonly columns: readonly Float32Array[];

  constructor(private readonly kernel: Kernel) {
    // Numbers, then float columns, then luck.
    const { byteOffset } = kernel.room.floats(BLOCK * (FLOAT_COLUMNS.length + 2));
    this.descriptor = kernel.words(BIRTHS.at, BIRTHS.size);
    this.ids = kernel.words(byteOffset, BLOCK);
    this.columns = FLOAT_COLUMNS.map((_, c) => kernel.floats(byteOffset + 4 * BLOCK * (c + 1), BLOCK));
  }

  /** What fills the columns of newborn particles by a descriptor. */
  routineOf(of: BirthDescriptor): BirthRoutine {
    const words = written(of, this.ids.byteOffset);
    return (ids, count, population, slot) => {
      this.descriptor.set(words);
      this.ids.set(ids.subarray(0, count));
      this.kernel.run.spawn(count);
      FLOAT_COLUMNS.forEach((name, c) => population.columns[name].set(this.columns[c]!.subarray(0, count), slot));
    };
  }
}
