import { describe, expect, it } from 'vitest';
import { gates } from '../kinds/gates';
import { runTo, testScene } from './scenes';
import type { Written } from '../scene/read';

const clock = { fps: 24, first: 0, last: 200, dials: { names: [], at: () => [] } };
const openAt = (gate: Written, through = 100) => {
  const values = gates.defaults(gate['kind'] as string, gate);
  const open = gates.get(values.kind).compile(values, clock);
  return Array.from({ length: through + 1 }, (_, f) => f).filter(open);
};

/** Frames whose births a run has, from the numbers born by each frame. */
function birthFrames(gate: Written, through = 100): number[] {
  const run = runTo(
    testScene({ emitter: { emission: [{ kind: 'rate', rate: 240 }], gate, birth: { life: 1000 } } }),
    0,
  );
  const frames: number[] = [];
  for (let f = 0; f < through; f++) {
    const before = run.populations[0]!.born;
    run.advance();
    if (run.populations[0]!.born > before) frames.push(f);
  }
  return frames;
}

describe('gates (common practice)', () => {
  it('a new one by formula is open on half of the frames', () => {
    expect(openAt({ kind: 'formula' }, 239)).toHaveLength(120);
  });

  it('a pulse train, every 17 frames on for two, from frame 4: 4, 5, 21, 22, 38, …', () => {
    expect(openAt({ kind: 'pulses', every: 17, on: 2, from: 4 }).slice(0, 5)).toEqual([4, 5, 21, 22, 38]);
  });

  it('on before 40 and again from 64', () => {
    const frames = openAt({
      kind: 'windows',
      spans: [
        [-100, 40],
        [64, 1000],
      ],
    });
    expect([frames.includes(39), frames.includes(40), frames.includes(63), frames.includes(64)]).toEqual([
      true,
      false,
      false,
      true,
    ]);
  });

  it('by pulses, by windows and by formula: three ways, the same births', () => {
    const spans = Array.from({ length: 8 }, (_, i) => [4 + 17 * i, 6 + 17 * i]);
    const ways: Written[] = [
      { kind: 'pulses', every: 17, on: 2, from: 4 },
      { kind: 'windows', spans },
      { kind: 'formula', formula: 'frame >= 4 and mod(frame − 4, 17) < 2' },
    ];
    const [one, two, three] = ways.map((gate) => birthFrames(gate));
    expect(one!.slice(0, 4)).toEqual([4, 5, 21, 22]);
    expect(two).toEqual(one);
    expect(three).toEqual(one);
    const births = ways.map((gate) => {
      const [p] = runTo(
        testScene({ emitter: { emission: [{ kind: 'rate', rate: 100 }], gate, birth: { life: 1000 } } }),
        60,
      ).populations;
      return [...p!.birth.slice(0, p!.count)].toSorted((a, b) => a - b);
    });
    expect(births[1]).toEqual(births[0]);
    expect(births[2]).toEqual(births[0]);
  });

  it('the integral stands still while the gate is shut: fractional rates carry over, none is lost', () => {
    const [p] = runTo(
      testScene({
        emitter: {
          emission: [{ kind: 'rate', rate: 7 }],
          gate: { kind: 'pulses', every: 4, on: 1 },
          birth: { life: 1000 },
        },
      }),
      96,
    ).populations;
    // 24 frames were on, a second in all.
    expect(p!.born).toBe(7);
    for (let i = 0; i < p!.count; i++) expect(Math.floor(p!.birth[i]! * 24 - 1e-9) % 4).toBe(0);
  });

  it('a burst needs the gate open at its frame', () => {
    const at = (frame: number) =>
      runTo(
        testScene({
          emitter: { emission: [{ kind: 'burst', count: 5, frame }], gate: { kind: 'pulses', every: 4, on: 1 } },
        }),
        12,
      ).populations[0]!.born;
    expect([at(4), at(5), at(8)]).toEqual([5, 0, 5]);
  });

  it('a formula that can’t be read shuts the gate, and says why', () => {
    expect(openAt({ kind: 'formula', formula: 'frame <' })).toEqual([]);
    expect(gates.get('formula').broken!({ formula: 'fram < 3' }, clock.dials)).toMatch(
      /“fram” is not a known name. Names are frame, time/,
    );
    expect(gates.get('formula').broken!({ formula: 'frame < 3' }, clock.dials)).toBeUndefined();
  });
});

describe('amounts with variance', () => {
  const perFrame = (amount: Written, frames: number) => {
    const run = runTo(testScene({ emitter: { emission: [amount], birth: { life: 1000 } } }), 0);
    return Array.from({ length: frames }, () => {
      const before = run.populations[0]!.born;
      run.advance();
      return run.populations[0]!.born - before;
    });
  };

  it('a rate a frame is that many in each; with variance it differs from frame to frame, with the same mean', () => {
    expect(perFrame({ kind: 'rate', rate: 9, rateUnit: 'frame' }, 5)).toEqual([9, 9, 9, 9, 9]);
    const counts = perFrame({ kind: 'rate', rate: 50, rateUnit: 'frame', variance: 40 }, 400);
    const mean = counts.reduce((a, b) => a + b, 0) / 400;
    // 40/√3 over 400 frames: three standard errors are 3.5.
    expect(Math.abs(mean - 50)).toBeLessThan(3.5);
    expect(Math.min(...counts)).toBeLessThan(15);
    expect(Math.max(...counts)).toBeGreaterThan(85);
  });

  it('random moments: as many in each frame, at moments of their own, the same for any number of substeps', () => {
    const births = (substeps: number) => {
      const [p] = runTo(
        testScene({
          emitter: { emission: [{ kind: 'rate', rate: 240, timing: 'random' }], birth: { life: 1000 } },
          time: { substeps },
        }),
        6,
      ).populations;
      return [...p!.birth.slice(0, p!.count)].toSorted((a, b) => a - b);
    };
    const one = births(1);
    expect(one).toHaveLength(60);
    const gaps = one.slice(1).map((t, i) => t - one[i]!);
    expect(Math.max(...gaps)).toBeGreaterThan(2 / 240);
    expect(births(3)).toEqual(one);
  });

  it('a burst may be at the start of the run, and its count may vary by seed', () => {
    const start = runTo(
      testScene({ emitter: { emission: [{ kind: 'burst', count: 6, timing: 'start' }] }, time: { preRoll: 10 } }),
      -10,
    );
    expect(start.populations[0]!.born).toBe(6);
    const counts = [1, 2, 3, 4, 5, 6].map(
      (seed) =>
        runTo(testScene({ emitter: { seed, emission: [{ kind: 'burst', count: 100, variance: 50 }] } }), 0)
          .populations[0]!.born,
    );
    expect(new Set(counts).size).toBeGreaterThan(3);
    for (const n of counts) expect(Math.abs(n - 100)).toBeLessThanOrEqual(50);
  });
});
