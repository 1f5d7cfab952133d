import { mix } from '../random/lookup';
import { slopedCellular, slopedGradient, slopedRidged, slopedSimplex, type SlopedNoise } from './sloped';

/** A noise with what is known of its values: measured over 2·10⁶ points of 500 seeds. */
interface MeasuredNoise {
  readonly sloped: SlopedNoise;
  /** Brings its patches to the size of those of gradient noise. */
  readonly scale: number;
  readonly mean: number;
  readonly deviation: number;
  /** Root mean square of its gradient. */
  readonly slope: number;
}

export const NOISES = {
  simplex: { sloped: slopedSimplex, scale: 0.57, mean: 0, deviation: 0.0036086, slope: 0.02795 },
  gradient: { sloped: slopedGradient, scale: 1, mean: 0, deviation: 0.19087, slope: 0.86284 },
  cellular: { sloped: slopedCellular, scale: 1, mean: 0.52045, deviation: 0.17235, slope: 1 },
  ridged: { sloped: slopedRidged, scale: 1, mean: 0.68741, deviation: 0.21908, slope: 1.72556 },
} as const satisfies Record<string, MeasuredNoise>;

export type NoiseName = keyof typeof NOISES;

/** The noises as options of a choice. */
export const noiseOptions = [
  { value: 'simplex', label: 'simplex' },
  { value: 'gradient', label: 'gradient' },
  { value: 'cellular', label: 'cellular' },
  { value: 'ridged', label: 'ridged' },
] as const;

/** Stream of one octave: another lattice, not the same one scaled. */
export function octaveSeed(stream: number, octave: number): number {
  return mix(stream + Math.imul(octave + 1, 0x9e3779b1)) | 0;
}

/**
 * A level in 0 … 1 at a point in metres: octaves each half as strong and twice as fine, brought to mean ½ and a
 * standard deviation of about 0.19, clamped.
 */
export function noiseLevels(
  name: NoiseName,
  size: number,
  octaves: number,
  stream: number,
): (x: number, y: number, z: number) => number {
  const { sloped, scale, mean, deviation } = NOISES[name];
  const out = new Float64Array(4);
  const seeds = Array.from({ length: octaves }, (_, o) => octaveSeed(stream, o));
  let power = 0;
  for (let o = 0, a = 1; o < octaves; o++, a /= 2) power += a * a;
  const gain = 0.19 / (deviation * Math.sqrt(power));
  return (x, y, z) => {
    let frequency = scale / size;
    let amplitude = gain;
    let sum = 0.5;
    for (let o = 0; o < octaves; o++) {
      sloped(x * frequency, y * frequency, z * frequency, seeds[o]!, out);
      sum += amplitude * (out[0]! - mean);
      frequency *= 2;
      amplitude /= 2;
    }
    return Math.min(1, Math.max(0, sum));
  };
}
