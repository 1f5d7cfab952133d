import { describe } from '../../document/parameters';
import { defineField } from '../contracts/field';

const parameters = describe({
  quadratic: {
    type: 'number',
    label: 'Quadratic drag',
    unit: '1/m',
    default: 0,
    min: 0,
    usual: [0, 2],
    help: 'Drag that grows with the square of the speed. It slows fast particles and leaves slow ones alone.',
  },
});

/** Linear drag at a rate in 1/s, and quadratic drag with a coefficient in 1/m; its vector is (rate, coefficient, 0). */
export const drag = defineField({
  kind: 'drag',
  family: 'limit',
  label: 'drag',
  summary: 'Slows particles towards the speed of the medium.',
  glyph: 'M5 4v16M10 4v16M15 4v16M20 4v16',
  formula: 'v̇ = −(rate + quadratic·|v − U|)·(v − U)',
  source: 'textbook mechanics',
  strength: { label: 'Rate', default: 0.5, usual: [0, 5], min: 0 },
  actions: ['drag'],
  startsWith: { falloff: 'everywhere', curve: 'smooth' },
  starts: [
    { name: 'Syrup', note: 'all motion stops quickly', strength: 4, settings: { quadratic: 0 } },
    { name: 'Still water', note: 'slows gently', strength: 0.6, settings: { quadratic: 0.3 } },
    {
      name: 'Air brake',
      note: 'slows fast particles only',
      strength: 0,
      settings: { quadratic: 1.5 },
    },
  ],
  parameters,
  examples: [
    {
      settings: { quadratic: 2 },
      strength: 0.5,
      at: [0, 0, 0],
      vector: [0.5, 2, 0],
      source: 'by definition: rate, coefficient, 0',
    },
  ],
  diagnose: {
    deliversAtZero: (settings) => settings.quadratic !== 0,
  },
  kernel: ({ settings, strength }) => ({
    kind: 'same',
    vector: [strength, settings.quadratic, 0],
    ownMotion: 0,
  }),
  compile({ settings, strength }) {
    const { quadratic } = settings;
    return (_local, { count }, out) => {
      out.x.fill(strength, 0, count);
      out.y.fill(quadratic, 0, count);
      out.z.fill(0, 0, count);
    };
  },
});
