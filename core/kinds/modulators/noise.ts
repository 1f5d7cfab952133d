import { describe } from '../../document/parameters';
import { noiseLevels, noiseOptions } from '../../lib/noise/kinds';
import { seed } from '../../document/descriptions/seed';
import { defineModulator, amountParameters, followParameters } from './modulator';

const parameters = describe({
  noise: {
    type: 'choice',
    label: 'Noise',
    default: 'gradient',
    options: noiseOptions,
    help: 'The kind of noise: soft patches, cells or crests.',
  },
  size: {
    type: 'number',
    label: 'Size',
    unit: 'm',
    default: 0.5,
    min: 0.001,
    usual: [0.05, 5],
    help: 'The width of the patches.',
  },
  octaves: {
    type: 'number',
    label: 'Octaves',
    unit: '',
    default: 1,
    min: 1,
    max: 8,
    whole: true,
    usual: [1, 5],
    help: 'The number of finer layers, each half as strong as the one before.',
  },
  drift: {
    type: 'vector',
    label: 'Drift',
    unit: 'm/s',
    default: [0, 0, 0],
    help: 'The velocity of the pattern.',
  },
  seed: { ...seed, help: 'Another seed gives different patches.' },
  ...followParameters,
  ...amountParameters('', 0, 1, false),
});

/** ν of noise in 0 … 1, mean ½: with an amount of 2 it is balanced about 0. */
export const noise = defineModulator({
  kind: 'noise',
  label: 'noise',
  summary: 'Patches of noise between 0 and 1, which break a field up.',
  placed: true,
  seeded: true,
  formula: 'w ← w·(1 − a·(1 − ν)), ν noise in 0…1',
  source: 'Perlin 2002; Worley 1996',
  parameters,
  examples: [
    // Gradient noise is 0 at the corners of its lattice, and ½ is its mean
    { where: [0, 0, 0], value: 0.5 },
  ],
  compile({ values, stream }) {
    const { noise: name, size, octaves, drift } = values;
    const level = noiseLevels(name, size, octaves, stream);
    return ({ where: { x, y, z }, block: { count, time } }, out) => {
      for (let i = 0; i < count; i++) {
        const t = time[i]!;
        out[i] = level(x[i]! - drift[0] * t, y[i]! - drift[1] * t, z[i]! - drift[2] * t);
      }
    };
  },
});
