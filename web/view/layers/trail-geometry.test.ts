import { describe, expect, it } from 'vitest';
import { frameOf, type Made } from '../../tests/frames';
import { STRIDE } from './body-geometry';
import { trailGeometry, type TrailLook } from './trail-geometry';

const look: TrailLook = { length: 4, every: 1, pieces: 1, smooth: 0 };

/** Frames of one particle that goes 1 m a frame along X and is at 10 m now. */
const past = (frames: number): ReturnType<typeof frameOf> | undefined =>
  frames <= 3 ? frameOf([{ id: 7, at: [10 - frames, 0, 0] }]) : undefined;

const build = (now: readonly Made[], over: Partial<TrailLook> = {}, before = past) =>
  trailGeometry(frameOf(now), { ...look, ...over }, before, () => 1);

/** A number of each vertex: 0 is x, 9 the side, 10 the width, 11 the place on the ramp. */
const every = ({ vertices }: { vertices: Float32Array }, which: number): number[] =>
  Array.from({ length: vertices.length / STRIDE }, (_, v) => Math.round(vertices[v * STRIDE + which]! * 1e5) / 1e5);

describe('a trail', () => {
  it('lies on the places of the frames before, as far back as they are known', () => {
    const made = build([{ id: 7, at: [10, 0, 0] }]);
    expect(every(made, 0)).toEqual([10, 10, 9, 9, 8, 8, 7, 7]);
    expect(every(made, 9)).toEqual([-1, 1, -1, 1, -1, 1, -1, 1]);
    expect(made.index).toHaveLength(3 * 6);
  });

  it('has its places on the ramp as shares of the whole length, though fewer frames are known', () => {
    expect(every(build([{ id: 7, at: [10, 0, 0] }]), 11)).toEqual([0, 0, 0.25, 0.25, 0.5, 0.5, 0.75, 0.75]);
  });

  it('is coloured, and as wide and opaque, by the age or the speed that the particle had at each point', () => {
    // It is 1 s old of 2 now, and was born a frame of 0.5 s before; it goes 4 m/s now, and went 2 m/s.
    const made = (age: number, speed: number, at: number) => {
      const frame = frameOf([{ id: 7, at: [at, 0, 0], age, life: 2 }]);
      frame.columns.vx[0] = speed;
      return frame;
    };
    const drawn = (over: Partial<TrailLook>) =>
      trailGeometry(
        made(1, 4, 10),
        { ...look, ...over },
        (f) => (f === 1 ? made(0.5, 2, 9) : undefined),
        () => 1,
      );
    const ofPoints = (over: Partial<TrailLook>, which: number) => {
      const all = every(drawn(over), which);
      return [all[0], all[2]];
    };
    expect(ofPoints({}, 14)).toEqual([0, 0.25]);
    expect(ofPoints({ colourBy: 'age' }, 14)).toEqual([0.5, 0.25]);
    expect(ofPoints({ colourBy: 'speed', topSpeed: 8 }, 14)).toEqual([0.5, 0.25]);
    expect(ofPoints({ colourBy: 'speed', topSpeed: 3 }, 14)).toEqual([1, 0.66667]);
    // Twice as wide when fast, and fading out over its life.
    const rising = [
      { at: 0, value: 0 },
      { at: 1, value: 2 },
    ];
    expect(ofPoints({ sizeOverSpeed: rising, topSpeed: 8 }, 10)).toEqual([0.1, 0.05]);
    const falling = [
      { at: 0, value: 1 },
      { at: 1, value: 0 },
    ];
    expect(ofPoints({ opacityOverAge: falling }, 13)).toEqual([0.5, 0.75]);
  });

  it('runs back along the way: its direction there is that of the motion, reversed', () => {
    expect(new Set(every(build([{ id: 7, at: [10, 0, 0] }]), 6))).toEqual(new Set([-1]));
  });

  it('ends where the particle was not yet there, and a newborn has none', () => {
    const before = (frames: number) => (frames === 1 ? past(1) : frameOf([{ id: 3, at: [0, 0, 0] }]));
    expect(every(build([{ id: 7, at: [10, 0, 0] }], {}, before), 0)).toEqual([10, 10, 9, 9]);
    expect(build([{ id: 8, at: [1, 0, 0] }]).vertices).toHaveLength(0);
    expect(build([{ id: 8, at: [1, 0, 0] }]).index).toHaveLength(0);
  });

  it('finds a particle by its number, wherever its slot has gone', () => {
    const before = (frames: number) =>
      frames <= 1
        ? frameOf([
            { id: 2, at: [50, 0, 0] },
            { id: 7, at: [9, 0, 0] },
          ])
        : undefined;
    expect(every(build([{ id: 7, at: [10, 0, 0] }], {}, before), 0)).toEqual([10, 10, 9, 9]);
  });

  it('belongs to every n-th particle by number', () => {
    const now = [4, 5, 6].map((id) => ({ id, at: [id, 0, 0] as const }));
    const before = (frames: number) =>
      frames === 1 ? frameOf(now.map(({ id }) => ({ id, at: [id - 0.5, 0, 0] as const }))) : undefined;
    expect(every(build(now, { every: 2 }, before), 0)).toEqual([4, 4, 3.5, 3.5, 6, 6, 5.5, 5.5]);
    expect(every(build(now, { every: 5 }, before), 0)).toEqual([5, 5, 4.5, 4.5]);
  });

  it('keeps its two ends where it is smoothed, and brings a corner between them nearer to its neighbours', () => {
    const corner = (frames: number) =>
      frames <= 2 ? frameOf([{ id: 7, at: frames === 1 ? [1, 3, 0] : [2, 0, 0] }]) : undefined;
    const heights = (smooth: number) => every(build([{ id: 7, at: [0, 0, 0] }], { smooth }, corner), 1);
    expect(heights(0)).toEqual([0, 0, 3, 3, 0, 0]);
    expect(heights(1)).toEqual([0, 0, 1, 1, 0, 0]);
  });

  it('is as wide as the particle times the width at its share of life; one that never dies is at its end', () => {
    const width = (particle: Omit<Made, 'id' | 'at'>) =>
      trailGeometry(frameOf([{ id: 7, at: [10, 0, 0], ...particle }]), look, past, (share) => share).vertices[10]!;
    expect(width({ size: 0.4, age: 0.5, life: 2 })).toBeCloseTo(0.1, 6);
    expect(width({ size: 0.4, age: 9, life: 2 })).toBeCloseTo(0.4, 6);
    expect(width({ size: 0.4, age: 9, life: 0 })).toBeCloseTo(0.4, 6);
  });

  it('passes through the places however many pieces lie between them', () => {
    const x = every(build([{ id: 7, at: [10, 0, 0] }], { pieces: 2 }), 0).filter((_, i) => i % 2 === 0);
    expect(x.filter((_, i) => i % 2 === 0)).toEqual([10, 9, 8, 7]);
    expect(x).toEqual(x.toSorted((a, b) => b - a));
  });
});
