import { quantile as reference } from 'd3-array';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { examples } from '../examples';
import type { Scene } from '../document/scene';
import { Simulation } from '../sim/step/simulation';
import { runTo, testScene, thrown } from '../tests/scenes';
import { combinedAlong, curvesAlong, POINTS } from './along';
import { BINS, Census } from './census';
import { emptiesAt } from './coverage';
import { stepAdvice } from './health';
import { profileAlong } from './profile-along';
import { histogram, quantile, summarise } from './statistics';
import { pretendedOf } from './subject';

const NONE = new Map();

describe('statistics', () => {
  it('quantiles are those of d3-array, which takes definition 7 of Hyndman & Fan', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 60 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (values, p) => {
          const sorted = Float64Array.from(values).toSorted();
          const wanted = reference(values, p)!;
          expect(Math.abs(quantile(sorted, p) - wanted)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(wanted)));
        },
      ),
    );
  });

  it('a histogram holds every value between its bounds once', () => {
    const values = Float64Array.from({ length: 1000 }, (_, i) => i);
    expect([...histogram(values, 0, 999, 4)]).toEqual([250, 250, 250, 250]);
    expect([...histogram(values, 0, 10, 2)]).toEqual([5, 6]);
    expect(summarise(new Float64Array(0)).mean).toBeNaN();
  });
});

describe('a census', () => {
  it('counts births and deaths as the run does, and its histograms hold all that live', () => {
    const scene = testScene({
      emitter: { emission: [{ kind: 'rate', rate: 240 }], birth: { life: 0.5, speed: 2 } },
      fields: [{ settings: { kind: 'gravity' }, falloff: { kind: 'ball', inner: 0.1, outer: 1 } }],
    });
    const census = new Census(scene, NONE, { field: 'f0' });
    const run = runTo(scene, 24);
    const { alive, born, died, spreads, energy } = census.take(run);
    expect([alive, born, died]).toEqual([
      run.populations[0]!.count,
      run.populations[0]!.born,
      run.populations[0]!.died,
    ]);
    expect(born).toBeGreaterThan(200);
    for (const { bins } of Object.values(spreads)) {
      expect(bins).toHaveLength(BINS);
      expect(bins.reduce((a, b) => a + b, 0)).toBe(alive);
    }
    // Distances to a ball are those to its middle.
    const { x, y, z } = run.populations[0]!.columns;
    const distances = Array.from({ length: alive }, (_, i) => Math.hypot(x[i]!, y[i]!, z[i]!)).toSorted(
      (a, b) => a - b,
    );
    expect(spreads.distance!.most).toBeCloseTo(distances.at(-1)!, 5);
    expect(spreads.distance!.percentiles[2]).toBeCloseTo(quantile(distances, 0.5), 5);
    const mass = run.populations[0]!.columns.mass;
    const { vx, vy, vz } = run.populations[0]!.columns;
    const kinetic = Array.from({ length: alive }, (_, i) => 0.5 * mass[i]! * (vx[i]! ** 2 + vy[i]! ** 2 + vz[i]! ** 2));
    expect(energy).toBeCloseTo(
      kinetic.reduce((a, b) => a + b, 0),
      5,
    );
  });

  it('tells the frame from which on nothing is in the picture', () => {
    const at = (coverage: number, frame: number) => ({ coverage, frame });
    expect(emptiesAt([at(0, 0), at(0.5, 1), at(0, 2), at(0.1, 3), at(0, 4), at(0, 5)])).toBe(4);
    expect(emptiesAt([at(0, 0), at(0.5, 1)])).toBeUndefined();
    expect(emptiesAt([at(0, 0)])).toBeUndefined();
    // One particle that flies to the left at 2 m/s from the middle of a picture 4 m high and 16:9: out after 1.78 s.
    const scene: Scene = {
      ...testScene({ emitter: thrown([-2, 0, 0]) }),
    };
    const shot = {
      ...scene,
      camera: { ...scene.camera, position: [0, 0, 5], target: [0, 0, 0], projection: 'flat', height: 4 },
    } as Scene;
    const census = new Census(shot, NONE);
    const run = new Simulation(shot, NONE);
    const entries = [];
    for (let frame = 0; frame < 60; frame++) {
      run.advance();
      entries.push(census.take(run));
    }
    const { width, height } = scene.output;
    expect(emptiesAt(entries)).toBe(Math.ceil(((2 * width) / height / 2) * 24));
  });
});

