import { describe, expect, it } from 'vitest';
import type { Scene } from '../../../core/document/scene';
import type { Plane } from '../../../core/measure/plane';
import type { Written } from '../../../core/scene/read';
import { testScene } from '../../../core/tests/scenes';
import type { Job, Shows } from './jobs';
import { takeSlice } from './take-slice';

/** Two by two metres in X and Z, seen from above: its top is where Z falls. */
const level: Plane = { middle: [0, 0, 0], across: [1, 0, 0], up: [0, 0, -1] };

function sliceOf(scene: Scene, shows: Shows, over: Partial<Job<'slice'>> = {}) {
  const order: Job<'slice'> = {
    sort: 'slice',
    scene,
    frame: 0,
    pretended: { emitter: 0, mass: 1, drag: 0 },
    subject: { of: 'stack' },
    plane: level,
    shows,
    streamlines: false,
    quick: true,
    ...over,
  };
  return takeSlice(order, new Map(), () => 0);
}

const sceneOf = (...fields: readonly Written[]) => testScene({ fields });

/** The value in the cell nearest to a point of the plane, in −1 … 1. */
function at({ values, columns }: ReturnType<typeof sliceOf>, a: number, b: number): number {
  const cell = (n: number) => Math.min(columns - 1, Math.max(0, Math.floor(((n + 1) / 2) * columns)));
  return values[cell(b) * columns + cell(a)]!;
}

describe('a slice', () => {
  it('of gravity is 9.80665 m/s² everywhere, without divergence and without curl (standard gravity, CGPM 1901)', () => {
    const scene = sceneOf({ settings: { kind: 'gravity' } });
    const { least, most, rms, unit, arrows } = sliceOf(scene, 'strength');
    for (const n of [least, most, rms]) expect(n).toBeCloseTo(9.80665, 4);
    expect(unit).toBe('m/s²');
    // It points out of this plane.
    expect(Math.max(...arrows.across.map(Math.abs), ...arrows.up.map(Math.abs))).toBeCloseTo(0, 6);
    for (const shows of ['divergence', 'curl'] as const)
      expect(sliceOf(scene, shows, { quick: false }).most).toBeCloseTo(0, 5);
  });

  it('of a body that turns has twice its rate of turning as curl, and no divergence (Stokes, textbook)', () => {
    // Solid core of radius 5 m, 10 m/s² at its edge: 2 m/s² a metre.
    const scene = sceneOf({
      settings: { kind: 'vortex', swirl: 'solid', radius: 5 },
      strength: 10,
      actsAs: 'acceleration',
    });
    const curl = sliceOf(scene, 'curl', { quick: false });
    expect(curl.unit).toBe('1/s²');
    expect(curl.least).toBeCloseTo(4, 3);
    expect(curl.most).toBeCloseTo(4, 3);
    const divergence = sliceOf(scene, 'divergence', { quick: false });
    expect(Math.max(Math.abs(divergence.least), divergence.most)).toBeLessThan(1e-3);
  });

  it('of a linear pull to a point has −3 times its slope as divergence (∇·(−k·r) = −3k), and grows with the distance', () => {
    const scene = sceneOf({ settings: { kind: 'attractor', law: 'linear' }, strength: 2, actsAs: 'acceleration' });
    const { least, most } = sliceOf(scene, 'divergence', { quick: false });
    expect(least).toBeCloseTo(-6, 3);
    expect(most).toBeCloseTo(-6, 3);
    const strength = sliceOf(scene, 'strength');
    expect(at(strength, 0.5, 0)).toBeCloseTo(1, 1);
    expect(at(strength, -1, 0) / at(strength, -0.5, 0)).toBeCloseTo(2, 1);
  });

  it('has its rows from the bottom up: a wind that only blows in the near half is in the lower rows', () => {
    const near = { falloff: { kind: 'ball', inner: 0.5, outer: 0.5 }, transform: { position: [0, 0, 0.7] } };
    const slice = sliceOf(
      sceneOf({ settings: { kind: 'wind' }, strength: 3, actsAs: 'acceleration', ...near }),
      'strength',
    );
    expect(at(slice, 0, -0.7)).toBeCloseTo(3, 5);
    expect(at(slice, 0, 0.7)).toBe(0);
  });

  it('of the weight is 1 inside the inner radius, 0 outside the outer one, and has no unit', () => {
    const ball = { falloff: { kind: 'ball', inner: 0.3, outer: 0.8 }, curve: { kind: 'linear' } };
    const slice = sliceOf(sceneOf({ settings: { kind: 'wind' }, ...ball }), 'weight', {
      subject: { of: 'field', id: 'f0' },
    });
    expect(slice.unit).toBe('');
    expect(at(slice, 0, 0)).toBe(1);
    expect(at(slice, 0.55, 0)).toBeCloseTo(0.5, 1);
    expect(at(slice, 0.95, 0.95)).toBe(0);
  });

  it('points its arrows along the field, by the edges of the plane', () => {
    const { arrows } = sliceOf(
      sceneOf({ settings: { kind: 'wind', direction: [3, 0, -4] }, strength: 5, actsAs: 'acceleration' }),
      'strength',
    );
    expect(arrows.across).toHaveLength(arrows.side ** 2);
    for (const n of arrows.across) expect(n).toBeCloseTo(3, 4);
    for (const n of arrows.up) expect(n).toBeCloseTo(4, 4);
  });

  it('has streamlines where they are wanted, and none while it is on its way', () => {
    const scene = sceneOf({ settings: { kind: 'wind' }, actsAs: 'acceleration' });
    expect(sliceOf(scene, 'strength', { streamlines: true, quick: false }).streamlines.length).toBeGreaterThan(5);
    expect(sliceOf(scene, 'strength', { streamlines: true }).streamlines).toEqual([]);
    expect(sliceOf(scene, 'strength', { quick: false }).streamlines).toEqual([]);
  });

  it('leaves out the field that is not the one asked for', () => {
    const scene = sceneOf(
      { settings: { kind: 'gravity' } },
      { settings: { kind: 'wind' }, strength: 4, actsAs: 'acceleration' },
    );
    expect(sliceOf(scene, 'strength', { subject: { of: 'field', id: 'f1' } }).rms).toBeCloseTo(4, 5);
    expect(sliceOf(scene, 'strength').rms).toBeCloseTo(Math.hypot(9.80665, 4), 4);
  });
});
