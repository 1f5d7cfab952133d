import { describe, type ValuesOf } from '../describe/parameters';
import { cos, sin } from '../math/exact';
import { addGradientCurl } from '../noise/gradient';
import { NOISES, noiseOptions, octaveSeed, type NoiseName } from '../noise/kinds';
import { addSimplexCurl } from '../noise/simplex';
import { mix } from '../random/lookup';
import { length, type Vector, type VectorColumns } from '../math/vector';
import { twins, type CurlLayer } from '../stack/twins';
import { circle } from '../places/handle';
import { fittedSize, vectorActions } from './actions';
import type { FieldKind } from './field';

const many = (v: Readonly<Record<string, unknown>>) => v['octaves'] !== 1;

const parameters = describe({
  form: {
    type: 'choice',
    label: 'Form',
    default: 'curl',
    options: [
      { value: 'curl', label: 'curl' },
      { value: 'plain', label: 'plain' },
    ],
    help: 'Curl has no sources or sinks and never gathers particles; plain noise gathers them in places and thins them in others.',
  },
  noise: {
    type: 'choice',
    label: 'Noise',
    default: 'simplex',
    options: noiseOptions,
    help: 'Simplex is quickest and has no grain along the axes. Cellular and ridged noise have kinks, where particles turn sharply.',
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
  drift: { type: 'vector', label: 'Drift', unit: 'm/s', default: [0, 0, 0], help: 'The velocity at which the whole pattern moves.' },
  evolution: {
    type: 'number',
    label: 'Evolution',
    unit: '1/s',
    default: 0,
    min: 0,
    usual: [0, 3],
    help: 'How many times a second the pattern becomes another.',
  },
  closed: {
    type: 'switch',
    label: 'Closed loop',
    default: false,
    help: 'The evolution comes back to its beginning. A drift is not closed with it.',
    shown: (v) => v['evolution'] !== 0,
  },
  loop: {
    type: 'number',
    label: 'Loop',
    unit: 'frames',
    default: 96,
    min: 2,
    whole: true,
    usual: [12, 240],
    help: 'After so many frames it is the same again. The evolution is rounded to fit.',
    shown: (v) => v['evolution'] !== 0 && v['closed'] === true,
  },
  normalised: {
    type: 'switch',
    label: 'Normalised',
    default: false,
    help: 'Only the direction of the noise counts: the strength is the same everywhere.',
  },
  inverted: { type: 'switch', label: 'Inverted', default: false, help: 'Turned round.' },
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
  // The root mean square of a curl of three like potentials is √2 of that of one's gradient.
  if (name === 'simplex') return { add: addSimplexCurl, gain: 25.295 };
  if (name === 'gradient') return { add: addGradientCurl, gain: 0.81972 };
  return { add: curlOf(name), gain: 1 / (slope * Math.SQRT2) };
}

/** Two patterns that an evolution is between, and how much of each; their squares add up to 1, so that the strength stays. */
function between(evolution: number, closed: boolean, loop: number, fps: number): (time: number) => { a: number; b: number; turn: number } {
  const span = closed ? loop / fps : 1;
  // A closed loop has a whole number of patterns, at least three: with two it would go back the way it came.
  const patterns = closed ? Math.max(3, Math.floor(evolution * span + 0.5)) : 0;
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
 * Noise as a vector: the curl of a vector potential of three noises (Bridson, Houriham & Nordenstam, "Curl-noise for
 * procedural fluid flow", SIGGRAPH 2007), or the three noises themselves; octaves with weights roughnessⁿ, scaled so that
 * the strength is the RMS. It evolves by turning from one independent pattern to the next, cos·A + sin·B, which keeps a curl
 * free of divergence.
 */
export const turbulence: FieldKind = {
  kind: 'turbulence',
  label: 'turbulence',
  summary:
    'Eddies without sources or sinks: breaks up regularity and never gathers particles in one place. The strength is the root mean square of the field.',
  glyph: 'M3 14c2-8 5-8 6 0s4 8 6 0 4-8 6-2',
  formula: 'F = S · curl(n₁, n₂, n₃)(x / size)',
  source: 'Perlin 2001, 2002; Worley 1996; Bridson, Houriham & Nordenstam 2007',
  strength: { label: 'Strength', default: 1, usual: [0, 5] },
  actions: vectorActions('acceleration'),
  seeded: true,
  startsWith: { extent: 'everywhere', profile: 'smooth' },
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
      note: 'the same push everywhere, only the way differs',
      strength: 1,
      settings: { form: 'curl', noise: 'simplex', octaves: 2, evolution: 0, normalised: true },
    },
  ],
  parameters,
  fit: (half) => ({ size: fittedSize(Math.max(...half) * 0.5, 0.05) }),
  // A ring as wide as the largest eddies, so that their size is seen.
  outline: (settings) => [circle((settings as Settings).size / 2, 0, 1), circle((settings as Settings).size / 2, 0, 2)],
  handles(settings) {
    const { size } = settings as Settings;
    return [{ parameter: 'size', at: [-size / 2, 0, 0], axis: [-1, 0, 0], perMetre: 2 }];
  },
  closed: ({ evolution }, frames) => ((evolution as number) > 0 ? { closed: true, loop: Math.max(2, frames) } : undefined),
  open({ drift, size, evolution }) {
    const speed = length(drift as Vector);
    if (speed === 0) return undefined;
    // About as quick a change at a place as the drift made.
    const quick = Math.max(evolution as number, Number((speed / (size as number)).toPrecision(2)));
    return { words: 'its pattern drifts', instead: { drift: [0, 0, 0], evolution: quick } };
  },
  compile({ settings, strength, stream, fps }) {
    const { form, noise, size, octaves, roughness, lacunarity, drift, evolution, closed, loop, normalised, inverted } =
      settings as Settings;
    const { add, gain } = octaveOf(form, noise);
    const layers: { frequency: number; amplitude: number; seed: number }[] = [];
    let power = 0;
    let frequency = NOISES[noise].scale / size;
    let amplitude = 1;
    for (let octave = 0; octave < octaves; octave++) {
      layers.push({ frequency, amplitude, seed: octaveSeed(stream, octave) });
      power += amplitude * amplitude;
      frequency *= lacunarity;
      amplitude *= roughness;
    }
    const size0 = (inverted ? -strength : strength) * (normalised ? 1 : gain / Math.sqrt(power));
    const scale = normalised ? gain / Math.sqrt(power) : 1;
    for (const layer of layers) layer.amplitude *= normalised ? scale : size0;
    const sum = new Float64Array(3);
    const addAll = (x: number, y: number, z: number, pattern: number, share: number) => {
      for (let l = 0; l < layers.length; l++) {
        const layer = layers[l]!;
        const f = layer.frequency;
        add(x * f, y * f, z * f, seedOf(layer.seed, pattern), layer.amplitude * share, sum);
      }
    };
    const evolved = evolution > 0 ? between(evolution, closed, loop, fps) : undefined;
    const plain = ({ x, y, z }: VectorColumns, t: number, i: number, out: VectorColumns) => {
      const px = x[i]! - drift[0] * t;
      const py = y[i]! - drift[1] * t;
      const pz = z[i]! - drift[2] * t;
      sum[0] = 0;
      sum[1] = 0;
      sum[2] = 0;
      if (evolved) {
        const { a, b, turn } = evolved(t);
        addAll(px, py, pz, a, cos(turn));
        addAll(px, py, pz, b, sin(turn));
      } else addAll(px, py, pz, 0, 1);
      out.x[i] = sum[0]!;
      out.y[i] = sum[1]!;
      out.z[i] = sum[2]!;
    };
    const even = ({ x, y, z }: VectorColumns, count: number) => {
      for (let i = 0; i < count; i++) {
        const length = Math.sqrt(x[i]! * x[i]! + y[i]! * y[i]! + z[i]! * z[i]!);
        const unit = length > 0 ? size0 / length : 0;
        x[i]! *= unit;
        y[i]! *= unit;
        z[i]! *= unit;
      }
    };
    const twin = form === 'curl' && noise === 'simplex' ? twins() : undefined;
    if (!twin)
      return (places, { count, time }, out) => {
        for (let i = 0; i < count; i++) plain(places, time[i]!, i, out);
        if (normalised) even(out, count);
      };
    const layersOf = (pattern: number, share: number): CurlLayer[] =>
      layers.map((layer) => ({ ...layer, seed: seedOf(layer.seed, pattern), amplitude: layer.amplitude * share }));
    const still = layersOf(0, 1);
    return (places, { count, time }, out, { time: begin }) => {
      if (!evolved) twin.curl(places, count, drift, time, still, out);
      else {
        const { a, b, turn } = evolved(begin);
        twin.curl(places, count, drift, time, [...layersOf(a, cos(turn)), ...layersOf(b, sin(turn))], out);
        // Newborn ones see the pattern of their own time.
        for (let i = 0; i < count; i++) if (time[i] !== begin) plain(places, time[i]!, i, out);
      }
      if (normalised) even(out, count);
    };
  },
};
