import { measureDelivery } from '../measure/delivery';
import { describe, expect, it } from 'vitest';
import { probe } from '../measure/probe';
import { whySilent } from '../measure/diagnose-field';
import { Course, coursePoint } from '../lib/paths/course';
import { lineOf } from '../kinds/shared/path-line';
import { pathParameters } from '../kinds/shared/path-parameters';
import { pathLength, polylineOf } from '../lib/paths/polyline';
import { windingPoint } from '../lib/paths/winding';
import { defaultsOf } from '../document/parameters';
import type { Vector } from '../lib/math/vector';
import { type Written, checkScene } from '../scene/read';
import { keepingPath, withEmittersOnPath } from '../scene/on-path';
import { withEmitterOnPath, withNewField } from '../scene/starters';
import { Simulation } from '../sim/step/simulation';
import { only, runTo, testScene, thrown } from './scenes';

const R = 2;
const circle = { form: 'circle', pathRadius: R };
const ring: Written = { kind: 'path', ...circle, inner: 9, outer: 9 };

/** Angles about Y of all particles, sorted, and the largest error of their distance from the axis. */
function round(run: Simulation): { gaps: number[]; error: number } {
  const { count, columns } = run.populations[0]!;
  const angles: number[] = [];
  let error = 0;
  for (let i = 0; i < count; i++) {
    angles.push(Math.atan2(-columns.z[i]!, columns.x[i]!));
    error = Math.max(error, Math.abs(Math.hypot(columns.x[i]!, columns.z[i]!) - R) / R);
  }
  angles.sort((a, b) => a - b);
  return { gaps: angles.map((a, i) => (i > 0 ? a - angles[i - 1]! : a - angles.at(-1)! + 2 * Math.PI)), error };
}

describe('a path', () => {
  it('has the length of its form: line, circle, helix (geometry)', () => {
    const length = (over: object) => pathLength(lineOf({ ...defaultsOf(pathParameters), ...over }));
    expect(length({ form: 'line', pathLength: 3 })).toBeCloseTo(3, 12);
    expect(length(circle) / (2 * Math.PI * R)).toBeCloseTo(1, 9);
    expect(
      length({ form: 'helix', pathRadius: 1, pathTurns: 3, pathLength: 4 }) / Math.hypot(6 * Math.PI, 4),
    ).toBeCloseTo(1, 3);
  });

  it('of lettering is one closed stroke a contour, and none leads from one to the next', () => {
    const line = lineOf({ ...defaultsOf(pathParameters), form: 'lettering', words: 'do' });
    expect(line.strokes).toHaveLength(4);
    for (const { first, last, closed } of line.strokes) {
      expect(closed).toBe(true);
      expect(line.points[last]).toEqual(line.points[first]);
    }
    const pieces = line.points
      .slice(1)
      .map((p, i) => [
        line.lengths[i + 1]! - line.lengths[i]!,
        Math.hypot(...p.map((n, k) => n - line.points[i]![k]!)),
      ]);
    const gaps = line.strokes.slice(0, -1).map(({ last }) => last);
    pieces.forEach(([counted, real], i) => expect(counted).toBeCloseTo(gaps.includes(i) ? 0 : real!, 9));
  });

  it('turns smoothly across its knots, with a frame that stays square and comes back after a lap', () => {
    const knots: Vector[] = [[0, 0, 0], [2, 1, 0], [3, 0, 2], [0, 1, 3]]; // prettier-ignore
    const course = new Course(polylineOf(knots, true, true));
    const stroke = course.line.strokes[0]!;
    const whole = course.lengthOf(stroke);
    const [a, b] = [coursePoint(), coursePoint()];
    const dot = (p: Float64Array, q: Float64Array) => p[0]! * q[0]! + p[1]! * q[1]! + p[2]! * q[2]!;
    for (let i = 0; i < 4000; i++) {
      course.at(stroke, (whole * i) / 4000, a);
      course.at(stroke, (whole * (i + 1)) / 4000, b);
      expect(dot(a.t, b.t)).toBeGreaterThan(0.995);
      expect(dot(a.n, b.n)).toBeGreaterThan(0.99);
      expect(dot(a.t, a.n)).toBeCloseTo(0, 9);
      expect(dot(a.b, a.b)).toBeCloseTo(1, 9);
    }
  });

  it('winds at its radius, closes on a closed path, and tapers off on an open one', () => {
    const winding = { form: 'helix', turns: (l: number) => 1.3 * l, radius: 0.25, taper: 0 } as const;
    const at = coursePoint();
    const offset = (
      course: Course,
      w: typeof winding | (Omit<typeof winding, 'taper'> & { taper: number }),
      s: number,
    ) => {
      const stroke = course.line.strokes[0]!;
      windingPoint(course, w, stroke, s, 0, at);
      const wound = [...at.p];
      course.at(stroke, s, at);
      return wound.map((n, i) => n - at.p[i]!);
    };
    const loop = new Course(lineOf({ ...defaultsOf(pathParameters), ...circle }));
    const whole = loop.lengthOf(loop.line.strokes[0]!);
    for (const s of [0, 1, 2.2]) expect(Math.hypot(...offset(loop, winding, s))).toBeCloseTo(0.25, 6);
    offset(loop, winding, whole).forEach((n, i) => expect(n).toBeCloseTo(offset(loop, winding, 0)[i]!, 6));
    const open = new Course(lineOf({ ...defaultsOf(pathParameters), form: 'line', pathLength: 4 }));
    expect(Math.hypot(...offset(open, { ...winding, taper: 1 }, 2))).toBeCloseTo(0.125, 6);
    expect(Math.hypot(...offset(open, { ...winding, taper: 1 }, 4))).toBeCloseTo(0, 6);
  });
});

