import { magnitude } from '../actions/action';
import { BLOCK, particleBlock, sumsOfBlock, type ParticleBlock } from '../stack/block';
import { placeRows, type Row } from '../stack/compile';
import { evaluateRow, evaluateStack, measureDistances, rowScratch, type RowScratch } from '../stack/evaluate';
import type { Population } from '../step/population';

/** Delivery is measured on at most this many particles of an emitter, evenly picked. */
const SAMPLE = 4096;

/** What one field delivers on a frame; sums, so that parts of a frame can be added. */
export interface Meter {
  /** Particles it is sent to, among those measured. */
  count: number;
  /** Of those, particles whose weight is not 0. */
  touched: number;
  /** Σ |w·F|² in the square of its unit. */
  squares: number;
  /** max |w·F|. */
  peak: number;
  /** Σ of the squared acceleration it causes, (m/s²)². */
  feltSquares: number;
  /** The highest drag rate among the particles it is sent to, 1/s. */
  grip: number;
  /** How far the nearest particle lies beyond the reach, metres; 0 or less where one is within. Infinity without particles. */
  missedBy: number;
}

/** Where the living particles of an emitter are. */
export interface Bounds {
  count: number;
  low: [number, number, number];
  high: [number, number, number];
}

/** Everything measured on one frame. */
export interface Meters {
  /** In the order of the scene's fields. */
  fields: Meter[];
  /** The whole stack, drag included: Σ of squares and peak of the acceleration, m/s². */
  total: { count: number; squares: number; peak: number };
  /** In the order of the scene's emitters. */
  bounds: Bounds[];
}

const emptyMeter = (): Meter => ({ count: 0, touched: 0, squares: 0, peak: 0, feltSquares: 0, grip: 0, missedBy: Infinity });
const emptyBounds = (): Bounds => ({ count: 0, low: [Infinity, Infinity, Infinity], high: [-Infinity, -Infinity, -Infinity] });

/** Meters of nothing, for so many fields and emitters. */
export function emptyMeters(fields: number, emitters: number): Meters {
  return {
    fields: Array.from({ length: fields }, emptyMeter),
    total: { count: 0, squares: 0, peak: 0 },
    bounds: Array.from({ length: emitters }, emptyBounds),
  };
}

/** The meters of a frame from the meters of its parts. */
export function addMeters(a: Meters, b: Meters): Meters {
  return {
    fields: a.fields.map((x, i) => {
      const y = b.fields[i]!;
      return {
        count: x.count + y.count,
        touched: x.touched + y.touched,
        squares: x.squares + y.squares,
        peak: Math.max(x.peak, y.peak),
        feltSquares: x.feltSquares + y.feltSquares,
        grip: Math.max(x.grip, y.grip),
        missedBy: Math.min(x.missedBy, y.missedBy),
      };
    }),
    total: { count: a.total.count + b.total.count, squares: a.total.squares + b.total.squares, peak: Math.max(a.total.peak, b.total.peak) },
    bounds: a.bounds.map((x, i) => {
      const y = b.bounds[i]!;
      const pair = (of: (p: number, q: number) => number, p: Bounds['low'], q: Bounds['low']): Bounds['low'] => [
        of(p[0], q[0]),
        of(p[1], q[1]),
        of(p[2], q[2]),
      ];
      return { count: x.count + y.count, low: pair(Math.min, x.low, y.low), high: pair(Math.max, x.high, y.high) };
    }),
  };
}

/** Root mean square of what a field delivers to the particles it is sent to, in its unit. */
export function rms(meter: { squares: number; count: number }): number {
  return meter.count > 0 ? Math.sqrt(meter.squares / meter.count) : 0;
}

/** Copies every `stride`-th particle from `start` on into the block; returns where the next block begins. */
function loadStrided(block: ParticleBlock, population: Population, start: number, stride: number, time: number): number {
  const { x, y, z, vx, vy, vz, mass, drag } = population.columns;
  let n = 0;
  let slot = start;
  for (; slot < population.count && n < BLOCK; slot += stride, n++) {
    block.position.x[n] = x[slot]!;
    block.position.y[n] = y[slot]!;
    block.position.z[n] = z[slot]!;
    block.velocity.x[n] = vx[slot]!;
    block.velocity.y[n] = vy[slot]!;
    block.velocity.z[n] = vz[slot]!;
    block.mass[n] = mass[slot]!;
    block.drag[n] = drag[slot]!;
    block.time[n] = time;
  }
  block.count = n;
  return slot;
}

