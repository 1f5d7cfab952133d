import { describe, expect, it } from 'vitest';
import { meshSources } from '../../kinds/meshes';
import { uniform } from '../random/lookup';
import { faceNormal, type TriangleMesh } from '../meshes/mesh';
import { latticeOf } from './lattice';
import { brushAt, type PaintedStrokes, type Stroke } from './stroke';
import { weightsOn } from './weights-on';

const UP = [0, 1, 0];
const stroke = (over: Partial<Stroke> = {}): Stroke => ({
  erase: false,
  radius: 0.5,
  softness: 1,
  strength: 1,
  lines: [[-0.6, 0, 0, ...UP, 0.6, 0, 0, ...UP]],
  ...over,
});
const CARD = { card: { width: 4, depth: 3 } };
const made = (kind: string, over: Readonly<Record<string, unknown>>) =>
  meshSources.get(kind).build(meshSources.defaults(kind, over), new Map())!;

/** A flat sheet that lies three metres higher a second later, and a metre further on. */
const RISING: TriangleMesh = {
  positions: Float32Array.of(-2, 0, -2, -2, 0, 2, 2, 0, 2, 2, 0, -2),
  normals: Float32Array.of(0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1, 0),
  index: Uint32Array.of(0, 1, 2, 0, 2, 3),
  groups: [],
  motion: {
    step: 1,
    poses: Float32Array.of(-2, 0, -2, -2, 0, 2, 2, 0, 2, 2, 0, -2, 1, 3, -2, 1, 3, 2, 5, 3, 2, 5, 3, -2),
  },
};

/** The weight at a point of a surface. */
function weightAt(body: Parameters<typeof weightsOn>[0], painted: PaintedStrokes, at: readonly number[]): number {
  return weightsOn(body, painted).at(at[0]!, at[1]!, at[2]!, new Float64Array(3));
}

describe('a brush', () => {
  it('is full inside its hard part and falls by 1 − (3t² − 2t³) over the soft one', () => {
    const brush = stroke({ radius: 2, softness: 0.5 });
    // Values by hand: t = ¼, ½ and ¾ of the way from 1 m to 2 m.
    for (const [distance, share] of [
      [0, 1],
      [1, 1],
      [1.25, 1 - (3 / 16 - 2 / 64)],
      [1.5, 0.5],
      [1.75, 1 - (27 / 16 - 54 / 64)],
      [2, 0],
      [9, 0],
    ] as const)
      expect(brushAt(brush, distance)).toBeCloseTo(share, 12);
  });

  it('has a hard edge without softness', () => {
    const brush = stroke({ radius: 2, softness: 0 });
    expect([1.999, 2].map((d) => brushAt(brush, d))).toEqual([1, 0]);
  });
});

