import { ball, chain, rod, strip, water, type WrittenChain } from './chain';

/** A number that swings between two values in so many seconds. */
const swing = (outputMin: number, outputMax: number, period: number) => ({
  kind: 'wave',
  outputMin,
  outputMax,
  period,
});

/** Currents: what carries silt over the bed, and what rises and turns in it. */
export const currents: readonly WrittenChain[] = [
  chain(
    'Slow swell',
    'A wide current that runs one way and then the other, in twelve seconds. The water takes particles along.',
    ['current', 'calm', 'loops'],
    [
      strip('Swell', ['wind', { growth: 0.143, height: 2 }], ['flow', 0.6], {
        automations: { strength: swing(-0.6, 0.6, 12) },
      }),
      water(2),
    ],
  ),
  chain(
    'Silt in a draught',
    'A steady current with soft billows in it, for fine silt that hangs in the water.',
    ['current', 'silt'],
    [
      strip('Draught', ['wind', { direction: [1, 0.1, 0] }], ['flow', 0.5]),
      strip('Billows', ['turbulence', { size: 0.9, octaves: 2, evolution: 0.25, drift: [0.3, 0, 0] }], ['flow', 0.45]),
      water(3),
    ],
  ),
  chain(
    'Vent column',
    'Hot water rises over a chimney, turns slowly and breaks up at the top.',
    ['vent', 'rise', 'swirl'],
    [
      strip('Buoyancy', ['gravity', { direction: [0, 1, 0] }], ['acceleration', 1.4], { falloff: rod(2, 0.7, 1.4) }),
      strip('Turn', ['vortex', { swirl: 'smooth', radius: 0.5, inwardPull: 1.2 }], ['acceleration', 1.8], {
        falloff: rod(2, 0.8, 1.6),
      }),
      strip('Break up', ['turbulence', { size: 0.5, octaves: 3, evolution: 0.6 }], ['acceleration', 1.2], {
        falloff: { kind: 'slab', inner: 0.3, outer: 1.2, side: 'both' },
        transform: { position: [0, 1, 0] },
      }),
      water(0.8),
    ],
  ),
  chain(
    'Cold seep',
    'Patches of the bed let water out that hardly rises. The patches wander.',
    ['vent', 'calm', 'bed'],
    [
      strip('Seep', ['gravity', { direction: [0, 1, 0] }], ['acceleration', 0.8], {
        falloff: { kind: 'slab', inner: 0.4, outer: 1.4, side: 'both' },
        transform: { position: [0, -1, 0] },
        modulators: [
          { kind: 'noise', size: 0.7, drift: [0.1, 0, 0.06], amount: 1, remap: true, inputMin: 0.4, inputMax: 0.7 },
        ],
      }),
      water(1.5),
    ],
  ),
  chain(
    'Undertow',
    'Water runs out over the bed and comes back above: shear that draws clouds out into sheets.',
    ['current', 'bed', 'shear'],
    [
      strip('Out', ['wind', { direction: [1, 0, 0] }], ['flow', 0.8], {
        falloff: { kind: 'slab', inner: 0.1, outer: 1.2, side: 'both' },
        transform: { position: [0, -0.9, 0] },
      }),
      strip('Back', ['wind', { direction: [-1, 0, 0] }], ['flow', 0.5], {
        falloff: { kind: 'slab', inner: 0.1, outer: 1.2, side: 'both' },
        transform: { position: [0, 0.9, 0] },
      }),
      water(2.5),
    ],
  ),
  chain(
    'Pair of eddies',
    'Two eddies turn against one another and draw a jet between them.',
    ['current', 'swirl'],
    [
      strip('Left', ['vortex', { swirl: 'smooth', radius: 0.35 }], ['flow', 1.1], {
        falloff: ball(0.5, 1.3),
        transform: { position: [-0.6, 0, 0] },
      }),
      strip('Right', ['vortex', { swirl: 'smooth', radius: 0.35 }], ['flow', -1.1], {
        falloff: ball(0.5, 1.3),
        transform: { position: [0.6, 0, 0] },
      }),
      water(4),
    ],
  ),
  chain(
    'Held column',
    'A column that turns without caving in: the inward pull balances the swirl at the core.',
    ['swirl', 'column'],
    [
      strip('Column', ['vortex', { swirl: 'smooth', radius: 0.6, inwardPull: 4, lift: 0.3 }], ['acceleration', 2.2], {
        falloff: rod(3, 0.8, 1.8),
      }),
      water(0.4),
    ],
  ),
  chain(
    'Whirlpool',
    'Everything goes round, inwards and down, faster at the middle.',
    ['swirl', 'sink'],
    [
      strip('Pool', ['vortex', { swirl: 'smooth', radius: 0.3, inwardPull: 3, lift: -1.4 }], ['acceleration', 2], {
        falloff: { kind: 'cone', length: 3, angle: 30, inner: 0.2, outer: 1.2 },
        transform: { position: [0, -1.6, 0] },
      }),
      water(0.6),
    ],
  ),
  chain(
    'Gusts over the ridge',
    'A current in gusts, stronger above the bed than on it.',
    ['current', 'gusts'],
    [
      strip('Ridge wind', ['wind', { growth: 0.35, height: 1 }], ['flow', 1], {
        transform: { position: [0, -1.2, 0] },
        automations: {
          strength: { kind: 'gust', outputMin: 0.2, outputMax: 1.4, waitLow: 1, waitHigh: 3, attack: 0.5 },
        },
      }),
      strip('Rough', ['turbulence', { size: 0.6, octaves: 3, evolution: 0.8 }], ['flow', 0.5]),
      water(2),
    ],
  ),
  chain(
    'Led current',
    'A swirl and a current are filled into one grid that is cheap for any number of particles.',
    ['current', 'grid', 'fast'],
    [
      strip('Stream', ['wind', { direction: [1, 0, 0] }], ['flow', 0.5], { group: 'source' }),
      strip('Swirl', ['vortex', { swirl: 'smooth', radius: 0.5 }], ['flow', 1.2], {
        group: 'source',
        falloff: ball(0.6, 1.6),
      }),
      strip('Grid', ['grid', { group: 'source', width: 3.2, height: 3.2, depth: 3.2, cell: 0.2 }], ['flow', 1]),
      water(4),
    ],
    { groups: [{ id: 'source', name: 'Source', mute: true }] },
  ),
  chain(
    'Painted upwelling',
    'Water rises where the bed is painted. Paint its weights anew for your own bed.',
    ['rise', 'painted', 'bed'],
    [
      strip('Upwelling', ['wind', { direction: [0, 1, 0] }], ['flow', 0.7], {
        falloff: { kind: 'painted', weightMap: 'vents', inner: 1, outer: 2.4 },
        transform: { position: [0, -1.1, 0] },
      }),
      water(3),
    ],
    {
      weightMaps: [
        {
          id: 'vents',
          name: 'Vents',
          width: 3,
          depth: 3,
          strokes: [
            {
              radius: 0.45,
              softness: 0.8,
              strength: 1,
              lines: [
                [-0.9, 0, -0.4, 0, 1, 0, -0.2, 0, -0.1, 0, 1, 0, 0.3, 0, 0.5, 0, 1, 0],
                [0.8, 0, -0.6, 0, 1, 0],
              ],
            },
          ],
        },
      ],
    },
  ),
];