function boundsOf({ columns, count }: Population): Bounds {
  const bounds = emptyBounds();
  bounds.count = count;
  [columns.x, columns.y, columns.z].forEach((column, axis) => {
    let low = Infinity;
    let high = -Infinity;
    for (let i = 0; i < count; i++) {
      const value = column[i]!;
      if (value < low) low = value;
      if (value > high) high = value;
    }
    bounds.low[axis] = low;
    bounds.high[axis] = high;
  });
  return bounds;
}

/** The least of d − reach over all of a population; looked at in full, since “misses every particle” is a strong word. */
function missedBy(row: Row, population: Population, block: ParticleBlock, scratch: RowScratch): number {
  if (!row.distance) return 0;
  const reach = (row.field.extent as unknown as { reach: number }).reach;
  let least = Infinity;
  for (let start = 0; start < population.count; ) {
    start = loadStrided(block, population, start, 1, 0);
    measureDistances(row, block, scratch);
    for (let i = 0; i < block.count; i++) least = Math.min(least, (scratch.distance[i]! - reach) * row.place.scale);
  }
  return least;
}

/** Measures what every field delivers to the living particles at a frame. */
export function measureDelivery(rows: readonly Row[], populations: readonly Population[], frame: number, fps: number): Meters {
  placeRows(rows, frame);
  const time = frame / fps;
  const meters = emptyMeters(rows.length, populations.length);
  const block = particleBlock();
  const scratch = rowScratch();
  const sums = sumsOfBlock();
  populations.forEach((population, emitter) => {
    meters.bounds[emitter] = boundsOf(population);
    const stride = Math.max(1, Math.ceil(population.count / SAMPLE));
    for (let start = 0; start < population.count; ) {
      start = loadStrided(block, population, start, stride, time);
      evaluateStack(rows, emitter, block, scratch, sums);
      addTotal(meters, block, sums);
      rows.forEach((row, r) => {
        const send = row.sends[emitter]!;
        if (send !== 0) addRow(meters.fields[r]!, row, send, block, scratch, sums);
      });
    }
    rows.forEach((row, r) => {
      const meter = meters.fields[r]!;
      if (row.sends[emitter] === 0 || population.count === 0) return;
      meter.missedBy = Math.min(meter.missedBy, meter.touched > 0 ? 0 : missedBy(row, population, block, scratch));
    });
  });
  return meters;
}

function addRow(
  meter: Meter,
  row: Row,
  send: number,
  block: ParticleBlock,
  scratch: RowScratch,
  sums: ReturnType<typeof sumsOfBlock>,
): void {
  meter.count += block.count;
  for (let i = 0; i < block.count; i++) meter.grip = Math.max(meter.grip, sums.dragRate[i]! + sums.quadratic[i]!);
  if (!evaluateRow(row, send, block, scratch)) return;
  for (let i = 0; i < block.count; i++) {
    const w = scratch.weight[i]!;
    if (w === 0) continue;
    const delivered = w * magnitude(scratch.vector, i);
    const felt = row.action.felt(block, i, w, scratch.vector, sums);
    meter.touched++;
    meter.squares += delivered * delivered;
    meter.feltSquares += felt * felt;
    if (delivered > meter.peak) meter.peak = delivered;
  }
}

function addTotal(
  { total }: Meters,
  { count, velocity }: ParticleBlock,
  { acceleration, dragRate, quadratic, medium }: ReturnType<typeof sumsOfBlock>,
): void {
  total.count += count;
  for (let i = 0; i < count; i++) {
    const rx = medium.x[i]! - velocity.x[i]!;
    const ry = medium.y[i]! - velocity.y[i]!;
    const rz = medium.z[i]! - velocity.z[i]!;
    const rate = dragRate[i]! + quadratic[i]! * Math.sqrt(rx * rx + ry * ry + rz * rz);
    const x = acceleration.x[i]! + rate * rx;
    const y = acceleration.y[i]! + rate * ry;
    const z = acceleration.z[i]! + rate * rz;
    const square = x * x + y * y + z * z;
    total.squares += square;
    total.peak = Math.max(total.peak, Math.sqrt(square));
  }
}