describe('weights painted on a card', () => {
  it('follow the distance to the line of the stroke', () => {
    const painted = { base: 0, strokes: [stroke()] };
    const on = weightsOn(CARD, painted);
    let worst = 0;
    for (let n = 0; n < 500; n++) {
      const [x, z] = [3.6 * (uniform(5, n, 0) - 0.5), 2.6 * (uniform(5, n, 1) - 0.5)];
      const distance = Math.hypot(Math.max(0, Math.abs(x) - 0.6), z);
      // 1 − smoothstep of the distance over the radius, written out.
      const t = Math.min(1, distance / 0.5);
      const weight = on.at(x, uniform(5, n, 2) - 0.5, z, new Float64Array(3));
      worst = Math.max(worst, Math.abs(weight - (1 - t * t * (3 - 2 * t))));
    }
    // Cubic over a radius of 8 steps, read linearly: at most max|f″|·h²/8 = 6/64/8 along each of two axes.
    expect(worst).toBeLessThan((2 * 6) / 64 / 8);
    expect(worst).toBeGreaterThan(0);
  });

  it('do not build up within a stroke, and do from stroke to stroke', () => {
    const there = [-0.6, 0, 0, ...UP, 0.6, 0, 0, ...UP, -0.6, 0, 0, ...UP];
    const half = stroke({ strength: 0.5, softness: 0, lines: [there, there] });
    expect(weightAt(CARD, { base: 0, strokes: [half] }, [0, 0, 0])).toBeCloseTo(0.5, 6);
    expect(weightAt(CARD, { base: 0, strokes: [half, half] }, [0, 0, 0])).toBeCloseTo(0.75, 6);
    // The most that the brush covered a place by counts, also where it went by at a distance afterwards.
    const away = stroke({ lines: [[-0.6, 0, 0, ...UP, 0.6, 0, 0, ...UP, 0.6, 0, 0.9, ...UP]] });
    expect(weightAt(CARD, { base: 0, strokes: [away] }, [0.3, 0, 0])).toBeCloseTo(1, 2);
  });

  it('are lowered by an eraser, from the base as well', () => {
    const eraser = stroke({ erase: true, strength: 0.75, softness: 0 });
    expect(weightAt(CARD, { base: 0.8, strokes: [eraser] }, [0, 0, 0])).toBeCloseTo(0.2, 6);
    expect(weightAt(CARD, { base: 0.8, strokes: [eraser] }, [0, 0, 1.2])).toBeCloseTo(0.8, 6);
  });

  it('are those of its edge beyond it, and the nearest point is on the edge', () => {
    const edge = stroke({ softness: 0, lines: [[2, 0, 0, ...UP]] });
    const near = new Float64Array(3);
    expect(weightsOn(CARD, { base: 0, strokes: [edge] }).at(7, 3, 0.1, near)).toBeCloseTo(1, 6);
    expect([...near]).toEqual([2, 0, expect.closeTo(0.1, 12)]);
  });
});

describe('weights painted on a mesh', () => {
  const ball = made('ball', { radius: 1 });

  it('follow the distance to the point of the brush on faces that look its way', () => {
    const painted = { base: 0, strokes: [stroke({ radius: 0.8, lines: [[0, 1, 0, ...UP]] })] };
    const on = weightsOn({ mesh: ball }, painted);
    let worst = 0;
    for (let n = 0; n < 400; n++) {
      const [angle, turn] = [1.2 * uniform(9, n, 0), 6.283 * uniform(9, n, 1)];
      const at = [Math.sin(angle) * Math.cos(turn), Math.cos(angle), Math.sin(angle) * Math.sin(turn)];
      const near = new Float64Array(3);
      const weight = on.at(at[0]!, at[1]!, at[2]!, near);
      // The chord from the pole to the face that stands for this point.
      const t = Math.min(1, Math.hypot(near[0]!, near[1]! - 1, near[2]!) / 0.8);
      worst = Math.max(worst, Math.abs(weight - (1 - t * t * (3 - 2 * t))));
    }
    expect(worst).toBeLessThan(0.02);
  });

  it('stay off the far side of a thin body', () => {
    const plate = made('box', { width: 2, height: 0.02, depth: 2 });
    const painted = { base: 0, strokes: [stroke({ lines: [[0, 0.01, 0, ...UP]] })] };
    expect(weightAt({ mesh: plate }, painted, [0, 0.01, 0])).toBeCloseTo(1, 2);
    expect(weightAt({ mesh: plate }, painted, [0, -0.01, 0])).toBe(0);
  });

  it('go with a mesh that deforms', () => {
    const on = weightsOn({ mesh: RISING }, { base: 0, strokes: [stroke({ softness: 0 })] });
    const near = new Float64Array(3);
    on.pose(1);
    expect(on.at(3, 3.5, 0, near)).toBeCloseTo(1, 6);
    expect([...near]).toEqual([3, 3, 0]);
    expect(on.at(0, 3.5, 1.5, near)).toBe(0);
  });

  it('of two large faces are as fine as the brush asks for', () => {
    const bed = made('box', { width: 40, height: 1, depth: 40 });
    const small = stroke({ radius: 0.2, softness: 0, lines: [[3, 0.5, 3, ...UP]] });
    expect(weightAt({ mesh: bed }, { base: 0, strokes: [small] }, [3, 0.5, 3])).toBeCloseTo(1, 6);
    expect(weightAt({ mesh: bed }, { base: 0, strokes: [small] }, [3.4, 0.5, 3])).toBe(0);
  });
});

