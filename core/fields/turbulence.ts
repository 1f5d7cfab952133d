import { describe, type ValuesOf } from '../describe/parameters';
import { addGradientCurl } from '../noise/gradient';
import { addSimplexCurl } from '../noise/simplex';
import { mix } from '../random/lookup';
import type { FieldKind } from './field';

const parameters = describe({
  noise: {
    type: 'choice',
    label: 'Noise',
    default: 'simplex',
    options: [
      { value: 'simplex', label: 'simplex' },
      { value: 'gradient', label: 'gradient' },
    ],
    help: 'The noise whose curl is taken. Simplex is quicker and has no grain along the axes.',
  },
  size: { type: 'number', label: 'Size', unit: 'm', default: 1, min: 0.001, usual: [0.05, 10], help: 'How large the largest eddies are.' },
  octaves: {
    type: 'number',
    label: 'Octaves',
    unit: '',
    default: 1,
    min: 1,
    max: 8,
    whole: true,
    usual: [1, 8],
    help: 'How many sizes of eddies are laid over one another.',
  },
  roughness: {
    type: 'number',
    label: 'Roughness',
    unit: '',
    default: 0.5,
    min: 0,
    max: 1,
    usual: [0, 1],
    help: 'How strong each finer octave’s eddies are beside the next larger ones.',
    shown: (v) => v['octaves'] !== 1,
  },
  lacunarity: {
    type: 'number',
    label: 'Lacunarity',
    unit: '',
    default: 2,
    min: 1,
    max: 8,
    usual: [1.5, 4],
    help: 'How many times finer each octave is than the one before.',
    shown: (v) => v['octaves'] !== 1,
  },
  drift: { type: 'vector', label: 'Drift', unit: 'm/s', default: [0, 0, 0], help: 'The velocity at which the whole pattern moves.' },
});

type Settings = ValuesOf<typeof parameters>;

/**
 * `gain` makes the root mean square of one octave's curl 1, over space and seeds: measured over 2·10⁶ points (0.039533
 * and 1.219935 before it). `scale` brings simplex noise to eddies as large as those of gradient noise: the velocity's
 * correlation across the stream first crosses zero at 0.335 and at 0.585 of the lattice.
 */
const NOISES = {
  simplex: { add: addSimplexCurl, scale: 0.57, gain: 25.295 },
  gradient: { add: addGradientCurl, scale: 1, gain: 0.81972 },
} as const;

/** Stream of one octave: another lattice, not the same one scaled. */
function octaveSeed(stream: number, octave: number): number {
  return mix(stream + Math.imul(octave + 1, 0x9e3779b1));
}

/**
 * Divergence-free noise: the curl of a vector potential of three noises (Bridson, Houriham & Nordenstam, "Curl-noise for
 * procedural fluid flow", SIGGRAPH 2007), octaves with weights roughnessⁿ, scaled so that the strength is the RMS.
 */
export const turbulence: FieldKind = {
  kind: 'turbulence',
  label: 'turbulence',
  summary:
    'Eddies without sources or sinks: breaks up regularity and never gathers particles in one place. The strength is the root mean square of the field.',
  glyph: 'M3 14c2-8 5-8 6 0s4 8 6 0 4-8 6-2',
  formula: 'F = S · curl(n₁, n₂, n₃)(x / size)',
  source: 'Perlin 2001, 2002; Bridson, Houriham & Nordenstam 2007',
  strength: { label: 'Strength', default: 1, usual: [0, 5] },
  actions: ['acceleration', 'force', 'carry'],
  seeded: true,
  startsWith: { extent: 'everywhere', profile: 'smooth' },
  parameters,
  fit: (half) => ({ size: Math.max(0.05, Number((Math.max(...half) * 0.5).toPrecision(2))) }),
  compile({ settings, strength, stream }) {
    const { noise, size, octaves, roughness, lacunarity, drift } = settings as Settings;
    const { add, scale, gain } = NOISES[noise];
    const layers: { frequency: number; amplitude: number; seed: number }[] = [];
    let power = 0;
    let frequency = scale / size;
    let amplitude = 1;
    for (let octave = 0; octave < octaves; octave++) {
      layers.push({ frequency, amplitude, seed: octaveSeed(stream, octave) | 0 });
      power += amplitude * amplitude;
      frequency *= lacunarity;
      amplitude *= roughness;
    }
    for (const layer of layers) layer.amplitude *= (strength * gain) / Math.sqrt(power);
    const sum = new Float64Array(3);
    return ({ x, y, z }, { count, time }, out) => {
      for (let i = 0; i < count; i++) {
        const t = time[i]!;
        const px = x[i]! - drift[0] * t;
        const py = y[i]! - drift[1] * t;
        const pz = z[i]! - drift[2] * t;
        sum[0] = 0;
        sum[1] = 0;
        sum[2] = 0;
        for (let l = 0; l < layers.length; l++) {
          const layer = layers[l]!;
          const f = layer.frequency;
          add(px * f, py * f, pz * f, layer.seed, layer.amplitude, sum);
        }
        out.x[i] = sum[0]!;
        out.y[i] = sum[1]!;
        out.z[i] = sum[2]!;
      }
    };
  },
};
