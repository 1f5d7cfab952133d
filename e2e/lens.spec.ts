import { expect, test } from './test';
import { discOf, focalLength } from '../core/lib/camera/lens';
import { ANGLE, HEIGHT, light, moments, sparkScene as scene, WIDTH } from './light';

const still = { birth: { speed: 0, life: 100, size: 0.02, drag: 0 } };

test('depth of field makes discs of the size of the thin lens’ formula, of the light of the sharp spot, and leaves sharp what is in focus', async ({
  page,
}) => {
  const lens = { focal: focalLength(ANGLE, 24), sensor: 24, aperture: 0.1, focus: 5 };
  const camera = { depth: true, aperture: 0.1 };
  const behind = { ...still, transform: { position: [0, 0, -5] } };
  const disc = moments(await light(page, scene(behind, camera, { samples: 256 }), 1));
  const spot = moments(await light(page, scene(behind, {}, { samples: 1 }), 1));
  const wanted = discOf(lens, 10) * HEIGHT;
  expect(wanted).toBeGreaterThan(20);
  // A disc that is even has a variance of d²/16 along each axis; the spot has its own.
  for (const axis of ['varianceX', 'varianceY'] as const)
    expect(Math.abs((4 * Math.sqrt(disc[axis] - spot[axis])) / wanted - 1)).toBeLessThan(0.03);
  expect(Math.abs(disc.sum / spot.sum - 1)).toBeLessThan(0.02);
  const sharp = moments(await light(page, scene(still, camera, { samples: 64 }), 1));
  const plain = moments(await light(page, scene(still, {}, { samples: 1 }), 1));
  expect(Math.abs(sharp.varianceX - plain.varianceX)).toBeLessThan(0.05);
});

test('motion blur draws a spark out over the way that it covers while the shutter is open, before the moment of the frame', async ({
  page,
}) => {
  const thrown = {
    birth: { speed: 6, launchDirection: 'direction', direction: [1, 0, 0], life: 100, size: 0.02, drag: 0 },
    transform: { position: [-0.5, 0, 0] },
  };
  const streak = moments(await light(page, scene(thrown, {}, { samples: 64, shutter: 180 }), 2));
  const spot = moments(await light(page, scene(thrown, {}, { samples: 1 }), 2));
  const pixels = HEIGHT / (2 * 5 * Math.tan((ANGLE * Math.PI) / 360));
  const way = ((6 / 24) * 180) / 360;
  // A line that is even has a variance of l²/12, and its middle half of it back.
  expect(Math.abs(Math.sqrt(12 * (streak.varianceX - spot.varianceX)) / (way * pixels) - 1)).toBeLessThan(0.02);
  expect(Math.abs(streak.x - (spot.x - (way * pixels) / 2))).toBeLessThan(0.3);
  expect(Math.abs(streak.varianceY - spot.varianceY)).toBeLessThan(0.05);
});

test('motion blur of a ring that spins lies on the arc that it turns through', async ({ page }) => {
  const [radius, turn, frames] = [0.8, Math.PI / 3, 2];
  const omega = turn * 24;
  // A pull of ω²·r holds it on its circle.
  const spinning = {
    ...scene(
      {
        birth: {
          speed: omega * radius,
          launchDirection: 'direction',
          direction: [0, 1, 0],
          life: 100,
          size: 0.02,
          drag: 0,
        },
        transform: { position: [radius, 0, 0] },
      },
      {},
      { samples: 128, shutter: 360 },
    ),
    fields: [
      {
        id: 'f',
        name: 'Pull',
        settings: { kind: 'attractor', law: 'linear' },
        strength: omega * omega,
        falloff: { kind: 'everywhere' },
      },
    ],
    time: { fps: 24, first: 0, last: 4, substeps: 64 },
  };
  const data = await light(page, spinning, frames);
  const metre = HEIGHT / (2 * 5 * Math.tan((ANGLE * Math.PI) / 360));
  let [sum, r, angle, angles] = [0, 0, 0, 0];
  let [least, most] = [Infinity, 0];
  // Rows come from the bottom up.
  for (let j = 0; j < HEIGHT; j++)
    for (let i = 0; i < WIDTH; i++) {
      const l = data[4 * (j * WIDTH + i)]!;
      if (l <= 0) continue;
      const [x, y] = [(i + 0.5 - WIDTH / 2) / metre, (j + 0.5 - HEIGHT / 2) / metre];
      const a = Math.atan2(y, x);
      sum += l;
      r += l * Math.hypot(x, y);
      angle += l * a;
      angles += l * a * a;
      least = Math.min(least, Math.hypot(x, y));
      most = Math.max(most, Math.hypot(x, y));
    }
  const mean = angle / sum;
  // The arc of one frame, up to the moment of the frame: even over it, its variance is turn²/12.
  expect(Math.abs(r / sum / radius - 1)).toBeLessThan(0.005);
  expect(Math.abs(mean - (frames - 0.5) * turn)).toBeLessThan(0.01);
  expect(Math.abs(Math.sqrt(12 * (angles / sum - mean * mean)) / turn - 1)).toBeLessThan(0.01);
  // No light lies further off the arc than the spark is wide.
  expect(Math.max(most - radius, radius - least) * metre).toBeLessThan(3);
});

test('a glow adds as much light as it is told, spread as wide as it is told; a stop of exposure doubles all of it', async ({
  page,
}) => {
  const large = { birth: { ...still.birth, size: 0.3 } };
  const plain = moments(await light(page, scene(large, {}, {}), 1));
  const glowing = moments(await light(page, scene(large, {}, { glow: 50, glowThreshold: 0, glowRadius: 5 }), 1));
  expect(Math.abs(glowing.sum / plain.sum - 1.5)).toBeLessThan(0.03);
  // A third of the light has the variance of the glow on top.
  const sigma = Math.sqrt(3 * (glowing.varianceX - plain.varianceX));
  expect(Math.abs(sigma / (0.05 * HEIGHT) - 1)).toBeLessThan(0.05);
  const bright = moments(await light(page, scene(large, {}, { exposure: 1 }), 1));
  expect(Math.abs(bright.sum / plain.sum - 2)).toBeLessThan(0.005);
});
