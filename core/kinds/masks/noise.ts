import { describe, type ValuesOf } from '../../document/parameters';
import { gradientNoise, seededCorners } from '../../lib/noise/gradient';
import { mix } from '../../lib/random/lookup';
import { seed } from '../../document/descriptions/seed';
import { defineMask, rangeParameters, type MaskSource } from './mask';

const parameters = describe({
  size: {
    type: 'number',
    label: 'Size',
    unit: 'm',
    default: 0.8,
    min: 0.001,
    max: 10000,
    usual: [0.1, 5],
    help: 'The width of the patches.',
  },
  octaves: {
    type: 'number',
    label: 'Octaves',
    unit: '',
    default: 2,
    min: 1,
    max: 8,
    whole: true,
    usual: [1, 5],
    help: 'The number of finer layers of noise. More octaves add finer detail.',
  },
  contrast: {
    type: 'number',
    label: 'Contrast',
    unit: '×',
    default: 1,
    min: 0,
    max: 1000,
    usual: [0.5, 8],
    help: 'Steepens the noise around its middle level of 0.5. High values leave patches of 0 and 1 with sharp edges.',
  },
  ...rangeParameters('', 0, 1, [0, 1]),
  seed: { ...seed, help: 'Another seed gives different patches.' },
});

function levelOf({ values, stream }: MaskSource<ValuesOf<typeof parameters>>) {
  const { size, octaves, contrast, seed: own } = values;
  const corners = seededCorners(mix(stream ^ Math.imul(own, 0x9e3779b1)));
  let most = 0;
  for (let o = 0, a = 1; o < octaves; o++, a /= 2) most += a;
  return ({ x, y, z }: { x: number; y: number; z: number }) => {
    let sum = 0;
    let amplitude = 1;
    let scale = 1 / size;
    for (let o = 0; o < octaves; o++) {
      sum += amplitude * gradientNoise(x * scale, y * scale, z * scale + 17 * o, corners);
      amplitude /= 2;
      scale *= 2;
    }
    return Math.min(1, Math.max(0, 0.5 + (contrast * 0.9 * sum) / most));
  };
}

/** Births in patches of noise (Perlin 2002), between two of its levels. */
export const noise = defineMask({
  kind: 'noise',
  label: 'noise',
  summary: 'Births in patches of noise, between two levels.',
  parameters,
  measures: { label: 'level', unit: '', ends: [0, 1], value: levelOf },
});
