import { beforeEach, describe, expect, it } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import type { Vector } from '../../../core/lib/math/vector';
import { select } from '../../state/selection-store';
import { beginSoundings, rectangleOf, setSounding, useSoundings } from './sounding-store';

const bounded = testScene({
  fields: [
    {
      settings: { kind: 'vortex' },
      transform: { position: [1, 2, 3] },
      falloff: { kind: 'ball', inner: 1, outer: 4 },
      group: 'g',
    },
    { settings: { kind: 'wind' }, transform: { position: [9, 9, 9] } },
  ],
  groups: [
    { id: 'g', name: 'G', transform: { position: [0, 5, 0] }, falloff: { kind: 'ball', inner: 0.1, outer: 0.2 } },
  ],
});
const sounded = () => useSoundings.getState();

beforeEach(() => {
  useSoundings.setState({ scene: '' });
  select({ type: 'scene' });
});

describe('soundings begin', () => {
  it('at the selected field, a little wider than it reaches', () => {
    select({ type: 'field', id: 'f0' });
    beginSoundings('a', bounded);
    expect(sounded().subject).toEqual({ of: 'field', id: 'f0' });
    expect(sounded().plane).toMatchObject({ middle: [1, 2, 3], half: 5, turn: 0, tilt: 0 });
    expect(sounded().line).toEqual({ from: [-4, 2, 3], to: [6, 2, 3] });
  });

  it('at the selected group, and are never less than a metre wide', () => {
    select({ type: 'group', id: 'g' });
    beginSoundings('a', bounded);
    expect(sounded()).toMatchObject({ subject: { of: 'group', id: 'g' }, plane: { middle: [0, 5, 0], half: 1 } });
  });

  it('where the camera looks, for a field that reaches everywhere and for the whole stack', () => {
    select({ type: 'field', id: 'f1' });
    beginSoundings('a', bounded);
    expect(sounded()).toMatchObject({
      subject: { of: 'field', id: 'f1' },
      plane: { middle: bounded.camera.target, half: 3 },
    });
    select({ type: 'scene' });
    beginSoundings('b', bounded);
    expect(sounded()).toMatchObject({ subject: { of: 'stack' }, plane: { middle: bounded.camera.target } });
  });

  it('with the whole stack where the selected thing is not in this scene', () => {
    select({ type: 'field', id: 'f9' });
    beginSoundings('a', bounded);
    expect(sounded().subject).toEqual({ of: 'stack' });
  });

  it('once: whoever comes back to a scene finds it as it was', () => {
    beginSoundings('a', bounded);
    setSounding({ quantity: 'age', plane: { ...sounded().plane, tilt: -90 } });
    select({ type: 'field', id: 'f0' });
    beginSoundings('a', bounded);
    expect(sounded()).toMatchObject({ quantity: 'age', subject: { of: 'stack' }, plane: { tilt: -90 } });
    beginSoundings('b', bounded);
    expect(sounded()).toMatchObject({ quantity: 'speed', subject: { of: 'field', id: 'f0' }, plane: { tilt: 0 } });
  });
});

describe('the plane of a slice', () => {
  const plane = (turn: number, tilt: number) => rectangleOf({ middle: [1, 2, 3], turn, tilt, half: 2 });
  const near = (vector: Vector, expected: Vector) => vector.forEach((n, i) => expect(n).toBeCloseTo(expected[i]!, 12));

  it('stands before the eye: across is +x, up is +y', () => {
    near(plane(0, 0).middle, [1, 2, 3]);
    near(plane(0, 0).across, [2, 0, 0]);
    near(plane(0, 0).up, [0, 2, 0]);
  });

  it('is turned about the vertical by the right hand: a quarter turn brings +x to −z', () => {
    near(plane(90, 0).across, [0, 0, -2]);
    near(plane(90, 0).up, [0, 2, 0]);
  });

  it('lies flat at −90, and up is away from the eye then', () => {
    near(plane(0, -90).across, [2, 0, 0]);
    near(plane(0, -90).up, [0, 0, -2]);
    near(plane(90, -90).up, [-2, 0, 0]);
  });

  it('keeps its sides square and of the same length however it is turned', () => {
    for (const [turn, tilt] of [
      [30, 20],
      [-140, 75],
      [200, -33],
    ] as const) {
      const { across, up } = plane(turn, tilt);
      expect(Math.hypot(...across)).toBeCloseTo(2, 12);
      expect(Math.hypot(...up)).toBeCloseTo(2, 12);
      expect(across.reduce((sum, n, i) => sum + n * up[i]!, 0)).toBeCloseTo(0, 12);
    }
  });
});