describe('one lap a lifetime (common practice)', () => {
  const life = 4;
  const lap = (amount: Written, substeps = 1) =>
    testScene({
      time: { first: 1, last: 400, preRoll: 1.5 * life * 24, substeps },
      emitter: {
        shape: { kind: 'path', ...circle, from: 'start' },
        emission: [amount],
        birth: { life, speed: 0, drag: 0 },
      },
      fields: [
        { settings: { kind: 'path', pace: 'lap', towards: 0 }, actsAs: 'set-velocity', strength: 1, falloff: ring },
      ],
    });

  it('closes the ring at frame 1 when emission began a lap and a half before: regular births', () => {
    const { gaps, error } = round(
      new Simulation(lap({ kind: 'rate', rate: 50 }), new Map(), {
        portion: { draftFraction: 1, slice: 0, slices: 1 },
      }),
    );
    expect(gaps).toHaveLength(0);
    expect(error).toBe(0);
    for (const substeps of [1, 3]) {
      const run = round(runTo(lap({ kind: 'rate', rate: 50 }, substeps), 1));
      const mean = (2 * Math.PI) / run.gaps.length;
      expect(run.gaps.length).toBeGreaterThan(190);
      expect(Math.max(...run.gaps)).toBeLessThan(1.05 * mean);
      expect(run.error).toBeLessThan(0.01);
    }
  });

  it('closes it with random births but for gaps that chance makes: 2·ln n of the mean', () => {
    const { gaps, error } = round(runTo(lap({ kind: 'rate', rate: 50, timing: 'random' }), 1));
    expect(Math.max(...gaps)).toBeLessThan((2 * Math.log(gaps.length) * 2 * Math.PI) / gaps.length);
    expect(error).toBeLessThan(0.01);
  });

  it('brings every particle to the end of an open path at its death', () => {
    const scene = testScene({
      emitter: {
        shape: { kind: 'path', form: 'line', pathLength: 6, from: 'start' },
        birth: { life: 4, speed: 0, drag: 0 },
      },
      fields: [
        {
          settings: { kind: 'path', pace: 'lap', towards: 0 },
          actsAs: 'set-velocity',
          strength: 1,
          falloff: { kind: 'path', form: 'line', pathLength: 6 },
        },
      ],
    });
    expect(runTo(scene, 48).populations[0]!.columns.x[0]).toBeCloseTo(0, 4);
    expect(runTo(scene, 95).populations[0]!.columns.x[0]).toBeCloseTo(3 - 6 / 96, 4);
  });
});

