import { describe, type ValuesOf } from '../../document/parameters';
import { cos, sin } from '../../lib/math/exact';
import { addGradientCurl } from '../../lib/noise/gradient';
import { NOISES, noiseOptions, octaveSeed, type NoiseName } from '../../lib/noise/kinds';
import { addSimplexCurl } from '../../lib/noise/simplex';
import { mix } from '../../lib/random/lookup';
import { length } from '../../lib/math/vector';
import type { CurlLayer } from '../contracts/kernel-descriptor';
import { circle } from '../../lib/geometry/outline';
import { fittedSize, vectorActions } from './actions';
import { defineField, type FieldSource } from '../contracts/field';

const many = (v: Readonly<Record<string, unknown>>) => v['octaves'] !== 1;

const parameters = describe({
  form: {
    type: 'choice',
    label: 'Type',
    default: 'curl',
    options: [
      { value: 'curl', label: 'curl' },
      { value: 'plain', label: 'plain' },
    ],
    help: 'Curl noise never gathers particles. Plain noise gathers them in some places and thins them in others.',
  },
  noise: {
    type: 'choice',
    label: 'Noise',
    default: 'simplex',
    options: noiseOptions,
    help: 'Simplex is the fastest and shows no grid. Cellular and ridged noise turn particles sharply in places.',
  },
  size: {
    type: 'number',
    label: 'Size',
    unit: 'm',
    default: 1,
    min: 0.001,
    usual: [0.05, 10],
    help: 'The size of the largest eddies.',
  },
  octaves: {
    type: 'number',
    label: 'Octaves',
    unit: '',
    default: 1,
    min: 1,
    max: 8,
    whole: true,
    usual: [1, 8],
    help: 'The number of eddy sizes. More octaves add finer detail; above 1, roughness and lacunarity shape it.',
  },
  roughness: {
    type: 'number',
    label: 'Roughness',
    unit: '',
    default: 0.5,
    min: 0,
    max: 1,
    usual: [0, 1],
    help: 'The strength of each finer octave relative to the one before. Only with 2 octaves or more.',
    shown: many,
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
    shown: many,
  },
  drift: {
    type: 'vector',
    label: 'Drift',
    unit: 'm/s',
    default: [0, 0, 0],
    help: 'The velocity of the pattern.',
  },
  evolution: {
    type: 'number',
    label: 'Evolution',
    unit: '1/s',
    default: 0,
    min: 0,
    usual: [0, 3],
    help: 'How many times per second the pattern changes.',
  },
  closed: {
    type: 'switch',
    label: 'Closed loop',
    default: false,
    help: 'Makes the evolution repeat seamlessly. Drift does not repeat.',
    shown: (v) => v['evolution'] !== 0,
  },
  loop: {
    type: 'number',
    label: 'Loop length',
    unit: 'frames',
    default: 96,
    min: 2,
    whole: true,
    usual: [12, 240],
    help: 'The number of frames after which the pattern repeats. The evolution is rounded to fit.',
    shown: (v) => v['evolution'] !== 0 && v['closed'] === true,
  },
  normalised: {
    type: 'switch',
    label: 'Normalised',
    default: false,
    help: 'Makes the strength the same everywhere; only the direction varies.',
  },
  inverted: { type: 'switch', label: 'Invert', default: false, help: 'Reverses the direction.' },
});

type Settings = ValuesOf<typeof parameters>;

/** Adds one octave's vector at a point in noise units, times an amplitude, to a sum. */
type AddOctave = (x: number, y: number, z: number, seed: number, amplitude: number, sum: Float64Array) => void;

const component = (seed: number, axis: number) => mix(seed ^ Math.imul(axis, 0x632be59b)) | 0;

/** The first pattern has the octave's own seed, so that an evolution begins where still noise is. */
const seedOf = (seed: number, pattern: number) => (pattern === 0 ? seed : component(seed, 3 + pattern));

/** The curl of three potentials of any noise. */
function curlOf(name: NoiseName): AddOctave {
  const { sloped } = NOISES[name];
  const [a, b, c] = [new Float64Array(4), new Float64Array(4), new Float64Array(4)];
  return (x, y, z, seed, amplitude, sum) => {
    sloped(x, y, z, component(seed, 1), a);
    sloped(x, y, z, component(seed, 2), b);
    sloped(x, y, z, component(seed, 3), c);
    sum[0]! += amplitude * (c[2]! - b[3]!);
    sum[1]! += amplitude * (a[3]! - c[1]!);
    sum[2]! += amplitude * (b[1]! - a[2]!);
  };
}