describe('along a line', () => {
  const line = { from: [-3, 0, 0], to: [3, 0, 0] } as const;
  const bump = (x: number, more: object = {}) => ({
    settings: { kind: 'gravity' },
    strength: 2,
    falloff: { kind: 'ball', inner: 0, outer: 2 },
    curve: { kind: 'linear' },
    transform: { position: [x, 0, 0] },
    ...more,
  });

  it('each field has its profile times its strength, and the sum is theirs', () => {
    const scene = testScene({ fields: [bump(-1), bump(1, { strength: 1 })] });
    const { fields, sum } = curvesAlong(scene, NONE, line, 0, pretendedOf(scene, 0));
    expect(fields.map(({ name, unit }) => `${name} ${unit}`)).toEqual(['F0 m/s²', 'F1 m/s²']);
    for (let i = 0; i < POINTS; i += 7) {
      const x = -3 + (6 * i) / (POINTS - 1);
      const [a, b] = [2 * Math.max(0, 1 - Math.abs(x + 1) / 2), Math.max(0, 1 - Math.abs(x - 1) / 2)];
      expect(fields[0]!.values[i]).toBeCloseTo(a, 9);
      expect(fields[1]!.values[i]).toBeCloseTo(b, 9);
      expect(sum.values[i]).toBeCloseTo(a + b, 9);
    }
  });

  it('two bumps under each rule: added, averaged by weight, the stronger, the upper over the lower', () => {
    const scene = testScene({ fields: [bump(-0.5), bump(0.5)] });
    const { byRule } = combinedAlong(scene, NONE, ['f0', 'f1'], line, 0, pretendedOf(scene, 0));
    const half = Math.round(POINTS / 2);
    const middle = Object.fromEntries(byRule.map(({ name, values }) => [name, values[half]!]));
    // In the middle between them each is 2·(1 − ¼) = 1.5.
    expect(middle['sum']).toBeCloseTo(3, 1);
    expect(middle['average']).toBeCloseTo(1.5, 1);
    expect(middle['strongest']).toBeCloseTo(1.5, 1);
    expect(byRule.length).toBeGreaterThanOrEqual(4);
    expect(() => combinedAlong(scene, NONE, ['f0'], line, 0, pretendedOf(scene, 0))).toThrow('1 fields are chosen');
  });

  it('a group has a curve of its own: the vector sum of its members as they arrive', () => {
    const scene = testScene({
      fields: [
        bump(-0.5, { group: 'g' }),
        bump(0.5, { group: 'g', settings: { kind: 'gravity', direction: [1, 0, 0] } }),
        bump(0),
      ],
      groups: [
        { id: 'g', name: 'Upper', rule: 'sum', strength: 0.5, group: 'h' },
        { id: 'h', name: 'Outer', rule: 'average' },
        { id: 'i', name: 'Empty' },
      ],
    });
    const { groups } = curvesAlong(scene, NONE, line, 0, pretendedOf(scene, 0));
    expect(groups.map(({ name }) => name)).toEqual(['Upper (group)', 'Outer (group)']);
    // Each is 1.5 in the middle, at right angles; half of both is left.
    for (const { values } of groups) expect(values[Math.round(POINTS / 2)]).toBeCloseTo(0.75 * Math.SQRT2, 2);
  });

  it('masks are multiplied, too, and limits hold a combination as they hold a group', () => {
    const masks = testScene({ fields: [-0.5, 0.5].map((x) => bump(x, { settings: { kind: 'mask' }, strength: 1 })) });
    const at = (scene: Scene, limits?: { floor: number; ceiling: number }) => {
      const { byRule } = combinedAlong(scene, NONE, ['f0', 'f1'], line, 0, pretendedOf(scene, 0), limits);
      return Object.fromEntries(byRule.map(({ name, values }) => [name, values[Math.round(POINTS / 2)]!]));
    };
    expect(at(masks)['product']).toBeCloseTo(0.75 * 0.75, 2);
    const pulls = testScene({ fields: [bump(-0.5), bump(0.5)] });
    expect(at(pulls)).not.toHaveProperty('product');
    expect(at(pulls, { floor: 0, ceiling: 2 })).toMatchObject({ sum: 2 });
    expect(at(pulls, { floor: 5, ceiling: 9 })).toMatchObject({ sum: 5, strongest: 5 });
  });

  it('the falloff of a group is measured as it arrives through the groups around it, and says where no member acts', () => {
    const scene = testScene({
      fields: [bump(0, { group: 'g', falloff: { kind: 'ball', inner: 0, outer: 1 } })],
      groups: [
        {
          id: 'g',
          name: 'Upper',
          rule: 'sum',
          falloff: { kind: 'ball', inner: 0, outer: 2 },
          curve: { kind: 'linear' },
          sends: { e: 0.5 },
          group: 'h',
        },
        { id: 'h', name: 'Outer', rule: 'sum', strength: 0.5 },
      ],
    });
    const ray = { direction: [1, 0, 0], far: 3 } as const;
    const { at, written, delivered, reasons } = profileAlong(
      scene,
      NONE,
      { of: 'group', id: 'g' },
      ray,
      0,
      pretendedOf(scene, 0),
    );
    at.forEach((d, i) => {
      expect(written[i]).toBeCloseTo(Math.max(0, 1 - d / 2), 9);
      expect(delivered[i]).toBeCloseTo(d < 1 ? (1 - d / 2) / 4 : 0, 9);
    });
    expect(reasons.join('; ')).toMatch(/send to the emitter is 50 %.*“Outer”.*no(ne of its)? members? acts on 50 %/s);
  });

  it('a profile is told as written, with modulators, and as it arrives, with the reasons', () => {
    const scene = testScene({
      fields: [bump(0, { group: 'g', sends: { e: 0.5 }, modulators: [{ kind: 'noise' }] })],
      groups: [{ id: 'g', name: 'Upper', rule: 'sum', strength: 0.5 }],
    });
    const ray = { direction: [0, 1, 0], far: 3 } as const;
    const found = profileAlong(scene, NONE, { of: 'field', id: 'f0' }, ray, 0, pretendedOf(scene, 0));
    found.at.forEach((d, i) => expect(found.written[i]).toBeCloseTo(Math.max(0, 1 - d / 2), 9));
    found.modulated.forEach((w, i) => expect(found.delivered[i]).toBeCloseTo(w / 4, 9));
    expect(found.reasons.join('; ')).toMatch(
      /modulators \(noise\).*send to the emitter is 50 %.*group “Upper” combines by/s,
    );
    expect(() => profileAlong(scene, NONE, { of: 'field', id: 'nothing' }, ray, 0, pretendedOf(scene, 0))).toThrow(
      '“nothing”',
    );
  });
});

