import { DataTexture, DataUtils, HalfFloatType, LinearFilter, RGBAFormat } from 'three';
import type { ColourStop, LevelStop } from '../../core/describe/parameters';

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
export function stopsAt<S extends { readonly at: number }>(
  stops: readonly S[],
  at: number,
  mix: (a: S, b: S, t: number) => number,
): number {
  const next = stops.findIndex((s) => s.at >= at);
  if (next === -1) return mix(stops.at(-1)!, stops.at(-1)!, 0);
  const b = stops[next]!;
  const a = stops[Math.max(0, next - 1)]!;
  return mix(a, b, b.at > a.at ? (at - a.at) / (b.at - a.at) : 1);
}

/** The value of level stops at a place 0 … 1. */
export const levelAt = (stops: readonly LevelStop[], at: number): number =>
  stopsAt(stops, at, (a, b, t) => a.value + t * (b.value - a.value));

const WIDTH = 256;

/** Colour over age (red, green, blue, linear) and size over age (alpha) as a texture 256 wide. */
export function rampTexture(colours: readonly ColourStop[], sizes: readonly LevelStop[]): DataTexture {
  const data = new Uint16Array(WIDTH * 4);
  const linear = new Map(colours.map((stop) => [stop, linearColour(stop.colour)]));
  for (let i = 0; i < WIDTH; i++) {
    const at = i / (WIDTH - 1);
    for (let c = 0; c < 3; c++)
      data[4 * i + c] = DataUtils.toHalfFloat(
        stopsAt(colours, at, (a, b, t) => linear.get(a)![c]! + t * (linear.get(b)![c]! - linear.get(a)![c]!)),
      );
    data[4 * i + 3] = DataUtils.toHalfFloat(levelAt(sizes, at));
  }
  const texture = new DataTexture(data, WIDTH, 1, RGBAFormat, HalfFloatType);
  texture.magFilter = texture.minFilter = LinearFilter;
  texture.needsUpdate = true;
  return texture;
}
