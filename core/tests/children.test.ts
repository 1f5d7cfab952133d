import { describe, expect, it } from 'vitest';
import { type Written, checkScene, completeScene } from '../scene/read';
import { SCENE_FORMAT, SCENE_VERSION, type Scene } from '../document/scene';
import { estimateRun } from '../sim/step/estimate';
import { childKey } from '../sim/step/split';
import { Simulation, type Simulation as Run } from '../sim/step/simulation';
import { binned, chiSquare, runTo } from './scenes';

/** Parents and what is born from them. */
function familyDocument(parents: Written, child: Written, more: Written = {}): Written {
  return {
    format: SCENE_FORMAT,
    version: SCENE_VERSION,
    name: 'T',
    time: { fps: 24, last: 1000 },
    emitters: [
      {
        id: 'p',
        name: 'Parents',
        shape: { kind: 'point' },
        emission: [{ kind: 'burst', count: 3 }],
        birth: { speed: 0, life: 1000, drag: 0 },
        ...parents,
      },
      { id: 'c', name: 'Children', birth: { speed: 0, life: 1000, drag: 0 }, ...child },
    ],
    ...more,
  };
}

const family = (...parts: Parameters<typeof familyDocument>): Scene => completeScene(familyDocument(...parts));

const bits = (runs: readonly Run[], emitter: number) =>
  new Map(
    runs.flatMap((run) => {
      const p = run.populations[emitter]!;
      return Array.from(
        { length: p.count },
        (_, i) =>
          [
            p.id[i]!,
            [p.columns.x[i], p.columns.y[i], p.columns.vx[i], p.birth[i], p.columns.life[i]].join(' '),
          ] as const,
      );
    }),
  );

