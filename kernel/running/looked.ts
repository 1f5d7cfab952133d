import { BLOCK, particleBlock } from '../../core/lib/particle-block';
import { sumsOfBlock } from '../../core/kinds/contracts/sums';
import type { Looked } from '../../core/sim/stack/stack';
import * as at from '../encoding/layout';
import type { Kernel } from './memory';

/** Room for a block of particles as the plain routines see it, and for their sums, where the kernel finds both. */
export function lookedIn(kernel: Kernel): Looked {
  const columns = (count: number) => {
    const all = kernel.room.doubles(count * BLOCK);
    return { all, column: (c: number) => all.subarray(c * BLOCK, (c + 1) * BLOCK) };
  };
  const { all, column } = columns(15);
  kernel.words(at.LOOKED, 1)[0] = all.byteOffset;
  const { column: sum } = columns(6);
  const vector = (from: (c: number) => Float64Array, c: number) => ({ x: from(c), y: from(c + 1), z: from(c + 2) });
  return {
    block: {
      ...particleBlock(),
      position: vector(column, 0),
      velocity: vector(column, 3),
      mass: column(6),
      drag: column(7),
      life: column(8),
      time: column(9),
      step: column(10),
      age: column(11),
      start: vector(column, 12),
    },
    sums: { ...sumsOfBlock(), acceleration: vector(sum, 0), medium: vector(sum, 3) },
  };
}
