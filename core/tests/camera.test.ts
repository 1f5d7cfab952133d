import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SCENE_VERSION } from '../document/scene';
import { blurOf } from '../lib/camera/blur';
import { discOf, focalLength, momentsOf, onDisc, openingOf, verticalAngle, type Lens } from '../lib/camera/lens';
import { inWorld, lensOf } from '../document/camera/shot';
import { type Written, checkScene, completeCarrier, completeScene } from '../scene/read';

describe('the lens', () => {
  it('sees the vertical angles that are usual for a sensor of 36 × 24 mm (common practice, tables of makers)', () => {
    for (const [focal, angle] of [
      [20, 61.9],
      [35, 37.8],
      [50, 27.0],
      [85, 16.1],
      [135, 10.2],
    ] as const) {
      expect(verticalAngle(focal, 24)).toBeCloseTo(angle, 1);
      expect(focalLength(verticalAngle(focal, 24), 24)).toBeCloseTo(focal, 9);
    }
  });

  it('makes discs as rays through the rim of its opening do that meet where it is focused (property)', () => {
    const length = fc.double({ min: 0.3, max: 50, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 200, noNaN: true }),
        fc.double({ min: 1, max: 22, noNaN: true }),
        length,
        length,
        (focal, aperture, focus, away) => {
          const lens: Lens = { focal, sensor: 24, aperture, focus };
          // From the point at `away` through the rim to the plane of focus, and from there as a share of what the
          // picture spans there.
          const rim = openingOf(lens);
          const there = rim + ((0 - rim) / away) * focus;
          const spans = (focus * 24) / focal;
          expect(discOf(lens, away)).toBeCloseTo((2 * Math.abs(there)) / spans, 9);
        },
      ),
    );
    expect(discOf({ focal: 50, sensor: 24, aperture: 2, focus: 4 }, 4)).toBe(0);
  });

  it('blurs a point at 4 m to 0.3205 mm at 50 mm, f/2, focused at 2 m (thin lens, textbook optics)', () => {
    const lens: Lens = { focal: 50, sensor: 24, aperture: 2, focus: 2 };
    // The picture keeps its angle whatever it is focused at, so its sensor stands at f: a thin lens has it at s·f/(s −
    // f), and a disc as much larger.
    const drawnOut = 2000 / (2000 - 50);
    expect(discOf(lens, 4) * lens.sensor * drawnOut).toBeCloseTo(0.3205, 4);
    expect(openingOf(lens)).toBeCloseTo(0.0125, 12);
  });

  it('is looked through all over alike: places of equal area, and moments in stretches of their own that don’t hang on them', () => {
    const n = 256;
    const places = Array.from({ length: n }, (_, i) => onDisc(i, n));
    expect(Math.max(...places.map(([x, y]) => Math.hypot(x, y)))).toBeLessThan(1);
    const mean = (of: (p: readonly [number, number], i: number) => number) =>
      places.reduce((sum, p, i) => sum + of(p, i), 0) / n;
    expect(mean(([x, y]) => x * x + y * y)).toBeCloseTo(0.5, 6);
    expect(Math.abs(mean(([x]) => x))).toBeLessThan(0.01);
    expect(mean(([x, y]) => (x > 0 && y > 0 ? 1 : 0))).toBeCloseTo(0.25, 1);
    const moments = momentsOf(n);
    expect([...moments].toSorted((a, b) => a - b)).toEqual(Array.from({ length: n }, (_, i) => (i + 0.5) / n));
    const correlation = mean(([x], i) => x * (moments[i]! - 0.5));
    expect(Math.abs(correlation)).toBeLessThan(0.01);
    // Radius grows with the number; early and late moments are as far out as one another.
    expect(Math.abs(mean(([x, y], i) => (Math.hypot(x, y) - 2 / 3) * (moments[i]! - 0.5)))).toBeLessThan(0.01);
  });
});

it('a glow spreads what it takes, no more and no less, and as wide as it is told (property)', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.6, max: 120, noNaN: true }), (sigma) => {
      const { halvings, weights } = blurOf(sigma, 16);
      expect(weights.length).toBeLessThanOrEqual(17);
      expect(weights.reduce((sum, w, i) => sum + (i === 0 ? w : 2 * w), 0)).toBeCloseTo(1, 12);
      const own = weights.reduce((sum, w, i) => sum + 2 * w * i * i, 0);
      const cells = 4 ** halvings;
      const all = own * cells + (halvings > 0 ? (cells - 1) / 12 + cells / 6 : 0);
      // Cut off at three standard deviations a Gaussian has lost 3 % of its variance.
      expect(Math.sqrt(all) / sigma).toBeGreaterThan(0.97);
      expect(Math.sqrt(all) / sigma).toBeLessThan(1.02);
    }),
  );
});

describe('a shot camera on carriers', () => {
  const scene = (camera: Written) => completeScene({ name: 'T', camera, carriers: [{ id: 'k', name: 'K' }] });
  const turned = completeCarrier({
    id: 'k',
    name: 'K',
    transform: { position: [0, 1, 0] },
    keys: {
      'transform.rotation': [0, 24].map((frame) => ({ frame, value: [0, frame === 0 ? 0 : 90, 0], ease: 'linear' })),
    },
  });

  it('goes round with one, and looks at what another carries', () => {
    const { camera } = scene({ position: [0, 0, 4], target: [0, 1, 0], carrier: 'k', aims: '' });
    const now = inWorld(camera, [turned], 24);
    expect(now.position.map((n) => Math.round(n * 1e6) / 1e6)).toEqual([4, 1, 0]);
    expect(now.target).toEqual([0, 1, 0]);
    const aimed = inWorld(scene({ position: [0, 0, 4], target: [1, 0, 0], aims: 'k' }).camera, [turned], 24);
    expect(aimed.target.map((n) => Math.round(n * 1e6) / 1e6)).toEqual([0, 1, -1]);
    expect(inWorld(scene({}).camera, [turned], 24)).toEqual(scene({}).camera);
  });

  it('is focused on its target, or at a distance; a carrier that is missing is refused', () => {
    const lens = lensOf(scene({ position: [0, 0, 3], target: [0, 4, 3], depth: true, aperture: 2 }).camera)!;
    expect(lens.focus).toBe(4);
    expect(lensOf(scene({ depth: true, sharp: 'distance', focus: 7 }).camera)!.focus).toBe(7);
    expect(lensOf(scene({}).camera)).toBeUndefined();
    const faults = checkScene({
      format: 'bathyclast-scene',
      version: SCENE_VERSION,
      name: 'T',
      camera: { carrier: 'nobody' },
    });
    expect(faults.map((f) => f.message)).toEqual([expect.stringContaining('camera.carrier is "nobody"')]);
  });
});