describe('advice on the step', () => {
  it('a swing differs between steps by ω³·t·dt²/24 of it, and what is exact does not differ', () => {
    const swing = testScene({
      emitter: { ...thrown([0, 0, 0]), transform: { position: [2, 0, 0] } },
      fields: [{ settings: { kind: 'shell', radius: 0, damping: 0 }, strength: 36 }],
    });
    // A leapfrog swings ahead by ω³·t·dt²/24 (Hairer, Lubich & Wanner 2006, I.1); half the step by a quarter of that. At frame 43 it is fast.
    const frame = 43;
    const { frames } = stepAdvice(swing, NONE, { draftFraction: 1, slice: 0, slices: 1 }, frame);
    const ahead = (6 ** 3 * (frame / 24)) / 24 ** 2 / 24;
    expect(frames.at(-1)!.most).toBeCloseTo(2 * Math.abs(Math.sin(6 * (frame / 24))) * ahead * (3 / 4), 2);
    const wind = testScene({ emitter: thrown([0, 0, 0], { drag: 2 }), fields: [] });
    expect(stepAdvice(wind, NONE, { draftFraction: 1, slice: 0, slices: 1 }, 24).frames.at(-1)!.most).toBe(0);
  });

  it('runs of every example are compared', () => {
    const { scene } = examples[0]!;
    const { frames } = stepAdvice(scene, NONE, { draftFraction: 0.05, slice: 0, slices: 1 }, scene.time.first + 2);
    expect(frames.at(-1)!.compared).toBeGreaterThan(50);
  });
});
