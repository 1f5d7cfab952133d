import type { KernelBackend } from '../../../core/sim/stack/stack';
import { normalised, vectorColumns, type Vector, type VectorColumns } from '../../../core/lib/math/vector';
import { derivativesAt, gridOn, sizesOf, tilesOn } from '../../../core/measure/plane';
import { streamlinesOn } from '../../../core/measure/streamlines';
import { readAll, samplerOf, type Sampler } from '../../../core/measure/subject';
import { zonesAt } from '../../../core/measure/zones-at';
import type { Assets } from '../../../core/document/assets';
import type { Job, SliceAnswer } from './jobs';

/** Samples along a side: slopes take six readings each. */
const SIDE = { strength: 512, weight: 512, divergence: 224, curl: 224, zones: 384 } as const;
/** While a plane is on its way. */
const QUICK_SIDE = 128;
const ARROWS = 25;
/** Lines across the plane. */
const LINES = 22;

const length = (v: Vector) => Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);

/** The values of a slice, tile by tile. */
function read(sampler: Sampler, { plane, shows }: Job<'slice'>, side: number, places: VectorColumns): Float64Array {
  if (shows === 'divergence' || shows === 'curl')
    return derivativesAt(sampler, places, length(plane.across) / side / 2)[shows];
  const found = vectorColumns(places.x.length);
  const weight = new Float64Array(places.x.length);
  readAll(sampler, places, found, weight);
  if (shows === 'weight') return weight;
  return sizesOf(found);
}

/** Reads a slice. */
export function takeSlice(
  order: Job<'slice'>,
  assets: Assets,
  now: () => number,
  backend?: KernelBackend,
): SliceAnswer {
  const { scene, subject, frame, pretended, plane, shows } = order;
  const side = order.quick ? QUICK_SIDE : SIDE[shows];
  const sampler = samplerOf(scene, assets, subject, frame, pretended, backend);
  const begin = now();
  const { places, cells } = tilesOn(plane, side, side);
  const found = shows === 'zones' ? zonesAt(scene, assets, frame, places, backend) : read(sampler, order, side, places);
  const values = new Float32Array(found.length);
  for (let n = 0; n < found.length; n++) values[cells[n]!] = found[n]!;
  const took = now() - begin;
  let [least, most, squares] = [Infinity, -Infinity, 0];
  for (const v of values) {
    if (v < least) least = v;
    if (v > most) most = v;
    squares += v * v;
  }
  const coarse = gridOn(plane, ARROWS, ARROWS);
  const arrows = vectorColumns(coarse.x.length);
  readAll(sampler, coarse, arrows);
  const [right, top] = [normalised(plane.across), normalised(plane.up)];
  const along = (v: Vector) =>
    Float32Array.from(arrows.x, (x, i) => x * v[0] + arrows.y[i]! * v[1] + arrows.z[i]! * v[2]);
  return {
    columns: side,
    rows: side,
    values,
    unit: {
      strength: sampler.unit,
      weight: '',
      divergence: slopeUnit(sampler.unit),
      curl: slopeUnit(sampler.unit),
      zones: '',
    }[shows],
    least,
    most,
    rms: Math.sqrt(squares / values.length),
    arrows: { side: ARROWS, across: along(right), up: along(top) },
    streamlines:
      order.streamlines && !order.quick
        ? streamlinesOn(sampler, plane, { spacing: (2 * length(plane.up)) / LINES, most: 300 })
        : [],
    took,
  };
}

/** A unit a metre, as it is written: m/s a metre is 1/s. */
const slopeUnit = (unit: string): string =>
  ({ 'm/s²': '1/s²', 'm/s': '1/s', N: 'N/m' })[unit] ?? (unit === '' ? '1/m' : `${unit}/m`);
