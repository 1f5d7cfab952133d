import { describe, expect, it } from 'vitest';
import { BLOCK, particleBlock } from '../lib/particle-block';
import { vectorColumns, type Vector } from '../lib/math/vector';
import type { Registry, Kind } from '../document/registry';
import { automationKinds } from './automation';
import { weightOf, falloffCurves } from './curves';
import { falloffShapes } from './falloff-shapes';
import { modulators } from './modulators';
import { responses } from './responses';
import type { Impact, Rebound } from './responses/response';
import { NO_RESOURCES } from '../tests/no-resources';

const FPS = 24;

/** Holds every example of every kind of a sort: each must have one, and gives what it says. */
function eachExample<K extends Kind & { readonly examples: readonly unknown[] }>(
  sort: Registry<K>,
  hold: (kind: K, example: K['examples'][number]) => void,
): void {
  it.each(sort.list.map((kind) => [kind.kind, kind] as const))('%s', (_name, kind) => {
    expect(kind.examples.length).toBeGreaterThan(0);
    for (const example of kind.examples) hold(kind, example);
  });
}

function only(of: Vector) {
  const columns = vectorColumns(BLOCK);
  [columns.x[0], columns.y[0], columns.z[0]] = of;
  return columns;
}

describe('every curve has the weights of its examples', () =>
  eachExample(falloffCurves, ({ kind }, { values, inner, outer, at, weight }) => {
    const curve = { slope: 1, invert: false, ...falloffCurves.defaults(kind), ...values };
    expect(weightOf(curve, inner, outer)(at)).toBeCloseTo(weight, 9);
  }));

describe('every falloff shape has the distances and directions of its examples', () =>
  eachExample(falloffShapes, (kind, { values = {}, at, distance, outward, mesh, weights }) => {
    const resources = { ...NO_RESOURCES, mesh: () => mesh, weights: () => weights };
    const complete = falloffShapes.defaults(kind.kind, values);
    const local = only(at);
    const d = new Float64Array(1);
    kind.distance(complete, resources)(local, 1, d, 0);
    expect(d[0]).toBeCloseTo(distance, 6);
    const halves = kind.halves?.(complete);
    if (halves)
      expect(Math.hypot(...at.map((n, axis) => Math.max(0, Math.abs(n) - halves[axis]!)))).toBeCloseTo(distance, 9);
    if (!outward) return;
    const [out, along] = [vectorColumns(1), vectorColumns(1)];
    kind.form!(complete, resources)(local, 1, out, along, 0);
    expect([out.x[0], out.y[0], out.z[0]]).toEqual(outward.map((n) => expect.closeTo(n, 6)));
  }));

describe('every modulator has the values of its examples', () =>
  eachExample(modulators, (kind, example) => {
    const {
      values = {},
      where = [0, 0, 0],
      velocity = [0, 0, 0],
      age = 0,
      life = 10,
      along = 0,
      zone = 0,
      distance = 0,
    } = example;
    const dials = { names: [], at: () => [] };
    const source = { values: modulators.defaults(kind.kind, values), stream: 7, fps: FPS, dials };
    const routine = kind.compile({
      ...source,
      zones: example.zones ?? [],
      image: () => example.image,
      weights: () => example.weights,
    });
    const block = { ...particleBlock(), count: 1, velocity: only(velocity) };
    [block.age[0], block.life[0], block.along[0], block.zone[0]] = [age, life, along, zone];
    const found = new Float64Array(1);
    const level = (_group: string, out: Float64Array) => void out.fill(example.level ?? NaN);
    const notes = { notFinite: 0 };
    const around = { where: only(where), distance: new Float64Array(BLOCK).fill(distance), strength: 1, frame: 0 };
    routine({ block, ...around, notes, level }, found);
    expect(found[0]).toBeCloseTo(example.value, 9);
  }));

describe('every response gives the rebounds of its examples', () =>
  eachExample(responses, (kind, { values = {}, impact, rebound }) => {
    const found: Rebound = { fate: 'goes on', away: NaN, along: NaN, grip: NaN };
    const met: Impact = { into: 3, resting: false, frames: 1, bounce: 1, hashRandom: () => 0.5, ...impact };
    kind.compile(responses.defaults(kind.kind, values))(met, found);
    const near = Object.entries(rebound).map(([name, is]) => [
      name,
      typeof is === 'number' ? expect.closeTo(is, 9) : is,
    ]);
    expect(found).toMatchObject(Object.fromEntries(near));
  }));

describe('every automation gives the numbers of its examples', () =>
  eachExample(automationKinds, (kind, { values = {}, dials = {}, sounds = [], at, value }) => {
    const shot = { fps: FPS, first: 0, last: 240, closes: 0, stream: 7, sounds };
    const known = { names: Object.keys(dials), at: () => Object.values(dials) };
    const number = kind.compile({ ...shot, dials: known, values: automationKinds.defaults(kind.kind, values) });
    expect(number(at * FPS)).toBeCloseTo(value, 9);
  }));