describe('the path field', () => {
  const follow = (field: Written, frames: number) =>
    runTo(
      testScene({
        time: { substeps: 2 },
        emitter: {
          shape: { kind: 'path', ...circle },
          emission: [{ kind: 'burst', count: 60 }],
          birth: { life: 999, speed: 0, drag: 1 },
        },
        fields: [{ falloff: ring, ...field }],
      }),
      frames,
    );
  const lapFrames = Math.round((2 * Math.PI * R * 24) / 1.5);

  it('keeps particles within 5 cm of a closed path for ten laps, driven with a little pull towards it', () => {
    const run = follow(
      { settings: { kind: 'path', towards: 0.4 }, actsAs: 'set-velocity', strength: 0.3, targetSpeed: 1.5 },
      10 * lapFrames,
    );
    expect(round(run).gaps).toHaveLength(60);
    expect(round(run).error * R).toBeLessThan(0.05);
    // And set outright, they stay on it to a millimetre.
    expect(
      round(
        follow(
          { settings: { kind: 'path', towards: 0.4 }, actsAs: 'set-velocity', strength: 1, targetSpeed: 1.5 },
          10 * lapFrames,
        ),
      ).error * R,
    ).toBeLessThan(1e-3);
  });

  it('steered along it with a little pull towards it, flying particles stay near', () => {
    const scene = testScene({
      time: { substeps: 2 },
      emitter: {
        shape: { kind: 'path', ...circle },
        emission: [{ kind: 'burst', count: 60 }],
        birth: { life: 999, speed: 1.5, launchDirection: 'tangent', drag: 0 },
      },
      fields: [{ settings: { kind: 'path', towards: 0.4 }, actsAs: 'steer', strength: 0.3, falloff: ring }],
    });
    expect(round(runTo(scene, 10 * lapFrames)).error * R).toBeLessThan(0.06);
  });

  it('winding, it holds particles on the way that winds', () => {
    const run = follow(
      {
        settings: { kind: 'path', winding: 'helix', windingRadius: 0.3, frequency: 0.8, towards: 3, width: 0.05 },
        actsAs: 'set-velocity',
        strength: 1,
        targetSpeed: 1,
      },
      200,
    );
    const { count, columns } = run.populations[0]!;
    for (let i = 0; i < count; i++)
      expect(Math.abs(Math.hypot(Math.hypot(columns.x[i]!, columns.z[i]!) - R, columns.y[i]!) - 0.3)).toBeLessThan(
        0.02,
      );
  });

  const riding = (pathRadius: number, over: Written, substeps = 1) =>
    testScene({
      emitter: { ...thrown([0, 0, 0]), transform: { position: [pathRadius + 0.2, 0, 0] } },
      fields: [
        {
          settings: { kind: 'path', form: 'circle', pathRadius, winding: 'helix', windingRadius: 0.2, ...over },
          actsAs: 'set-velocity',
          strength: 1,
          targetSpeed: 1,
        },
      ],
      time: { substeps },
    });
  const offPath = (run: Simulation, radius: number) => {
    const { x, y, z } = only(run);
    return Math.hypot(Math.hypot(x, z) - radius, y);
  };

  it.each([1, 5, 10])('winds %i times a metre and stays at its radius, at any number of substeps', (frequency) => {
    for (const radius of [0.5, 1])
      for (const substeps of [1, 4, 16]) {
        const run = runTo(riding(radius, { frequency }, substeps), 1);
        for (let frame = 0; frame < 120; frame++) {
          run.advance();
          expect(Math.abs(offPath(run, radius) - 0.2)).toBeLessThan(0.012);
        }
      }
  });

  it('does not fling away what winds through the middle of its own ring', () => {
    for (const substeps of [1, 4]) {
      const run = runTo(riding(0.2, { frequency: 10 }, substeps), 1);
      for (let frame = 0; frame < 240; frame++) {
        run.advance();
        expect(offPath(run, 0.2)).toBeLessThan(1);
      }
    }
  });

  it('counts turns a lap: as many on a ring of any size', () => {
    for (const radius of [0.5, 2]) {
      const run = runTo(riding(radius, { turnsPer: 'lap', lapTurns: 5 }), 1);
      let [turns, before] = [0, 0];
      const lap = Math.round(2 * Math.PI * radius * 24);
      for (let frame = 0; frame <= lap; frame++) {
        const { x, y, z } = only(run);
        const angle = Math.atan2(y, Math.hypot(x, z) - radius);
        const step = angle - before - 2 * Math.PI * Math.round((angle - before) / (2 * Math.PI));
        if (frame > 0) turns += step / (2 * Math.PI);
        before = angle;
        run.advance();
      }
      expect(Math.abs(turns)).toBeCloseTo(5, 1);
    }
  });

  it('is back after one lap of a circle, to a millionth of its length', () => {
    // From a corner of the 128 pieces that are as long as a circle of 1 m.
    const corner = Math.PI / 128 / Math.sin(Math.PI / 128);
    const scene = testScene({
      emitter: { ...thrown([0, 0, 0]), transform: { position: [corner, 0, 0] } },
      fields: [
        {
          settings: { kind: 'path', form: 'circle', pathRadius: 1, towards: 0 },
          actsAs: 'set-velocity',
          strength: 1,
          targetSpeed: (2 * Math.PI * 24) / 48,
        },
      ],
    });
    const from = only(runTo(scene, 1));
    const to = only(runTo(scene, 49));
    expect(Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z)).toBeLessThan(2 * Math.PI * 1e-6);
  });

  it('says that the emitter lies off it, and snaps it there', () => {
    const scene = testScene({
      emitter: { transform: { position: [0, 3, 0] }, birth: { life: 99, speed: 0 } },
      fields: [
        {
          settings: { kind: 'path' },
          falloff: { kind: 'path', form: 'line', pathLength: 4, inner: 0.2, outer: 0.5 },
          transform: { position: [0, 1, 0] },
        },
      ],
    });
    const why = (s: typeof scene) => whySilent(s, s.fields[0]!, measureDelivery(runTo(s, 0)), 0, new Map());
    const reason = why(scene)!;
    expect(reason.words).toBe('the emitter “E” is 2 m away from the path');
    expect(reason.fix!.label).toBe('Move it to the path');
    const mended = reason.fix!.change(scene);
    expect(mended.emitters[0]!.transform.position).toEqual([0, 1, 0]);
    expect(why(mended)).toBeUndefined();
  });

  it('gives the documented vector: along, towards with its width, around by the right-hand rule', () => {
    const line = { kind: 'path', form: 'line', pathLength: 8, inner: 9, outer: 9 };
    const at = (settings: Written, position: Vector, over: Written = {}): Vector => {
      const scene = testScene({
        fields: [
          {
            settings: { kind: 'path', towards: 0, ...settings },
            actsAs: 'acceleration',
            strength: 2,
            falloff: line,
            ...over,
          },
        ],
      });
      return probe(scene, new Map(), 0, scene.emitters[0]!, { position, velocity: [0, 0, 0], mass: 1, drag: 0 }).total
        .acceleration;
    };
    const near = (actual: Vector, expected: Vector) => expected.forEach((n, i) => expect(actual[i]).toBeCloseTo(n, 6));
    near(at({}, [1, 3, 0]), [2, 0, 0]);
    near(at({}, [1, 3, 0], { strength: -2 }), [-2, 0, 0]);
    // Pull of 5 at 4 m off, with a width of 3 m: 5 · 4 / 5.
    near(at({ towards: 5, width: 3 }, [1, 4, 0], { strength: 0 }), [0, -4, 0]);
    near(at({ around: 5, width: 3 }, [1, 4, 0], { strength: 0 }), [0, 0, 4]);
    near(at({ form: 'circle', pathRadius: 2 }, [2.5, 0, 0], { falloff: { kind: 'everywhere' } }), [0, 0, -2]);
  });

  it('is emitted from: at its start or all along it, where the field is', () => {
    const scene = testScene({
      fields: [{ settings: { kind: 'path' }, falloff: ring, transform: { position: [0, 5, 0] } }],
    });
    for (const from of ['start', 'along'] as const) {
      const now = withEmitterOnPath(scene, scene.fields[0]!.id, from);
      expect(checkScene(JSON.parse(JSON.stringify(now)))).toEqual([]);
      const { columns, count } = runTo({ ...now, fields: [] }, 12).populations[1]!;
      expect(count).toBeGreaterThan(100);
      for (let i = 0; i < count; i++) {
        expect(columns.y[i]).toBeCloseTo(5, 5);
        expect(Math.hypot(columns.x[i]! - (from === 'start' ? R : 0), columns.z[i]!)).toBeCloseTo(
          from === 'start' ? 0 : R,
          2,
        );
      }
    }
  });

  it('holds particles to within 3 cm of a flower of 2 m for 200 frames, as a new field is', () => {
    const radiusAt = (angle: number) => 0.7 + 0.3 * Math.cos(5 * angle);
    const pointAt = (angle: number): Vector => [
      radiusAt(angle) * Math.cos(angle),
      radiusAt(angle) * Math.sin(angle),
      0,
    ];
    const angles = (n: number) => Array.from({ length: n }, (_, i) => (2 * Math.PI * i) / n);
    const flower = { form: 'drawn', points: angles(40).map(pointAt), closed: true, smooth: true };
    const scene = testScene({
      emitter: {
        shape: { kind: 'path', ...flower, from: 'along' },
        emission: [{ kind: 'burst', count: 120 }],
        birth: { life: 100, speed: 0 },
      },
    });
    const { columns, count } = runTo(withNewField(scene, 'path'), 200).populations[0]!;
    const fine = angles(2000).map(pointAt);
    for (let i = 0; i < count; i++) {
      const off = Math.min(...fine.map(([x, y]) => Math.hypot(columns.x[i]! - x, columns.y[i]! - y, columns.z[i]!)));
      expect(off).toBeLessThan(0.03);
      expect(Math.hypot(columns.vx[i]!, columns.vy[i]!)).toBeGreaterThan(0.8);
    }
  });

  it('is that of an emitter that sits on one, for a new field', () => {
    const shape = { kind: 'path', form: 'helix', pathTurns: 5 };
    const scene = testScene({ emitter: { shape, transform: { position: [0, 3, 0] } } });
    const now = withNewField(scene, 'path');
    const [path] = now.carriers;
    expect(path).toMatchObject({ path: { form: 'helix', pathTurns: 5 }, transform: { position: [0, 3, 0] } });
    const [field] = now.fields;
    expect(field!.falloff).toMatchObject({ kind: 'path', form: 'shared', sharedPath: path!.id });
    expect(field!.settings['form']).toBe('falloff');
    expect(now.emitters[0]!.shape).toMatchObject({ form: 'shared', sharedPath: path!.id });
    expect([field, now.emitters[0]].map((one) => one!.transform.carrier)).toEqual([path!.id, path!.id]);
    expect(checkScene(JSON.parse(JSON.stringify(now)))).toEqual([]);
    // Another one is on the same path; a field of another kind is on none.
    expect(withNewField(now, 'path').carriers).toHaveLength(1);
    expect(withNewField(scene, 'wind').carriers).toEqual([]);
  });

  it('stays with its field where the falloff goes, and is the falloff’s again where that comes back', () => {
    const [before] = testScene({ fields: [{ settings: { kind: 'path' }, falloff: ring }] }).fields;
    const without = keepingPath(before!, { ...before!, falloff: { kind: 'everywhere' } });
    expect(without.settings).toMatchObject(circle);
    expect(keepingPath(without, { ...without, falloff: before!.falloff })).toEqual({
      ...before!,
      settings: { ...without.settings, form: 'falloff' },
    });
    // One that is another stays its own.
    const other = { ...without, falloff: { ...before!.falloff, pathRadius: 9 } };
    expect(keepingPath(without, other)).toEqual(other);
  });

  it('has an emitter moved onto it, which keeps everything but its shape and place', () => {
    const key = [{ frame: 0, value: 1, ease: 'linear' as const }];
    const scene = testScene({
      emitter: {
        shape: { kind: 'ball' },
        birth: { speed: 3 },
        keys: { 'transform.scale': key, 'shape.radius': key, 'birth.speed': key },
      },
      fields: [{ settings: { kind: 'path' }, falloff: ring, transform: { position: [0, 5, 0] } }],
    });
    const [emitter] = scene.emitters;
    const now = withEmittersOnPath(scene, scene.fields[0]!.id, ['e'], 'along');
    const moved = now.emitters[0]!;
    expect(moved).toMatchObject({ id: emitter!.id, name: emitter!.name, birth: emitter!.birth, look: emitter!.look });
    expect(Object.keys(moved.keys)).toEqual(['birth.speed']);
    const { columns, count } = runTo({ ...now, emitters: [{ ...moved, keys: {} }], fields: [] }, 0).populations[0]!;
    for (let i = 0; i < count; i++) {
      expect(columns.y[i]).toBeCloseTo(5, 5);
      expect(Math.hypot(columns.x[i]!, columns.z[i]!)).toBeCloseTo(R, 2);
    }
    const ball = { ...scene, fields: [{ ...scene.fields[0]!, falloff: { kind: 'ball' } }] };
    expect(withEmittersOnPath(ball, scene.fields[0]!.id, ['e'], 'along')).toBe(ball);
  });

  it('without a path as its falloff shape says so, and takes one', () => {
    const scene = testScene({
      emitter: { birth: { life: 99, speed: 0 } },
      fields: [{ settings: { kind: 'path' }, falloff: { kind: 'ball' } }],
    });
    const reason = whySilent(scene, scene.fields[0]!, measureDelivery(runTo(scene, 0)), 0, new Map())!;
    expect(reason.words).toBe('its falloff shape is not a path');
    expect(reason.fix!.change(scene).fields[0]!.falloff.kind).toBe('path');
  });
});
