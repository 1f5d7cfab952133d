import { mapVector } from '../../../core/lib/math/vector';
import { DataTexture, DataUtils, HalfFloatType, LinearFilter, RGBAFormat } from 'three';
import { lightOf, oklabOf, type Triple } from '../../../core/lib/colour/oklab';
import type { ColourStop, LevelStop } from '../../../core/document/parameters';

/** sRGB-coded channel 0 … 1 to linear light (IEC 61966-2-1). */
export function linearOf(coded: number): number {
  return coded <= 0.04045 ? coded / 12.92 : ((coded + 0.055) / 1.055) ** 2.4;
}

/** `#rrggbb` as linear red, green and blue. */
export function linearColour(colour: string): [number, number, number] {
  const n = parseInt(colour.slice(1), 16);
  return [linearOf((n >> 16) / 255), linearOf(((n >> 8) & 255) / 255), linearOf((n & 255) / 255)];
}

/** The value of stops at a place 0 … 1: linear between them, constant beyond the ends. */
export function stopsAt<S extends { readonly at: number }, V>(
  stops: readonly S[],
  at: number,
  mix: (a: S, b: S, t: number) => V,
): V {
  const next = stops.findIndex((s) => s.at >= at);
  if (next === -1) return mix(stops.at(-1)!, stops.at(-1)!, 0);
  const b = stops[next]!;
  const a = stops[Math.max(0, next - 1)]!;
  return mix(a, b, b.at > a.at ? (at - a.at) / (b.at - a.at) : 1);
}

/** The value of level stops at a place 0 … 1. */
export const levelAt = (stops: readonly LevelStop[], at: number): number =>
  stopsAt(stops, at, (a, b, t) => a.value + t * (b.value - a.value));

/** How colours between two stops come about. */
export type Mixing = 'linear' | 'perceptual';

/** The colour of stops at a place 0 … 1, as linear light, none of it below 0. */
export function colourAt(stops: readonly ColourStop[], at: number, interpolation: Mixing): Triple {
  const mixed = (a: Triple, b: Triple, t: number): Triple => mapVector(a, (n, c) => n + t * (b[c]! - n));
  const light = stopsAt(stops, at, ({ colour: a }, { colour: b }, t) =>
    interpolation === 'perceptual'
      ? lightOf(mixed(oklabOf(linearColour(a)), oklabOf(linearColour(b)), t))
      : mixed(linearColour(a), linearColour(b), t),
  );
  return mapVector(light, (n) => Math.max(0, n));
}

const WIDTH = 256;

/** What runs along a ramp. */
export interface Ramps {
  readonly colour: readonly ColourStop[];
  readonly interpolation?: Mixing;
  /** In stops. */
  readonly brightness?: number;
  /** Whether colours get it by their own brightness. */
  readonly brighten?: 'all' | 'light';
  readonly size: readonly LevelStop[];
  readonly opacity?: readonly LevelStop[];
  readonly sizeOverSpeed?: readonly LevelStop[];
  readonly stretch?: readonly LevelStop[];
}

const EVEN: readonly LevelStop[] = [{ at: 0, value: 1 }];

/**
 * Ramps as a texture 256 wide and two high. Below: red, green, blue of the colours, as linear light, and the size;
 * above: opacity, size over speed, stretch.
 */
export function rampTexture({
  colour,
  interpolation = 'linear',
  brightness = 0,
  brighten = 'all',
  size,
  ...rest
}: Ramps): DataTexture {
  const { opacity = EVEN, sizeOverSpeed = EVEN, stretch = EVEN } = rest;
  const data = new Uint16Array(WIDTH * 4 * 2);
  for (let i = 0; i < WIDTH; i++) {
    const at = i / (WIDTH - 1);
    const plain = colourAt(colour, at, interpolation);
    // The brightness of light (ITU-R BT.709).
    const bright = brighten === 'all' ? 1 : 0.2126 * plain[0] + 0.7152 * plain[1] + 0.0722 * plain[2];
    const light = plain.map((n) => n * 2 ** (brightness * bright));
    const levels = [opacity, sizeOverSpeed, stretch].map((stops) => levelAt(stops, at));
    [...light, levelAt(size, at), ...levels, 1].forEach((n, c) => {
      data[4 * (i + (c < 4 ? 0 : WIDTH)) + (c % 4)] = DataUtils.toHalfFloat(Math.min(n, 65504));
    });
  }
  const texture = new DataTexture(data, WIDTH, 2, RGBAFormat, HalfFloatType);
  texture.magFilter = texture.minFilter = LinearFilter;
  texture.needsUpdate = true;
  return texture;
}
