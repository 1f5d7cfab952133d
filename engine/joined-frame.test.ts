import { describe, expect, it } from 'vitest';
import { ALL_COLUMNS } from '../core/sim/step/population';
import { Simulation } from '../core/sim/step/simulation';
import { testScene } from '../core/tests/scenes';
import { snapshot, type EmitterFrame } from './frame';
import { bytesOf } from './joined-frame';
import { joinSlices, partsOf } from './joined-frame';
import { FrameReducer } from './reduced-frame';

const scene = testScene({
  emitter: {
    shape: { kind: 'ball', radius: 1 },
    emission: [{ kind: 'burst', count: 1000 }],
    birth: { life: 99, speed: 1, sizeVariance: 0.01 },
    look: { kind: 'flake' },
  },
});

/** What three threads make of a frame. */
const slices = () =>
  [0, 1, 2].map((slice) => {
    const run = new Simulation(scene, new Map(), { portion: { draftFraction: 1, slice, slices: 3 } });
    run.advance();
    return snapshot(run, 1);
  });

const buffers = ({ id, age, columns }: EmitterFrame) =>
  [id, age, ...ALL_COLUMNS.map((name) => columns[name])].map(({ buffer }) => buffer);

describe('a frame of several threads', () => {
  it('is made without copying: its parts lie in the very memory that the threads have handed over', () => {
    const made = slices();
    const parts = partsOf(joinSlices(made).emitters[0]!);
    expect(parts.map(buffers)).toEqual(made.map(({ emitters }) => buffers(emitters[0]!)));
    parts.forEach((part, i) => expect(part.columns.x.buffer).toBe(made[i]!.emitters[0]!.columns.x.buffer));
  });

  it('has each column as one when it is asked for, all parts after one another, and keeps none twice', () => {
    const made = slices();
    const frame = joinSlices(made);
    const bytes = bytesOf(frame);
    const [emitter] = frame.emitters;
    expect(emitter!.count).toBe(1000);
    for (const of of [
      (e: EmitterFrame) => e.id,
      (e: EmitterFrame) => e.age,
      ...ALL_COLUMNS.map((name) => (e: EmitterFrame) => e.columns[name]),
    ])
      expect([...of(emitter!)]).toEqual(made.flatMap(({ emitters }) => [...of(emitters[0]!)]));
    expect(emitter!.columns.x).toBe(emitter!.columns.x);
    for (const part of partsOf(emitter!)) expect(part.columns.x.buffer).toBe(emitter!.columns.x.buffer);
    expect(bytesOf(frame)).toBe(bytes);
  });

  it('is whole when it is handed on to another thread', () => {
    const frame = joinSlices(slices());
    const copy = structuredClone(frame);
    expect([...copy.emitters[0]!.id]).toEqual([...frame.emitters[0]!.id]);
    expect([...copy.emitters[0]!.columns.vy]).toEqual([...frame.emitters[0]!.columns.vy]);
  });

  it('is reduced part by part as if it were one', () => {
    const reduced = (frame: ReturnType<typeof joinSlices>) => new FrameReducer((n) => n / 24).reduce(frame);
    const one = structuredClone(joinSlices(slices()));
    expect(reduced(joinSlices(slices()))).toEqual(reduced(one));
  });
});