describe('another emitter’s particles as a shape', () => {
  it('each gives birth at its rate from its own birth on, along its way, at its own moments', () => {
    const scene = family(
      {
        emission: [{ kind: 'burst', count: 1 }],
        birth: { speed: 12, launchDirection: 'direction', direction: [1, 0, 0], life: 1000, drag: 0 },
      },
      { shape: { kind: 'particles', source: 'p', when: 'life', each: 48 } },
    );
    const [, children] = runTo(scene, 24).populations;
    expect(children!.count).toBe(48);
    const xs = [...children!.columns.x.slice(0, 48)].toSorted((a, b) => a - b);
    xs.forEach((x, i) => expect(x).toBeCloseTo((i + 1) / 4, 5));
  });

  it('at the death of each, as many as from–to says, where it died', () => {
    const scene = family(
      { emission: [{ kind: 'burst', count: 400 }], birth: { speed: 2, spread: 180, life: 1, drag: 0 } },
      { shape: { kind: 'particles', source: 'p', when: 'death', from: 2, to: 5 } },
    );
    const run = runTo(scene, 24);
    const [parents, children] = run.populations;
    expect(parents!.died).toBe(400);
    // Uniform on 2 … 5: children at each place of death.
    const at = new Map<string, number>();
    for (let i = 0; i < children!.count; i++) {
      const key = ['x', 'y', 'z'].map((axis) => children!.columns[axis as 'x'][i]!.toFixed(4)).join();
      at.set(key, (at.get(key) ?? 0) + 1);
    }
    expect(at.size).toBe(400);
    const counts = [2, 3, 4, 5].map((n) => [...at.values()].filter((m) => m === n).length);
    expect(counts.reduce((a, b) => a + b, 0)).toBe(400);
    // 99.9 % of χ² with 3 degrees of freedom is 16.3.
    expect(chiSquare(counts)).toBeLessThan(16.3);
  });

  it('where a contact ends a parent, its children are born at the contact, and along its way up to there', () => {
    const parents = {
      emission: [{ kind: 'burst', count: 20 }],
      transform: { position: [0, 1, 0] },
      birth: { speed: 5, launchDirection: 'direction', direction: [0, -1, 0], life: 100, drag: 0 },
    };
    const bed = {
      colliders: [{ id: 'k', name: 'K', shape: { kind: 'plane' }, thickness: 0, response: { kind: 'die' } }],
    };
    const heights = (shape: Written) => {
      const [, p] = runTo(
        family(parents, { shape: { kind: 'particles', source: 'p', ...shape } }, bed),
        12,
      ).populations;
      return [...p!.columns.y.slice(0, p!.count)].toSorted((a, b) => a - b);
    };
    const deaths = heights({ when: 'death', from: 3, to: 3 });
    expect(deaths).toHaveLength(60);
    for (const y of deaths) expect(y).toBeCloseTo(0, 3);
    // A metre at 5 m/s, ended a hair above the plane: nine births at 50 a second, a tenth of a metre apart.
    const trail = heights({ when: 'life', each: 50 });
    expect(trail).toHaveLength(180);
    trail.forEach((y, i) => expect(y).toBeCloseTo(0.1 * (1 + Math.floor(i / 20)), 4));
  });

  it('a draft has exactly the children of its parents, bit for bit; so have threads together', () => {
    const scene = family(
      { emission: [{ kind: 'rate', rate: 300 }], birth: { speed: 1, spread: 40, life: 0.7, drag: 0.2 } },
      {
        shape: { kind: 'particles', source: 'p', when: 'life', each: 20 },
        birth: { life: 0.5, lifeVariance: 0.2, speed: 0.3, spread: 180, inheritedMotion: 30 },
      },
    );
    const run = (portion: { draftFraction: number; slice: number; slices: number }) => {
      const simulation = new Simulation(scene, new Map(), { portion });
      while (simulation.frame < 36) simulation.advance();
      return simulation;
    };
    const whole = bits([run({ draftFraction: 1, slice: 0, slices: 1 })], 1);
    const draft = bits([run({ draftFraction: 0.2, slice: 0, slices: 1 })], 1);
    expect(draft.size).toBeGreaterThan(whole.size * 0.1);
    expect(draft.size).toBeLessThan(whole.size * 0.3);
    for (const [id, value] of draft) expect(whole.get(id)).toBe(value);
    const threads = bits(
      [0, 1, 2].map((slice) => run({ draftFraction: 1, slice, slices: 3 })),
      1,
    );
    expect(threads).toEqual(whole);
  });

  it('grandchildren are born in the same substep; the order of the emitters does not matter', () => {
    const three = (order: readonly number[]) => {
      const emitters = [
        {
          id: 'a',
          name: 'A',
          shape: { kind: 'point' },
          emission: [{ kind: 'rate', rate: 24 }],
          birth: { life: 1000, speed: 0 },
        },
        { id: 'b', name: 'B', shape: { kind: 'particles', source: 'a', each: 48 }, birth: { life: 1000, speed: 0 } },
        { id: 'c', name: 'C', shape: { kind: 'particles', source: 'b', each: 48 }, birth: { life: 1000, speed: 0 } },
      ];
      const run = runTo(completeScene({ name: 'T', emitters: order.map((i) => emitters[i]!) }), 12);
      return order.map((_, i) => run.populations[order.indexOf(i)]!.count);
    };
    expect(three([0, 1, 2])[2]).toBeGreaterThan(100);
    expect(three([2, 1, 0])).toEqual(three([0, 1, 2]));
  });

  it('an emitter born from itself, or in a circle, is refused; one whose source is missing, too', () => {
    const faults = (source: string) => checkScene(familyDocument({}, { shape: { kind: 'particles', source } }));
    expect(faults('c')[0]!.message).toMatch(
      /shape.source is "c". Use another emitter: none can be born from its own particles/,
    );
    expect(faults('ghost')[0]!.message).toMatch(/Use the id of one of the scene’s emitters/);
    const circle = familyDocument(
      { shape: { kind: 'particles', source: 'c' } },
      { shape: { kind: 'particles', source: 'p' } },
    );
    expect(checkScene(circle)[0]!.message).toMatch(/does not descend from this one/);
  });

  it('the gate of the children holds for them, and an estimate counts them', () => {
    const scene = family(
      {},
      { shape: { kind: 'particles', source: 'p', each: 24 }, gate: { kind: 'windows', spans: [[4, 8]] } },
    );
    expect(runTo(scene, 24).populations[1]!.born).toBe(12);
    const open = family({}, { shape: { kind: 'particles', source: 'p', each: 24 } });
    expect(Math.abs(estimateRun(open, new Map(), 24).alive - 75)).toBeLessThanOrEqual(3);
  });
});