/** Three noises as the components of a vector, less their mean. */
function plainOf(name: NoiseName): AddOctave {
  const { sloped, mean } = NOISES[name];
  const out = new Float64Array(4);
  return (x, y, z, seed, amplitude, sum) => {
    for (let axis = 0; axis < 3; axis++) {
      sloped(x, y, z, component(seed, axis + 1), out);
      sum[axis]! += amplitude * (out[0]! - mean);
    }
  };
}

/** One octave of a form and noise, and the gain that brings its root mean square to 1. */
function octaveOf(form: Settings['form'], name: NoiseName): { add: AddOctave; gain: number } {
  const { deviation, slope } = NOISES[name];
  if (form === 'plain') return { add: plainOf(name), gain: 1 / (deviation * Math.sqrt(3)) };
  if (name === 'simplex') return { add: addSimplexCurl, gain: 18.865 };
  if (name === 'gradient') return { add: addGradientCurl, gain: 0.81972 };
  // The root mean square of a curl of three like potentials is √2 of that of one's gradient.
  return { add: curlOf(name), gain: 1 / (slope * Math.SQRT2) };
}

/**
 * How many patterns a closed loop of so many seconds has, at least three: with two it would go back the way it came.
 */
const patternsOf = (evolution: number, span: number): number => Math.max(3, Math.floor(evolution * span + 0.5));

/**
 * Two patterns that an evolution is between, out of so many in a closed loop of a span, seconds, 0 where it has no end;
 * and how much of each: their squares add up to 1, so that the strength stays.
 */
function between(
  evolution: number,
  patterns: number,
  span: number,
): (time: number) => { a: number; b: number; turn: number } {
  const closed = patterns > 0;
  const rate = closed ? patterns / span : evolution;
  return (time) => {
    const at = time * rate;
    const whole = Math.floor(at);
    const f = at - whole;
    const wrap = (n: number) => (closed ? n - patterns * Math.floor(n / patterns) : n);
    return { a: wrap(whole), b: wrap(whole + 1), turn: 1.5707963267948966 * f * f * (3 - 2 * f) };
  };
}

/**
 * How far the lattice of a pattern of simplex noise is moved along its diagonal, which repeats by ½: never as far as
 * that of the pattern before or after. Corners have few directions (simplex-hash.ts); those of two patterns that lie on
 * one another would be opposites now and then, and the field 0 around them at once where one passes into the other.
 */
function shiftOf(pattern: number, patterns: number): number {
  const isOddEnd = patterns % 2 === 1 && pattern === patterns - 1;
  return isOddEnd ? 1 / 3 : (pattern % 2) / 6;
}

/**
 * The noise of a field: its octaves at a time, seconds; its vector at a place that drifts along; and the size that all
 * vectors are brought to, where they are.
 */
interface Eddies {
  layersAt(time: number): readonly CurlLayer[];
  at(x: number, y: number, z: number, time: number, out: Float64Array): void;
  readonly size: number | undefined;
}

function eddiesOf({ settings, strength, stream, fps }: FieldSource<Settings>): Eddies {
  const { form, noise, size, octaves, roughness, lacunarity, evolution, closed, loop, normalised, inverted } = settings;
  const { add, gain } = octaveOf(form, noise);
  const octave: { frequency: number; amplitude: number; seed: number }[] = [];
  let power = 0;
  let frequency = NOISES[noise].scale / size;
  let amplitude = 1;
  for (let n = 0; n < octaves; n++) {
    octave.push({ frequency, amplitude, seed: octaveSeed(stream, n) });
    power += amplitude * amplitude;
    frequency *= lacunarity;
    amplitude *= roughness;
  }
  const signed = inverted ? -strength : strength;
  const scale = (normalised ? 1 : signed) * (gain / Math.sqrt(power));
  const patterns = closed ? patternsOf(evolution, loop / fps) : 0;
  const layersOf = (pattern: number, share: number): CurlLayer[] =>
    octave.map((layer) => ({
      frequency: layer.frequency,
      amplitude: layer.amplitude * scale * share,
      seed: seedOf(layer.seed, pattern),
      shift: noise === 'simplex' ? shiftOf(pattern, patterns) : 0,
    }));
  const evolved = evolution > 0 ? between(evolution, patterns, loop / fps) : undefined;
  // Particles mostly share their time.
  let known = NaN;
  let layers: readonly CurlLayer[] = layersOf(0, 1);
  const layersAt = (time: number) => {
    if (!evolved || time === known) return layers;
    known = time;
    const { a, b, turn } = evolved(time);
    return (layers = [...layersOf(a, cos(turn)), ...layersOf(b, sin(turn))]);
  };
  return {
    layersAt,
    at(x, y, z, time, out) {
      out[0] = out[1] = out[2] = 0;
      const now = layersAt(time);
      for (let l = 0; l < now.length; l++) {
        const { frequency: f, seed, amplitude: a, shift } = now[l]!;
        add(x * f + shift, y * f + shift, z * f + shift, seed, a, out);
      }
    },
    size: normalised ? signed : undefined,
  };
}

