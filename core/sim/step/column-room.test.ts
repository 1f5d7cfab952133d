import { describe, expect, it } from 'vitest';
import { testScene } from '../../tests/scenes';
import type { ColumnRoom } from './column-room';
import { Simulation } from './simulation';

/** Room for so many bytes, and what is taken of it. */
function roomOf(bytes: number): { room: ColumnRoom; taken: Set<Float32Array | Float64Array> } {
  const taken = new Set<Float32Array | Float64Array>();
  const kept = <T extends Float32Array | Float64Array>(column: T): T => {
    if ([...taken].reduce((sum, { byteLength }) => sum + byteLength, column.byteLength) > bytes)
      throw new RangeError('no more room');
    // Rubbish, as it is in memory that was used before.
    taken.add(column.fill(NaN));
    return column;
  };
  return {
    taken,
    room: {
      floats: (count) => kept(new Float32Array(count)),
      doubles: (count) => kept(new Float64Array(count)),
      free: (column) => void taken.delete(column),
    },
  };
}

const scene = testScene({
  emitter: {
    shape: { kind: 'ball', radius: 1 },
    emission: [
      { kind: 'burst', count: 3000 },
      { kind: 'rate', rate: 4000 },
    ],
    birth: { life: 1, speed: 1, spread: 180 },
  },
  fields: [{ settings: { kind: 'turbulence' }, strength: 1 }],
});

const stateOf = ({ populations: [p] }: Simulation) =>
  (['x', 'y', 'z', 'vx', 'vy', 'vz', 'life', 'mass'] as const).map((name) => [
    ...p!.columns[name].subarray(0, p!.count),
  ]);

describe('the room of a run', () => {
  it('is given back at its end, and makes no difference to what is computed, from the start or from where another run was', () => {
    const { room, taken } = roomOf(1e9);
    const [there, anywhere] = [new Simulation(scene, new Map(), { room }), new Simulation(scene, new Map())];
    for (let i = 0; i < 30; i++) [there, anywhere].forEach((run) => run.advance());
    expect(stateOf(there)).toEqual(stateOf(anywhere));
    const onward = new Simulation(scene, new Map(), { from: there.keep(), room });
    [onward, anywhere].forEach((run) => run.advance());
    expect(stateOf(onward)).toEqual(stateOf(anywhere));
    there.end();
    onward.end();
    expect([...taken].filter(({ length }) => length > 0)).toEqual([]);
  });

  it('is given back where there is too little of it for the first births, or for those of a later frame', () => {
    const few = roomOf(100_000);
    expect(() => new Simulation(scene, new Map(), { room: few.room })).toThrow(RangeError);
    expect([...few.taken].filter(({ length }) => length > 0)).toEqual([]);
    const some = roomOf(350_000);
    const run = new Simulation(scene, new Map(), { room: some.room });
    expect(() => {
      for (let i = 0; i < 30; i++) run.advance();
    }).toThrow(RangeError);
    run.end();
    expect([...some.taken].filter(({ length }) => length > 0)).toEqual([]);
  });
});
