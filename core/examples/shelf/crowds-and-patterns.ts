import { ball, chain, strip, water, type WrittenChain } from './chain';

/** Crowds, grains that sink, and pushes from pictures and formulas. */
export const crowdsAndPatterns: readonly WrittenChain[] = [
  chain(
    'Shoal',
    'Close together in one direction, kept near a place and at a fair speed.',
    ['crowd', 'swarm'],
    [
      strip('Shoal', ['flock', { separation: 4, alignment: 4, cohesion: 2.5 }], ['acceleration', 1]),
      strip('Home', ['attractor', { law: 'linear', softening: 0.4 }], ['acceleration', 0.6]),
      strip('Pace', ['limit', { lowest: 0.4, highest: 1.2 }], ['speed-limit', 0.5]),
    ],
  ),
  chain(
    'Gnats over a lamp',
    'A cloud that hums around a lamp, each in its own direction.',
    ['crowd', 'swarm', 'gather'],
    [
      strip(
        'Gnats',
        ['flock', { separation: 2, alignment: 0.2, cohesion: 5, angleOfView: 360 }],
        ['acceleration', 0.6],
      ),
      strip('Lamp', ['attractor', { law: 'constant', softening: 0.3 }], ['acceleration', 1.5]),
      strip('Hum', ['turbulence', { size: 0.3, octaves: 3, evolution: 2 }], ['acceleration', 2]),
      water(0.8),
    ],
  ),
  chain(
    'Marine snow',
    'Flakes sink slowly and sway, as they do far from the bed.',
    ['sink', 'calm'],
    [
      strip('Sinking', ['gravity'], ['acceleration', 0.35]),
      strip('Sway', ['turbulence', { size: 1.2, evolution: 0.2 }], ['flow', 0.15]),
      water(1.8),
    ],
  ),
  chain(
    'Falling grains',
    'Grains fall until the water holds them at one speed, heavy ones faster.',
    ['sink', 'silt'],
    [strip('Fall', ['gravity'], ['force', 3]), water(0.5, 1.5)],
  ),
  chain(
    'One pace',
    'All go equally fast, whichever current takes them along. Good below any other chain.',
    ['limit'],
    [
      strip('Wander', ['turbulence', { size: 0.8, evolution: 0.5 }], ['acceleration', 2]),
      strip('Pace', ['limit', { lowest: 0.7, highest: 0.7 }], ['speed-limit', 1]),
    ],
  ),
  chain(
    'Ripples in the bed',
    'Rings run outwards and lift what lies there.',
    ['formula', 'waves'],
    [
      strip(
        'Rings',
        [
          'formula',
          {
            output: 'one-direction',
            height: 'r = sqrt(x^2 + z^2)\nsin(6 × r − 4 × time) / (1 + r)',
            direction: [0, 1, 0],
          },
        ],
        ['acceleration', 2.5],
      ),
      strip('Bed', ['surface', { of: 'plane', within: 2, rest: 0, damping: 1, side: 'both' }], ['acceleration', -2]),
      water(0.8),
    ],
  ),
  chain(
    'Still lines of a plate',
    'Grains leave what swings and come to lie on the lines that are still.',
    ['formula', 'pattern'],
    [
      strip(
        'Plate',
        [
          'formula',
          { output: 'downhill', height: 'a = pi × x\nb = pi × z\n(cos(3 × a) × cos(b) − cos(a) × cos(3 × b))^2' },
        ],
        ['acceleration', 0.6],
      ),
      water(2.5),
    ],
  ),
  chain(
    'Chart in relief',
    'A picture lifts what lies on its light parts and sinks what lies on the dark ones. Choose your own picture.',
    ['picture', 'relief'],
    [
      strip(
        'Relief',
        ['texture', { pattern: 'rings', mapping: 'push-and-pull', width: 2.6, depth: 2.6 }],
        ['acceleration', 2],
        {
          falloff: { kind: 'box', width: 2.6, height: 2.6, depth: 2.6, inner: 0.2, outer: 0.6 },
        },
      ),
      water(1.2),
    ],
  ),
  chain(
    'Loose bricks',
    'Blocks of water go their own ways: sudden edges in the motion.',
    ['pattern', 'shear'],
    [
      strip(
        'Bricks',
        ['cells', { turn: 120, uneven: 0.3, across: 3, upward: 3, deep: 3, width: 2.6, height: 2.6, depth: 2.6 }],
        ['flow', 0.8],
      ),
      water(3),
    ],
  ),
  chain(
    'Lamp through weed',
    'A push upwards in moving patches, as light falls through weed, and only within a ball.',
    ['picture', 'mask', 'rise'],
    [
      strip('Ball', ['mask'], ['mask', 1], { group: 'weights', falloff: ball(0.6, 1.4) }),
      strip('Patches', ['mask'], ['mask', 1], {
        group: 'weights',
        modulators: [{ kind: 'noise', size: 0.4, drift: [0.2, 0, 0], amount: 1 }],
      }),
      strip('Rise', ['wind', { direction: [0, 1, 0] }], ['acceleration', 1.8], {
        modulators: [{ kind: 'group', group: 'weights' }],
      }),
      water(1),
    ],
    { groups: [{ id: 'weights', name: 'Weights', rule: 'product' }] },
  ),
];
