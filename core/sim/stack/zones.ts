import { exp } from '../../lib/math/exact';
import { NOISES } from '../../lib/noise/kinds';
import { mix, Purpose, streamOf, uniform } from '../../lib/random/lookup';
import type { Assets } from '../../document/assets';
import type { Scene, Zone } from '../../document/scene';
import { BLOCK, type ParticleBlock } from '../../lib/particle-block';
import type { Stack, ZoneRow } from './stack';
import { compileWeight, placeWeight } from './weight';
import type { RowScratch } from './room';
import { bring, remakeOf } from '../../document/keys/thing-at';
import { weigh } from './evaluate-row';

/** Shares of a noise that lie below its values, so that as many particles are in as the weight says. */
function thresholdOf({ soft, dither, patch }: Zone, stream: number): ZoneRow['threshold'] {
  const amount = soft / 100;
  if (amount === 0) return ({ count }, _room, out) => void out.fill(0.5, 0, count);
  if (dither === 'particle')
    return ({ count, body }, _room, out) => {
      for (let i = 0; i < count; i++) out[i] = 0.5 + amount * (uniform(stream, body[i]!, Purpose.zone) - 0.5);
    };
  const { sloped, scale, deviation } = NOISES.gradient;
  const seed = mix(stream) | 0;
  const sample = new Float64Array(4);
  const f = scale / patch;
  return ({ count }, { local: { x, y, z } }, out) => {
    for (let i = 0; i < count; i++) {
      sloped(x[i]! * f, y[i]! * f, z[i]! * f, seed, sample);
      // A noise with tails like a normal distribution’s, made even by a logistic curve that is close to its integral.
      const even = 1 / (1 + exp((-1.702 * sample[0]!) / deviation));
      out[i] = 0.5 + amount * (even - 0.5);
    }
  };
}

/** Makes the zones of a scene ready to run. */
export function compileZones(scene: Scene, assets: Assets): ZoneRow[] {
  const make = (zone: Zone): Omit<ZoneRow, 'remake'> => {
    const stream = streamOf(scene.seed ^ 0x3c6ef372, zone.seed);
    const weight = compileWeight(scene, { ...zone, mix: 100 }, assets, zone.on);
    return { ...weight, zone, threshold: thresholdOf(zone, stream) };
  };
  return scene.zones.map((zone) => ({ ...make(zone), remake: remakeOf(zone, make) }));
}

/** Brings zones to where they are at a frame with fraction. */
export function placeZones(zones: readonly ZoneRow[], frame: number, step: number, fps: number): void {
  for (const row of zones) {
    bring(row, frame);
    placeWeight(row, frame, step, fps);
  }
}

const best = new Float64Array(BLOCK);
const threshold = new Float64Array(BLOCK);

/** Tells for each particle of a block in which zone it is: 0 for none, else its place in the scene’s list, from 1. */
export function sortIntoZones(stack: Stack, block: ParticleBlock, room: RowScratch): void {
  const { count, zone } = block;
  zone.fill(0, 0, count);
  best.fill(0, 0, count);
  stack.zones.forEach((row, index) => {
    if (!weigh(stack, row, block, room)) return;
    const { weight } = room;
    row.threshold(block, room, threshold);
    for (let i = 0; i < count; i++) {
      const w = weight[i]!;
      if (w <= threshold[i]! || w <= best[i]!) continue;
      best[i] = w;
      zone[i] = index + 1;
    }
  });
}
