/**
 * Random numbers that are looked up, not drawn: a hash of (stream, key, purpose). A particle's randomness depends on
 * its key alone, so it stays the same when others die, when a draft is run, and for any number of threads.
 */

/** A well-mixing bijection of 32-bit integers (C. Wellons, "Prospecting for hash functions", 2018: lowbias32). */
export function mix(h: number): number {
  h ^= h >>> 16;
  h = Math.imul(h, 0x7feb352d);
  h ^= h >>> 15;
  h = Math.imul(h, 0x846ca68b);
  return (h ^ (h >>> 16)) >>> 0;
}

/** The stream of an emitter or field in a scene, from both seeds. */
export function streamOf(sceneSeed: number, ownSeed: number): number {
  return mix(mix(sceneSeed ^ 0x51ed270b) + Math.imul(ownSeed, 0x9e3779b1));
}

/** What all randomness of a particle depends on, for many purposes after one another. */
export function luckOf(stream: number, key: number): number {
  return mix(stream + Math.imul(key, 0x9e3779b1));
}

/** A number in [0, 1), in steps of 2⁻³², from {@link luckOf} for one purpose. */
export function uniformOf(hashRandom: number, purpose: number): number {
  return mix(hashRandom ^ Math.imul(purpose, 0x85ebca6b)) * 2.3283064365386963e-10;
}

/** 32-bit hash of a particle's key for one purpose. */
export function lookup(stream: number, key: number, purpose: number): number {
  return mix(luckOf(stream, key) ^ Math.imul(purpose, 0x85ebca6b));
}

/** The same as a number in [0, 1), in steps of 2⁻³². */
export function uniform(stream: number, key: number, purpose: number): number {
  return uniformOf(luckOf(stream, key), purpose);
}

/** value + variance · (2u − 1). */
export function varied(value: number, variance: number, u: number): number {
  return value + variance * (2 * u - 1);
}

/** What a particle's numbers are looked up for. A new use takes a new number; old ones never change. */
export const Purpose = {
  draft: 1,
  life: 2,
  size: 3,
  mass: 4,
  drag: 5,
  speed: 6,
  spreadAngle: 7,
  spreadTurn: 8,
  tiltAngle: 9,
  tiltTurn: 10,
  spin: 11,
  spinAxis: 12,
  spinAxisTurn: 13,
  orientation: 14,
  outward: 17,
  /** Which of several ways along a path it keeps to. */
  way: 19,
  /** On which side of a zone’s soft border it is. */
  zone: 21,
  amount: 20,
  porosity: 22,
  restitution: 23,
  tangentialGain: 24,
  pieces: 25,
  scatter: 26,
  scatterTurn: 27,
  child: 28,
  steer: 29,
  modulator: 31,
  /** The choice a mask makes, attempt by attempt. */
  mask: 30,
  /** Shapes use shape, shape + 1, … */
  shape: 32,
  /** Phase of a strand’s sway, its length, and the side it is bowed to. */
  sway: 0x50001,
  strandLength: 0x50002,
  bow: 0x50003,
} as const;

/** How far apart the purposes of one attempt to be born lie from those of the next. */
export const ATTEMPT = 0x1000;