describe('weights of which some strokes are known', () => {
  const mesh = made('ball', { radius: 1 });
  const over = (n: number) => stroke({ lines: [[0, 1, 0, ...UP, n / 10, 1, 0, ...UP]], strength: 0.5 });
  const painted = (count: number, base = 0.1) => ({ base, strokes: Array.from({ length: count }, (_, n) => over(n)) });

  it('are the same as if all had been laid anew, and those that were known stay as they were', () => {
    const three = weightsOn({ mesh }, painted(3));
    const before = three.weights.slice();
    const five = weightsOn({ mesh }, JSON.parse(JSON.stringify(painted(5))) as PaintedStrokes, three);
    expect(five.lattice).toBe(three.lattice);
    expect(five.weights).toEqual(weightsOn({ mesh }, painted(5)).weights);
    expect(three.weights).toEqual(before);
  });

  it('are laid anew after an undo, on another base or surface, or for a finer brush', () => {
    const five = weightsOn({ mesh }, painted(5));
    for (const [body, next] of [
      [{ mesh }, painted(3)],
      [{ mesh }, painted(5, 0.2)],
      [{ mesh }, { base: 0.1, strokes: painted(5).strokes.with(1, { ...over(1), strength: 0.9 }) }],
      [{ mesh }, { base: 0.1, strokes: painted(5).strokes.with(1, { ...over(1), lines: over(7).lines }) }],
      [{ mesh: made('ball', { radius: 2 }) }, painted(5)],
      [{ mesh }, { base: 0.1, strokes: [...painted(5).strokes, stroke({ radius: 0.1 })] }],
    ] as const)
      expect(weightsOn(body, next, five).weights).toEqual(weightsOn(body, next).weights);
  });
});

describe('a line of sight', () => {
  const met = new Float64Array(6);

  it('meets a card from either side, and nothing beyond its edges', () => {
    const lattice = latticeOf(CARD, 0.5);
    expect(lattice.cast([1, 3, 0], [0, -1, 0], met)).toBe(3);
    expect([...met]).toEqual([1, 0, 0, ...UP]);
    expect(lattice.cast([1, -2, 1], [0, 1, 0], met)).toBe(2);
    expect(lattice.cast([2.1, 3, 0], [0, -1, 0], met)).toBe(Infinity);
    expect(lattice.cast([1, 3, 0], [1, 0, 0], met)).toBe(Infinity);
    expect(lattice.cast([1, 3, 0], [0, 1, 0], met)).toBe(Infinity);
  });

  it('meets a deformed mesh where it is, and tells where that is at rest', () => {
    const lattice = latticeOf({ mesh: RISING }, 0.5);
    lattice.pose(1);
    expect(lattice.cast([3.5, 9, 0.5], [0, -1, 0], met)).toBeCloseTo(6, 9);
    expect([...met].map((n) => Number(n.toFixed(6)))).toEqual([0.5, 0, 0.5, ...UP]);
    const places = new Float32Array(3 * lattice.count);
    lattice.posed(places);
    expect(places.filter((_, i) => i % 3 === 1).every((y) => y === 3)).toBe(true);
  });
});

it('the triangles of a surface have its whole area, on a card and on a mesh', () => {
  for (const [body, area] of [
    [CARD, 12],
    [{ mesh: made('box', { width: 2, height: 3, depth: 4 }) }, 52],
  ] as const) {
    const lattice = latticeOf(body, 0.3);
    const { positions } = lattice;
    const corners = lattice.triangles();
    let sum = 0;
    for (let i = 0; i < corners.length; i += 3)
      sum += faceNormal(positions, corners[i]!, corners[i + 1]!, corners[i + 2]!, new Float64Array(3)) / 2;
    expect(sum).toBeCloseTo(area, 4);
  }
});
