import bunny from 'bunny';
import { describe, expect, it } from 'vitest';
import { fillOf } from '../lib/lettering/area';
import { layOut } from '../lib/lettering/layout';
import { typefaceOf } from '../lib/lettering/typeface';
import { meshSources } from '../kinds/meshes';
import { faceNormal, smoothNormals, type TriangleMesh } from '../lib/meshes/mesh';
import { pathLength, polylineOf } from '../lib/paths/polyline';
import { uniform } from '../lib/random/lookup';
import { shapes } from '../kinds/emitter-shapes';
import { birthPlace, type BirthPlace, type Resources } from '../kinds/emitter-shapes/shape';
import { binned, chiSquare } from './scenes';
import { NO_RESOURCES } from './no-resources';

const N = 20_000;
/** 99.9 % of χ² with 19 degrees of freedom, from tables. */
const LIMIT = 43.8;

/** Birth places of N particles of a shape, with a fixed seed. */
function places(kind: string, values: object, resources: Partial<Resources> = {}): BirthPlace[] {
  const all = { ...NO_RESOURCES, ...resources };
  const sample = shapes.get(kind).sampler(shapes.defaults(kind, values as never), all);
  return Array.from({ length: N }, (_, key) => {
    const out = birthPlace();
    expect(sample({ pick: (n) => uniform(77, key, 32 + n), k: key + 1, time: 0 }, out)).toBe(true);
    return out;
  });
}

/** Pearson's χ² of counts against unequal expectations. */
function chiSquareAgainst(counts: readonly number[], shares: readonly number[]): number {
  const total = counts.reduce((a, b) => a + b, 0);
  return counts.reduce((sum, n, i) => sum + (n - total * shares[i]!) ** 2 / (total * shares[i]!), 0);
}

/** About 99.9 % of χ² with that many degrees of freedom (Wilson & Hilferty 1931). */
const limitFor = (degrees: number) => degrees * (1 - 2 / (9 * degrees) + 3.09 * Math.sqrt(2 / (9 * degrees))) ** 3;

