import { describe } from '../../document/parameters';
import { defineField } from '../contracts/field';

const parameters = describe({
  quadratic: {
    type: 'number',
    label: 'Quadratic',
    unit: '1/m',
    default: 0,
    min: 0,
    usual: [0, 2],
    help: 'Drag in proportion to the square of the speed: holds back what is fast and leaves slow drifting alone.',
  },
});

/** Linear drag at a rate in 1/s, and quadratic drag with a coefficient in 1/m; its vector is (rate, coefficient, 0). */
export const drag = defineField({
  kind: 'drag',
  label: 'drag',
  summary: 'Takes speed away, towards the speed of whatever medium carries.',
  glyph: 'M5 4v16M10 4v16M15 4v16M20 4v16',
  formula: 'v̇ = −(rate + quadratic·|v − U|)·(v − U)',
  source: 'textbook mechanics',
  strength: { label: 'Rate', default: 0.5, usual: [0, 5], min: 0 },
  actions: ['slow'],
  startsWith: { extent: 'everywhere', profile: 'smooth' },
  starts: [
    { name: 'Syrup', note: 'everything comes to rest at once', strength: 4, settings: { quadratic: 0 } },
    { name: 'Still water', note: 'slows gently', strength: 0.6, settings: { quadratic: 0.3 } },
    {
      name: 'Air brake',
      note: 'holds back what is fast, leaves slow drifting alone',
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
    tow: 0,
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
