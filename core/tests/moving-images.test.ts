import { describe, expect, it } from 'vitest';
import type { LevelImage } from '../lib/images/level-image';
import { patterns } from '../lib/images/patterns';
import { pictureAt, shownAt } from '../lib/images/series';
import { turnOf } from '../lib/series-timing';
import { imageShown } from '../document/image-shown';
import { probe } from '../measure/probe';
import { whySilent } from '../measure/diagnose-field';
import { measureDelivery } from '../measure/delivery';
import { simulationKey } from '../scene/simulation-key';
import type { Written } from '../scene/read';
import { Simulation } from '../sim/step/simulation';
import { runTo, testScene } from './scenes';

function runWith(scene: ReturnType<typeof testScene>, frame: number): Simulation {
  const run = new Simulation(scene, assets);
  while (run.frame < frame) run.advance();
  return run;
}

const SIDE = 64;
const PICTURES = 192;
const hashOf = (n: number) => n.toString(16).padStart(64, '0');

/** Where the spot is on the n-th picture, in pixels: on a circle, once round in all of them. */
const spotAt = (n: number) => {
  const turn = (2 * Math.PI * n) / PICTURES;
  return [SIDE / 2 + 18 * Math.cos(turn), SIDE / 2 + 18 * Math.sin(turn)] as const;
};

/** A soft bright spot on black, that goes round; by content hash. */
const assets = new Map<string, LevelImage>(
  Array.from({ length: PICTURES }, (_, n) => {
    const [x, y] = spotAt(n);
    const level = (i: number) =>
      255 * Math.exp(-(((i % SIDE) + 0.5 - x) ** 2 + (Math.floor(i / SIDE) + 0.5 - y) ** 2) / (2 * 9 ** 2));
    const levels = Uint8Array.from({ length: SIDE * SIDE }, (_entry, i) => Math.round(level(i)));
    return [hashOf(n), { width: SIDE, height: SIDE, levels }] as const;
  }),
);

const series = (more: Written = {}): Written => ({
  name: 'spot',
  hash: hashOf(0),
  width: SIDE,
  height: SIDE,
  series: Array.from({ length: PICTURES - 1 }, (_, n) => hashOf(n + 1)),
  ...more,
});

const withSpot = (parts: Parameters<typeof testScene>[0], image: Written = series()) =>
  testScene({ ...parts, ...({ images: [image] } as object) });

const CARD = { kind: 'texture', pattern: 'image', image: hashOf(0), width: 6.4, depth: 6.4, thickness: 0 } as const;

describe('which picture of a series is shown', () => {
  it('is told by its hash to whoever draws it, at a frame of the scene', () => {
    const scene = withSpot({}, series({ seriesStart: 10, framesEach: 2, outsideSeries: 'repeat' }));
    const shown = (frame: number) => imageShown(scene, hashOf(0), frame);
    expect([10, 11.9, 12, 10 + 2 * PICTURES, 9].map(shown)).toEqual([0, 0, 1, 0, PICTURES - 1].map(hashOf));
    expect(imageShown(scene, 'f'.repeat(64), 50)).toBe('f'.repeat(64));
    expect(imageShown(withSpot({}, series({ series: [] })), hashOf(0), 50)).toBe(hashOf(0));
  });

  it('each for its frames, and outside: the last stays, all repeat, or run back and forth', () => {
    const row = (outside: 'hold' | 'repeat' | 'to-and-fro') =>
      [-2, -1, 0, 1, 2, 3, 4, 5].map((n) => turnOf(3, outside, n));
    expect(row('hold')).toEqual([0, 0, 0, 1, 2, 2, 2, 2]);
    expect(row('repeat')).toEqual([1, 2, 0, 1, 2, 0, 1, 2]);
    expect(row('to-and-fro')).toEqual([2, 1, 0, 1, 2, 1, 0, 1]);
    expect(turnOf(1, 'to-and-fro', 7)).toBe(0);
  });

  it('is told from the time to the frame, at any rate (24 does not divide a second evenly in binary)', () => {
    const pictures = [...assets.values()];
    const of = (framesEach: number) => ({ pictures, fps: 24, start: 10, framesEach, outside: 'hold' as const });
    for (let frame = 10; frame < 58; frame++) expect(shownAt(of(1), frame / 24)).toBe(frame - 10);
    expect(shownAt(of(2), 13 / 24)).toBe(1);
    expect(shownAt(of(0.5), 13 / 24)).toBe(6);
    const image = { ...pictures[0]!, series: of(1) };
    expect(pictureAt(image, 15 / 24)).toBe(pictures[5]);
    expect(pictureAt(pictures[3]!, 15 / 24)).toBe(pictures[3]);
  });
});