describe('densities of shapes against their geometry (χ², fixed seeds)', () => {
  it('line: even along X', () => {
    const all = places('line', { length: 6 });
    expect(
      chiSquare(
        binned(
          all.map((p) => p.x),
          -3,
          3,
        ),
      ),
    ).toBeLessThan(LIMIT);
    expect(Math.max(...all.map((p) => Math.abs(p.y) + Math.abs(p.z)))).toBe(0);
  });

  it('path: even along its length, whatever the spacing of its points', () => {
    const points = [
      [0, 0, 0],
      [0.1, 0, 0],
      [5, 0, 0],
      [5, 5, 0],
    ];
    const all = places('path', { points, smooth: false });
    const along = all.map((p) => (p.x < 5 ? p.x : 5 + p.y));
    expect(chiSquare(binned(along, 0, 10))).toBeLessThan(LIMIT);
    for (const p of all.slice(0, 50)) expect(p.nx * p.tx + p.ny * p.ty + p.nz * p.tz).toBeCloseTo(0, 9);
  });

  it('path: smooth, it passes through its points; closed, it comes back', () => {
    const knots = [
      [0, 0, 0],
      [1, 1, 0],
      [2, 0, 1],
    ] as const;
    const open = polylineOf(knots, false, true);
    for (const knot of knots)
      expect(Math.min(...open.points.map((p) => Math.hypot(...p.map((n, i) => n - knot[i]!))))).toBeLessThan(1e-12);
    const closed = polylineOf(knots, true, true);
    expect(closed.points.at(-1)).toEqual(knots[0]);
    expect(pathLength(closed)).toBeGreaterThan(pathLength(open));
    expect(pathLength(polylineOf([], false, true))).toBe(0);
  });

  it('ring: a bare circle is even in angle; its tube fills the volume of a torus (Pappus)', () => {
    const circle = places('ring', { radius: 2, tube: 0 });
    expect(
      chiSquare(
        binned(
          circle.map((p) => Math.atan2(p.z, p.x)),
          -Math.PI,
          Math.PI,
        ),
      ),
    ).toBeLessThan(LIMIT);
    const torus = places('ring', { radius: 2, tube: 1 });
    const cross = torus.map((p) => ({ out: Math.hypot(p.x, p.z) - 2, up: p.y }));
    // The share of volume within an angle φ of the outer side is (φ + (r̄/R)·sin φ)/π with the mean of r over the disc,
    // 2/3·tube.
    const outer = cross.filter(({ out, up }) => Math.abs(Math.atan2(up, out)) < Math.PI / 2).length / N;
    // Three standard errors of a share of 20 000.
    expect(Math.abs(outer - (0.5 + ((2 / 3) * (1 / 2)) / Math.PI))).toBeLessThan(3 * Math.sqrt(0.24 / N));
    expect(
      chiSquare(
        binned(
          cross.map(({ out, up }) => out * out + up * up),
          0,
          1,
        ),
      ),
    ).toBeLessThan(LIMIT);
  });

  it('lattice: each point once in its order, then over again', () => {
    const all = places('lattice', { nx: 4, ny: 2, nz: 5, width: 3, height: 1, depth: 4 });
    const key = (p: BirthPlace) => `${p.x.toFixed(6)} ${p.y.toFixed(6)} ${p.z.toFixed(6)}`;
    expect(new Set(all.slice(0, 40).map(key)).size).toBe(40);
    expect(key(all[40]!)).toBe(key(all[0]!));
    expect([all[0]!.x, all[1]!.x, all[4]!.z - all[0]!.z]).toEqual([-1.5, -0.5, 1]);
  });

  it('image: in proportion to the levels of its pixels, and even within them', () => {
    const levels = Uint8Array.from([0, 40, 80, 120, 160, 200, 240, 255]);
    const image = { width: 4, height: 2, levels };
    const all = places(
      'image',
      { pattern: 'image', image: 'a'.repeat(64), width: 4, depth: 2 },
      { image: () => image },
    );
    const counts = new Array<number>(8).fill(0);
    for (const p of all) counts[Math.floor(p.v * 2) * 4 + Math.floor(p.u * 4)]!++;
    expect(counts[0]).toBe(0);
    const sum = levels.reduce((a, b) => a + b, 0);
    expect(
      chiSquareAgainst(
        counts.slice(1),
        [...levels.slice(1)].map((n) => n / sum),
      ),
    ).toBeLessThan(limitFor(6));
    const inPixel = all.filter((p) => p.u >= 0.75 && p.v >= 0.5).map((p) => p.u);
    expect(chiSquare(binned(inPixel, 0.75, 1))).toBeLessThan(LIMIT);
  });

  it('lettering: the filled area is that of the outlines, holes left out, and it is filled evenly', () => {
    const layout = layOut('O', typefaceOf('instrument-sans'), 1, 0, 1);
    const fill = fillOf(layout.contours);
    const area = fill.reduce((sum, t) => sum + t.area, 0);
    // The shoelace formula: an outline and its hole run opposite ways.
    const shoelace = layout.contours.reduce((sum, c) => {
      let twice = 0;
      for (let i = 0; i < c.length; i += 2) {
        const j = (i + 2) % c.length;
        twice += c[i]! * c[j + 1]! - c[j]! * c[i + 1]!;
      }
      return sum + twice / 2;
    }, 0);
    expect(area).toBeCloseTo(Math.abs(shoelace), 6);
    const all = places('lettering', { text: 'O', size: 1 });
    // Bands of height, against the area of the fill in each.
    const half = layout.height / 2;
    const edges = Array.from({ length: 21 }, (_, i) => -half + (i * layout.height) / 20);
    const within = (low: number, high: number) =>
      fill.reduce((sum, t) => {
        const from = Math.max(low, t.y0);
        const to = Math.min(high, t.y1);
        if (to <= from) return sum;
        const width = (y: number) => {
          const s = (y - t.y0) / (t.y1 - t.y0);
          return t.right[0] + s * (t.right[1] - t.right[0]) - t.left[0] - s * (t.left[1] - t.left[0]);
        };
        return sum + ((width(from) + width(to)) / 2) * (to - from);
      }, 0);
    const shares = edges.slice(1).map((high, i) => within(edges[i]!, high) / area);
    const counts = edges.slice(1).map((high, i) => all.filter((p) => p.y >= edges[i]! && p.y < high).length);
    const used = shares.map((share, i) => [share, counts[i]!] as const).filter(([share]) => share > 0.001);
    expect(used.reduce((n, [, count]) => n + count, 0)).toBe(N);
    expect(
      chiSquareAgainst(
        used.map(([, n]) => n),
        used.map(([share]) => share),
      ),
    ).toBeLessThan(limitFor(used.length - 1));
    expect(all.every((p) => Math.hypot(p.x, p.y) > 0.05)).toBe(true);
  });

  it('lettering: outlines in proportion to their length; text without letters is said', () => {
    const { contours } = layOut('Il', typefaceOf('martian-mono'), 2, 0, 1);
    const lengths = contours.map((c) => {
      let sum = 0;
      for (let i = 0; i < c.length; i += 2)
        sum += Math.hypot(c[(i + 2) % c.length]! - c[i]!, c[(i + 3) % c.length]! - c[i + 1]!);
      return sum;
    });
    const all = places('lettering', { text: 'Il', face: 'martian-mono', from: 'outline', size: 2 });
    const nearest = (p: BirthPlace) => {
      let best = [0, Infinity];
      contours.forEach((c, n) => {
        for (let i = 0; i < c.length; i += 2) {
          const [ax, ay, bx, by] = [c[i]!, c[i + 1]!, c[(i + 2) % c.length]!, c[(i + 3) % c.length]!];
          const t = Math.min(
            1,
            Math.max(0, ((p.x - ax) * (bx - ax) + (p.y - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2)),
          );
          const d = Math.hypot(p.x - ax - t * (bx - ax), p.y - ay - t * (by - ay));
          if (d < best[1]!) best = [n, d];
        }
      });
      expect(best[1]).toBeLessThan(1e-9);
      return best[0]!;
    };
    const counts = lengths.map(() => 0);
    for (const p of all.slice(0, 4000)) counts[nearest(p)]!++;
    const total = lengths.reduce((a, b) => a + b, 0);
    expect(
      chiSquareAgainst(
        counts,
        lengths.map((n) => n / total),
      ),
    ).toBeLessThan(limitFor(Math.max(1, lengths.length - 1)));
    const { empty } = shapes.get('lettering');
    expect(empty!(shapes.defaults('lettering', { text: '   ' }), NO_RESOURCES)).toBe('its text has no letters');
    expect(empty!(shapes.defaults('lettering', { text: '漢' }), NO_RESOURCES)).toBe(
      'its typeface has no letters for “漢”',
    );
  });
});

/** The Stanford bunny, as the package carries it. */
const sample: TriangleMesh = (() => {
  const positions = Float32Array.from(bunny.positions.flat());
  const index = Uint32Array.from(bunny.cells.flat());
  return { positions, index, normals: smoothNormals(positions, index), groups: [] };
})();

describe('meshes', () => {
  const face = new Float64Array(3);
  const areaOf = ({ positions, index }: TriangleMesh, t: number) =>
    faceNormal(positions, index[3 * t]!, index[3 * t + 1]!, index[3 * t + 2]!, face) / 2;

  it('the surface of a sample mesh in proportion to area: triangles in 40 bins of equal count, against their areas', () => {
    const triangles = sample.index.length / 3;
    const all = places('mesh', { mesh: 'm' }, { mesh: () => sample });
    const owner = (p: BirthPlace) => {
      for (let t = 0; t < triangles; t++)
        if (
          sample.index[3 * t] === p.corners[0] &&
          sample.index[3 * t + 1] === p.corners[1] &&
          sample.index[3 * t + 2] === p.corners[2]
        )
          return t;
      throw new Error('A place lies on no triangle.');
    };
    const known = new Map(
      Array.from({ length: triangles }, (_, t) => [sample.index.slice(3 * t, 3 * t + 3).join(), t] as const),
    );
    expect(owner(all[0]!)).toBe(known.get(all[0]!.corners.join()));
    const bins = 40;
    const counts = new Array<number>(bins).fill(0);
    const shares = new Array<number>(bins).fill(0);
    for (let t = 0; t < triangles; t++) shares[Math.floor((t * bins) / triangles)]! += areaOf(sample, t);
    for (const p of all) counts[Math.floor((known.get(p.corners.join())! * bins) / triangles)]!++;
    const total = shares.reduce((a, b) => a + b, 0);
    expect(
      chiSquareAgainst(
        counts,
        shares.map((n) => n / total),
      ),
    ).toBeLessThan(limitFor(bins - 1));
    for (const p of all.slice(0, 200)) expect(Math.hypot(p.nx, p.ny, p.nz)).toBeCloseTo(1, 6);
  });

  const box = meshSources
    .get('box')
    .build(meshSources.defaults('box', { width: 1, height: 2, depth: 3, detail: 4 }), new Map())!;

  it('narrowed to groups, only they give birth; together in proportion to their areas', () => {
    const all = places('mesh', { mesh: 'm', groups: ['top', 'front'] }, { mesh: () => box });
    const top = all.filter((p) => Math.abs(p.y - 1) < 1e-6).length;
    const front = all.filter((p) => Math.abs(p.z - 1.5) < 1e-6).length;
    // The edge between both is shared by neither: it has no area.
    expect(top + front).toBe(N);
    expect(chiSquareAgainst([top, front], [3 / 5, 2 / 5])).toBeLessThan(limitFor(1));
    const { empty } = shapes.get('mesh');
    expect(
      empty!(shapes.defaults('mesh', { mesh: 'm', groups: ['lid'] }), { ...NO_RESOURCES, mesh: () => box }),
    ).toMatch(/groups it is narrowed to are not in its mesh/);
  });

  it('volume: even inside a closed mesh; vertices one after another; edges by length', () => {
    const inside = places('mesh', { mesh: 'm', from: 'volume' }, { mesh: () => box });
    for (const [axis, half] of [
      ['x', 0.5],
      ['y', 1],
      ['z', 1.5],
    ] as const)
      expect(
        chiSquare(
          binned(
            inside.map((p) => p[axis]),
            -half,
            half,
          ),
        ),
      ).toBeLessThan(LIMIT);
    const vertices = places('mesh', { mesh: 'm', from: 'vertices' }, { mesh: () => box });
    const count = box.positions.length / 3;
    expect(new Set(vertices.slice(0, count).map((p) => `${p.x} ${p.y} ${p.z} ${p.nx} ${p.ny} ${p.nz}`)).size).toBe(
      count,
    );
    const coarse = meshSources
      .get('box')
      .build(meshSources.defaults('box', { width: 1, height: 1, depth: 4, detail: 1 }), new Map())!;
    const edges = places('mesh', { mesh: 'm', from: 'edges', groups: ['top'] }, { mesh: () => coarse });
    // Two sides of 4 and two of 1; the diagonal is none.
    const long = edges.filter((p) => Math.abs(Math.abs(p.x) - 0.5) < 1e-6 && Math.abs(Math.abs(p.z) - 2) > 1e-6).length;
    expect(chiSquareAgainst([long, N - long], [8 / 10, 2 / 10])).toBeLessThan(limitFor(1));
  });

  it('those made by code are sound: closed where they should be, normals outward, the same for the same numbers', () => {
    for (const kind of meshSources.list.filter((k) => k.kind !== 'file')) {
      const values = meshSources.defaults(kind.kind);
      const mesh = kind.build(values, new Map())!;
      expect(mesh.positions.every(Number.isFinite)).toBe(true);
      expect(kind.build(values, new Map())!.positions).toEqual(mesh.positions);
      // The face normals agree with the smooth ones.
      let agree = 0;
      for (let t = 0; t < mesh.index.length; t += 3) {
        if (faceNormal(mesh.positions, mesh.index[t]!, mesh.index[t + 1]!, mesh.index[t + 2]!, face) === 0) continue;
        const v = 3 * mesh.index[t]!;
        if (face[0]! * mesh.normals[v]! + face[1]! * mesh.normals[v + 1]! + face[2]! * mesh.normals[v + 2]! > 0)
          agree++;
        else agree--;
      }
      expect(agree).toBeGreaterThan(0.9 * (mesh.index.length / 3 - 200));
    }
    // Volume by the divergence theorem, of a ball and a ring, positive where normals point outward.
    const volume = ({ positions: p, index }: TriangleMesh) => {
      let sum = 0;
      for (let t = 0; t < index.length; t += 3) {
        const [a, b, c] = [3 * index[t]!, 3 * index[t + 1]!, 3 * index[t + 2]!];
        sum +=
          (p[a]! * (p[b + 1]! * p[c + 2]! - p[b + 2]! * p[c + 1]!) +
            p[a + 1]! * (p[b + 2]! * p[c]! - p[b]! * p[c + 2]!) +
            p[a + 2]! * (p[b]! * p[c + 1]! - p[b + 1]! * p[c]!)) /
          6;
      }
      return sum;
    };
    const make = (kind: string, over: object) =>
      meshSources.get(kind).build(meshSources.defaults(kind, over as never), new Map())!;
    expect(volume(make('ball', { radius: 1, detail: 64 }))).toBeCloseTo((4 / 3) * Math.PI, 1);
    expect(volume(make('ring', { radius: 1, tube: 0.25, detail: 64 }))).toBeCloseTo(2 * Math.PI ** 2 * 0.0625, 1);
    expect(volume(make('box', { width: 1, height: 2, depth: 3 }))).toBeCloseTo(6, 9);
  });

  it('a deforming mesh gives birth where it is at the moment of birth', () => {
    const positions = Float32Array.from([0, 0, 0, 1, 0, 0, 0, 0, -1]);
    const lifted = positions.map((n, i) => (i % 3 === 1 ? 2 : n));
    const poses = new Float32Array(18);
    poses.set(positions);
    poses.set(lifted, 9);
    const index = Uint32Array.from([0, 1, 2]);
    const mesh: TriangleMesh = {
      positions,
      index,
      normals: smoothNormals(positions, index),
      groups: [],
      motion: { step: 1, poses },
    };
    const sampler = shapes
      .get('mesh')
      .sampler(shapes.defaults('mesh', { mesh: 'm' }), { ...NO_RESOURCES, mesh: () => mesh });
    const heights = [0, 0.5, 1, 1.5, 2].map((time) => {
      const out = birthPlace();
      sampler({ pick: () => 0.3, k: 1, time }, out);
      return out.y;
    });
    heights.forEach((y, i) => expect(y).toBeCloseTo([0, 1, 2, 1, 0][i]!, 6));
  });
});