/**
 * Noise as a vector: the curl of a vector potential of three noises (Bridson, Houriham & Nordenstam, "Curl-noise for
 * procedural fluid flow", SIGGRAPH 2007), or the three noises themselves; octaves with weights roughnessⁿ, scaled so
 * that the strength is the RMS. It evolves by turning from one independent pattern to the next, cos·A + sin·B, which
 * keeps a curl free of divergence.
 */
export const turbulence = defineField({
  kind: 'turbulence',
  family: 'flow',
  label: 'turbulence',
  summary: 'Eddies that break up regular motion without gathering particles. The strength is the RMS of the field.',
  glyph: 'M3 14c2-8 5-8 6 0s4 8 6 0 4-8 6-2',
  formula: 'F = S · curl(n₁, n₂, n₃)(x / size)',
  source: 'Perlin 2001, 2002; Worley 1996; Bridson, Houriham & Nordenstam 2007',
  strength: { label: 'Strength', default: 1, usual: [0, 5] },
  actions: vectorActions('acceleration'),
  seeded: true,
  startsWith: { falloff: 'everywhere', curve: 'smooth' },
  starts: [
    {
      name: 'Slow billows',
      note: 'large and soft, drifting',
      strength: 0.8,
      settings: { form: 'curl', noise: 'simplex', octaves: 1, evolution: 0.2, normalised: false },
    },
    {
      name: 'Boil',
      note: 'fine and rough, always changing',
      strength: 2,
      settings: { form: 'curl', noise: 'gradient', octaves: 4, roughness: 0.7, evolution: 1.5, normalised: false },
    },
    {
      name: 'Filaments',
      note: 'gathers particles into veins',
      strength: 1.2,
      settings: { form: 'plain', noise: 'ridged', octaves: 2, evolution: 0, normalised: false },
    },
    {
      name: 'Combed',
      note: 'the same strength everywhere in varying directions',
      strength: 1,
      settings: { form: 'curl', noise: 'simplex', octaves: 2, evolution: 0, normalised: true },
    },
  ],
  parameters,
  examples: [
    {
      settings: { form: 'plain', noise: 'gradient', octaves: 1, evolution: 0 },
      strength: 1,
      at: [0, 0, 0],
      vector: [0, 0, 0],
      source: 'Perlin 1985: gradient noise is zero on its lattice',
    },
  ],
  fit: (half) => ({ size: fittedSize(Math.max(...half) * 0.5, 0.05) }),
  view: {
    // A ring as wide as the largest eddies, so that their size is seen.
    outline: (settings) => [circle(settings.size / 2, 0, 1), circle(settings.size / 2, 0, 2)],
    handles(settings) {
      const { size } = settings;
      return [{ parameter: 'size', at: [-size / 2, 0, 0], axis: [-1, 0, 0], perMetre: 2 }];
    },
  },
  loop: {
    closed: ({ evolution }, frames) => (evolution > 0 ? { closed: true, loop: Math.max(2, frames) } : undefined),
    open({ drift, size, evolution }) {
      const speed = length(drift);
      if (speed === 0) return undefined;
      // About as quick a change at a place as the drift made.
      const quick = Math.max(evolution, Number((speed / size).toPrecision(2)));
      return { words: 'its pattern drifts', instead: { drift: [0, 0, 0], evolution: quick } };
    },
  },
  kernel(source) {
    const { form, noise, drift, evolution } = source.settings;
    if (form !== 'curl' || noise !== 'simplex') return undefined;
    const { layersAt, size } = eddiesOf(source);
    return { kind: 'curl', drift, layersAt, evolves: evolution > 0, ...(size !== undefined && { size }) };
  },
  compile(source) {
    const [dx, dy, dz] = source.settings.drift;
    const { at, size } = eddiesOf(source);
    const sum = new Float64Array(3);
    return ({ x, y, z }, { count, time }, out) => {
      for (let i = 0; i < count; i++) {
        const t = time[i]!;
        at(x[i]! - dx * t, y[i]! - dy * t, z[i]! - dz * t, t, sum);
        let by = 1;
        if (size !== undefined) {
          const long = Math.sqrt(sum[0]! * sum[0]! + sum[1]! * sum[1]! + sum[2]! * sum[2]!);
          by = long > 0 ? size / long : 0;
        }
        out.x[i] = sum[0]! * by;
        out.y[i] = sum[1]! * by;
        out.z[i] = sum[2]! * by;
      }
    };
  },
});