describe('splits (common practice)', () => {
  const falling = (split: Written, count = 300): Scene =>
    completeScene({
      name: 'T',
      time: { fps: 24, last: 1000 },
      emitters: [
        {
          id: 'e',
          name: 'E',
          shape: { kind: 'box', width: 4, height: 0, depth: 4 },
          transform: { position: [0, 1, 0] },
          emission: [{ kind: 'burst', count }],
          birth: {
            life: 1000,
            speed: 3,
            launchDirection: 'direction',
            direction: [0, -1, 0],
            drag: 0,
            size: 0.1,
            mass: 2,
          },
        },
      ],
      colliders: [
        {
          id: 'k',
          name: 'K',
          shape: { kind: 'plane' },
          thickness: 0,
          response: { kind: 'bounce', restitution: 0.5, tangentialGain: 1 },
          split: true,
          ...split,
        },
      ],
    });

  it('4 to 4 gives exactly 4 pieces, the parent gone; kept, it goes on beside them', () => {
    const gone = runTo(falling({ splitFrom: 4, splitTo: 4, splitScatter: 0 }), 10).populations[0]!;
    expect([gone.count, gone.born, gone.died]).toEqual([1200, 1500, 300]);
    const kept = runTo(falling({ splitFrom: 4, splitTo: 4, parentSurvives: true, splitScatter: 0 }), 10)
      .populations[0]!;
    expect([kept.count, kept.died]).toEqual([1500, 0]);
  });

  it('2 to 5 is uniform', () => {
    const scene = falling({ splitFrom: 2, splitTo: 5, splitScatter: 0 }, 4000);
    const [p] = runTo(scene, 10).populations;
    const at = new Map<string, number>();
    for (let i = 0; i < p!.count; i++) {
      const key = `${p!.columns.x[i]!.toFixed(5)} ${p!.columns.z[i]!.toFixed(5)}`;
      at.set(key, (at.get(key) ?? 0) + 1);
    }
    expect(chiSquare([2, 3, 4, 5].map((n) => [...at.values()].filter((m) => m === n).length))).toBeLessThan(16.3);
  });

  it('generations are limited; pieces take their share of size, mass and life', () => {
    const pieces = (splitGenerations: number) => {
      const [p] = runTo(
        {
          ...falling(
            { splitFrom: 2, splitTo: 2, splitScatter: 0, splitGenerations, splitSize: 0.5, splitLife: 0.5 },
            10,
          ),
          fields: completeScene({
            name: 'F',
            fields: [{ id: 'g', name: 'G', settings: { kind: 'gravity' }, strength: 9.8 }],
          }).fields,
        },
        200,
      ).populations;
      return p!;
    };
    expect([1, 2, 3].map((n) => pieces(n).count)).toEqual([20, 40, 80]);
    const two = pieces(2);
    for (let i = 0; i < 40; i++) {
      expect(two.columns.size[i]).toBeCloseTo(0.025, 6);
      expect(two.columns.mass[i]).toBeCloseTo(2 / 64, 6);
      expect(two.columns.life[i]).toBeCloseTo(250, 3);
    }
  });

  it('pieces are born at the moment of the contact, off the surface, within the scatter', () => {
    const [p] = runTo(falling({ splitFrom: 6, splitTo: 6, splitScatter: 60, ejectionSpeed: 0.5 }), 9).populations;
    for (let i = 0; i < p!.count; i++) {
      expect(p!.columns.vy[i]).toBeGreaterThan(0);
      expect(p!.columns.y[i]).toBeGreaterThan(0);
      // A metre at 3 m/s: a third of a second.
      expect(p!.birth[i]).toBeCloseTo(1 / 3, 3);
    }
    const cosines = Array.from({ length: p!.count }, (_, i) => (p!.columns.vy[i]! - 0.5) / 1.5);
    expect(chiSquare(binned(cosines, 0.5, 1))).toBeLessThan(43.8);
  });

  it('keys of children do not hang on slots: a draft’s pieces are those of the whole, and threads agree', () => {
    const scene = falling({ splitFrom: 1, splitTo: 5, splitScatter: 80, ejectionSpeed: 1 });
    const run = (portion: { draftFraction: number; slice: number; slices: number }) => {
      const simulation = new Simulation(scene, new Map(), { portion });
      while (simulation.frame < 20) simulation.advance();
      return simulation;
    };
    const whole = bits([run({ draftFraction: 1, slice: 0, slices: 1 })], 0);
    for (const [id, value] of bits([run({ draftFraction: 0.3, slice: 0, slices: 1 })], 0))
      expect(whole.get(id)).toBe(value);
    expect(
      bits(
        [0, 1].map((slice) => run({ draftFraction: 1, slice, slices: 2 })),
        0,
      ),
    ).toEqual(whole);
    expect(childKey(7, 1, 2)).not.toBe(childKey(7, 2, 1));
  });
});

describe('life', () => {
  const lives = (birth: Written, count = 20_000) => {
    const scene = completeScene({
      name: 'T',
      time: { fps: 24, last: 48 },
      emitters: [{ id: 'e', name: 'E', shape: { kind: 'point' }, emission: [{ kind: 'burst', count }], birth }],
    });
    const [p] = runTo(scene, 0).populations;
    return [...p!.columns.life.slice(0, p!.count)];
  };

  it('with a long tail: the mean stays, none is shorter than life − variance, a few live far longer (exponential)', () => {
    const all = lives({ life: 5, lifeVariance: 2, lifeDistribution: 'long-tailed' });
    expect(all.reduce((a, b) => a + b, 0) / all.length).toBeCloseTo(5, 1);
    expect(Math.min(...all)).toBeGreaterThanOrEqual(3);
    // P(life > 3 + 2·t) = e^(−t).
    expect(all.filter((l) => l > 3 + 2 * 3).length / all.length).toBeCloseTo(Math.exp(-3), 2);
    expect(Math.max(...all)).toBeGreaterThan(17);
  });

  it('as long as the scene: until its last frame, whenever it was born', () => {
    const scene = completeScene({
      name: 'T',
      time: { fps: 24, last: 48 },
      emitters: [
        {
          id: 'e',
          name: 'E',
          shape: { kind: 'point' },
          emission: [{ kind: 'rate', rate: 48 }],
          birth: { immortal: true, speed: 0 },
        },
      ],
    });
    const run = runTo(scene, 48);
    expect([run.populations[0]!.count, run.populations[0]!.died]).toEqual([96, 0]);
  });
});