describe('a moving image as a force', () => {
  it('is followed: particles that climb to the bright spot stay within a pixel of it as it goes round', () => {
    const scene = withSpot(
      {
        emitter: {
          shape: { kind: 'disc', radius: 0.3 },
          transform: { position: [(6.4 * 18) / SIDE, 0, 0] },
          emission: [{ kind: 'burst', count: 60, frame: 0 }],
          birth: { speed: 0, life: 9, drag: 400 },
        },
        time: { substeps: 2 },
        fields: [{ settings: { ...CARD, mapping: 'downhill' }, strength: -30, actsAs: 'flow' }],
      },
      series(),
    );
    const run = new Simulation(scene, assets);
    while (run.frame < 180) {
      run.advance();
      if (run.frame < 48) continue;
      const { columns, count } = run.populations[0]!;
      const [x, y] = spotAt(run.frame - 1);
      for (let i = 0; i < count; i++) {
        const off = Math.hypot(columns.x[i]! - 6.4 * (x / SIDE - 0.5), columns.z[i]! - 6.4 * (y / SIDE - 0.5));
        expect(off).toBeLessThan(6.4 / SIDE);
      }
    }
    expect(run.populations[0]!.count).toBe(60);
  });

  /** Every fourth picture, for a motion of some pixels. */
  const fourth = (more: Written = {}) =>
    series({ series: Array.from({ length: 47 }, (_, n) => hashOf(4 * (n + 1))), ...more });

  it('as motion gives the way that the picture goes, metres a second, in the field and at any size of the card', () => {
    for (const [n, width, framesEach] of [
      [0, 6.4, 1],
      [23, 3.2, 1],
      [40, 6.4, 3],
    ] as const) {
      const settings = { ...CARD, mapping: 'motion', width, depth: width };
      const fields = [{ settings, strength: 1, actsAs: 'flow' }];
      const scene = withSpot({ fields }, fourth({ framesEach, seriesStart: 5 }));
      const [from, to] = [spotAt(4 * n), spotAt(4 * n + 4)];
      const position = [width * (from[0] / SIDE - 0.5), 0, width * (from[1] / SIDE - 0.5)] as const;
      const particle = { position, velocity: [0, 0, 0], mass: 1, drag: 1 } as const;
      const { medium } = probe(scene, assets, 5 + n * framesEach, scene.emitters[0]!, particle).total;
      const wanted = [to[0] - from[0], to[1] - from[1]].map((px) => ((24 / framesEach) * width * px) / SIDE);
      expect(Math.hypot(medium[0] - wanted[0]!, medium[2] - wanted[1]!)).toBeLessThan(0.05 * Math.hypot(...wanted));
    }
  });

  it('says why motion does nothing: the image is not a series', () => {
    const scene = withSpot(
      { emitter: { birth: { life: 9, speed: 0 } }, fields: [{ settings: { ...CARD, mapping: 'motion' } }] },
      series({ series: [] }),
    );
    expect(whySilent(scene, scene.fields[0]!, measureDelivery(runTo(scene, 0)), 0, assets)?.words).toBe(
      'its picture does not move: choose an image that is a series',
    );
  });
});

describe('the built-in sweep', () => {
  it('goes round in four seconds, a quarter each second, and starts anew', () => {
    const image = patterns.find(({ value }) => value === 'sweep')!.image();
    const { width } = image;
    const brightest = (time: number) => {
      const at = (angle: number) =>
        pictureAt(image, time).levels[
          Math.floor(width * (0.5 + 0.3 * Math.sin(angle))) * width + Math.floor(width * (0.5 + 0.3 * Math.cos(angle)))
        ]!;
      const angles = Array.from({ length: 72 }, (_, i) => (i * Math.PI) / 36);
      return angles.reduce((best, angle) => (at(angle) > at(best) ? angle : best));
    };
    const turned = (from: number, to: number) => Math.cos(brightest(to) - brightest(from));
    expect(turned(0.5, 1.5)).toBeCloseTo(0, 0);
    expect(turned(0.5, 2.5)).toBeCloseTo(-1, 1);
    expect(turned(0.5, 4.5)).toBeCloseTo(1, 6);
  });
});

describe('a moving image elsewhere', () => {
  it('weighs a field as the picture that is shown, as a modulator', () => {
    const scene = withSpot({
      fields: [
        {
          settings: { kind: 'gravity' },
          modulators: [{ kind: 'texture', pattern: 'image', image: hashOf(0), width: 6.4, depth: 6.4 }],
        },
      ],
    });
    const weight = (frame: number, n: number) => {
      const [x, y] = spotAt(n);
      const position = [6.4 * (x / SIDE - 0.5), 1, 6.4 * (y / SIDE - 0.5)] as const;
      return probe(scene, assets, frame, scene.emitters[0]!, { position, velocity: [0, 0, 0], mass: 1, drag: 0 })
        .fields[0]!.weight;
    };
    for (const frame of [0, 12, 30]) expect(weight(frame, frame)).toBeGreaterThan(0.95);
    expect(weight(90, 0)).toBeLessThan(0.2);
  });

  it.each([
    ['an image as a shape', { shape: { kind: 'image', pattern: 'image', image: hashOf(0), width: 6.4, depth: 6.4 } }],
    [
      'a mask',
      {
        shape: { kind: 'card', width: 6.4, depth: 6.4 },
        masks: [{ kind: 'texture', pattern: 'image', image: hashOf(0), low: 0.5, high: 1 }],
      },
    ],
  ])('gives birth where the picture is bright at that time: %s', (_name, shape) => {
    const scene = withSpot({
      emitter: { ...shape, emission: [{ kind: 'rate', rate: 4800 }], birth: { speed: 0, life: 1 / 24 } },
    });
    for (const frame of [6, 30]) {
      const { columns, count } = runWith(scene, frame).populations[0]!;
      const mean = (of: Float32Array) => of.subarray(0, count).reduce((sum, n) => sum + n, 0) / count;
      const [x, y] = spotAt(frame - 1);
      expect(count).toBeGreaterThan(50);
      expect(Math.abs(mean(columns.x) - 6.4 * (x / SIDE - 0.5))).toBeLessThan(0.25);
      expect(Math.abs(mean(columns.z) - 6.4 * (y / SIDE - 0.5))).toBeLessThan(0.25);
    }
  });

  it('is part of what a simulation hangs on, by its pictures and their timing', () => {
    const key = (more: Written) => simulationKey(withSpot({}, series(more)));
    expect(key({ framesEach: 2 })).not.toBe(key({}));
    expect(key({ series: [hashOf(3)] })).not.toBe(key({}));
    expect(key({ name: 'another' })).toBe(key({}));
  });
});
