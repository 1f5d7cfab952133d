import { ball, chain, rod, strip, water, type WrittenChain } from './chain';

/** Forms: spheres, cables, beds and pipes that particles settle on or go along. */
export const forms: readonly WrittenChain[] = [
  chain(
    'Lantern sphere',
    'Lights close into a hollow sphere and drift on it.',
    ['sphere', 'settle'],
    [
      strip('Sphere', ['shell', { radius: 1, damping: 3 }], ['acceleration', 9]),
      strip('Drift', ['turbulence', { size: 0.8, evolution: 0.3 }], ['acceleration', 0.8]),
    ],
  ),
  chain(
    'Breathing bell',
    'A sphere that opens and closes every four seconds, with a lag that the water gives it.',
    ['sphere', 'pulse', 'loops'],
    [
      strip('Bell', ['shell', { radius: 0.9, damping: 0.6 }], ['acceleration', 8], {
        automations: { 'settings.radius': { kind: 'wave', outputMin: 0.6, outputMax: 1.2, period: 4 } },
      }),
      water(1),
    ],
  ),
  chain(
    'Sleeve on a line',
    'A hollow tube around a line, turning slowly.',
    ['tube', 'settle'],
    [
      strip('Sleeve', ['shell', { target: 'line', length: 2.4, radius: 0.6, damping: 3 }], ['acceleration', 10]),
      strip('Turn', ['vortex', { swirl: 'smooth', radius: 0.6 }], ['flow', 0.5], { falloff: rod(3, 1, 2) }),
      water(0.6),
    ],
  ),
  chain(
    'Slow gathering',
    'Grains hang where they are and come together only as they grow old.',
    ['gather', 'age'],
    [
      strip('Gather', ['attractor', { law: 'constant', softening: 0.3 }], ['acceleration', 2], {
        modulators: [{ kind: 'age', of: 'life' }],
      }),
      water(1.2),
    ],
  ),
  chain(
    'Passing a weight',
    'Particles swing around a heavy point, as comets do.',
    ['orbit'],
    [
      strip('Weight', ['attractor', { law: 'inverse-square', softening: 0.25 }], ['acceleration', 1.2]),
      strip('Sideways', ['wind', { direction: [0, 0, 1] }], ['acceleration', 0.25]),
    ],
  ),
  chain(
    'Along the cable',
    'Glints run along a cable and stay on it. Put your own path in its place.',
    ['path', 'cable'],
    [
      strip('Cable', ['path', { form: 'drawn', towards: 1.2, width: 0.05 }], ['set-velocity', 0.25], {
        falloff: { kind: 'path', inner: 1.5, outer: 3 },
      }),
    ],
  ),
  chain(
    'Three-strand rope',
    'Three strands wind around a line while they run along it.',
    ['path', 'cable', 'winding'],
    [
      strip(
        'Rope',
        [
          'path',
          { form: 'line', pathLength: 2.6, winding: 'helix', ways: 3, frequency: 1, windingRadius: 0.25, towards: 1.5 },
        ],
        ['set-velocity', 0.3],
        { falloff: { kind: 'path', form: 'line', pathLength: 2.6, inner: 1.5, outer: 3 } },
      ),
    ],
  ),
  chain(
    'Flower orbit',
    'A closed flower of five petals that particles run around for as long as they live.',
    ['path', 'orbit', 'loops'],
    [
      strip(
        'Flower',
        ['path', { form: 'flower', pathRadius: 1, petals: 5, petalDepth: 40, towards: 1 }],
        ['set-velocity', 0.2],
        {
          falloff: { kind: 'path', form: 'flower', pathRadius: 1, petals: 5, petalDepth: 40, inner: 1.5, outer: 3 },
        },
      ),
    ],
  ),
  chain(
    'Hover over the bed',
    'A layer of grains floats a hand above the bed and ripples in the current.',
    ['bed', 'settle'],
    [
      strip(
        'Hover',
        ['surface', { of: 'plane', within: 1.6, rest: 0.4, damping: 4, side: 'front' }],
        ['acceleration', 20],
        {
          transform: { position: [0, -0.8, 0] },
        },
      ),
      strip('Ripple', ['turbulence', { size: 0.5, evolution: 0.4 }], ['acceleration', 1]),
      water(0.8),
    ],
  ),
  chain(
    'Pipe',
    'Water runs through a pipe and keeps off its wall.',
    ['pipe', 'flow'],
    [
      strip('Pipe', ['zone-flow', { lengthwise: 1, outward: -0.3, swirl: 0 }], ['flow', 1.5], {
        falloff: rod(2.4, 0.3, 1.2),
      }),
      water(3),
    ],
  ),
  chain(
    'Corkscrew',
    'Along a pipe and around it at once.',
    ['pipe', 'swirl'],
    [
      strip('Corkscrew', ['zone-flow', { lengthwise: 0.6, outward: -0.5, swirl: 1 }], ['flow', 1.6], {
        falloff: rod(2.4, 0.3, 1.3),
      }),
      water(3),
    ],
  ),
  chain(
    'Calm inside the zone',
    'A storm all around, and still water inside a ball.',
    ['zone', 'calm'],
    [
      strip('Storm', ['turbulence', { size: 0.6, octaves: 3, evolution: 1 }], ['acceleration', 3], {
        modulators: [{ kind: 'zone', zone: 'calm', side: 'outside' }],
      }),
      strip('Still', ['drag'], ['drag', 5], { modulators: [{ kind: 'zone', zone: 'calm' }] }),
      water(0.8),
    ],
    { zones: [{ id: 'calm', name: 'Calm', falloff: ball(0.7, 0.75), tintAmount: 0 }] },
  ),
];
