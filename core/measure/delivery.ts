import { magnitude } from '../kinds/actions/action';
import { bodyOf } from '../kinds/bodies/body';
import { BLOCK, particleBlock, type ParticleBlock } from '../lib/particle-block';
import { vectorColumns } from '../lib/math/vector';
import type { Leaf } from '../sim/stack/group-members';
import { isGroup, type GroupRow, type Row } from '../sim/stack/stack';
import { placeStack } from '../sim/stack/place';
import { evaluateStack } from '../sim/stack/evaluate';
import { rowScratch, type RowScratch } from '../sim/stack/room';
import { sumsOfBlock, type Sums } from '../kinds/contracts/sums';
import { measureDistances } from '../sim/stack/evaluate-row';
import { steerAndLimit } from '../sim/step/guide';
import type { Simulation } from '../sim/step/simulation';
import type { Population } from '../sim/step/population';

import { addPassing } from './passing';
import { emptyBounds, emptyMeters, type Bounds, type Delivered, type Meter, type Meters } from './meters';

/**
 * Delivery is measured on a few per cent of an emitter's particles, evenly picked, and on no fewer and no more than
 * this, so that meters cost no more than a tenth of a step.
 */
const SAMPLE = { share: 0.03, least: 192, most: 2048 } as const;

/** Room to measure in, for all. */
const ROOM = {
  block: particleBlock(),
  scratch: rowScratch(),
  sums: sumsOfBlock(),
  after: vectorColumns(BLOCK),
  step: new Float64Array(BLOCK),
};

/** Copies every `stride`-th particle from `start` on into the block; returns where the next block begins. */
function loadStrided(
  block: ParticleBlock,
  population: Population,
  start: number,
  stride: number,
  time: number,
): number {
  const { x, y, z, vx, vy, vz, mass, drag, life } = population.columns;
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
    block.id[n] = population.id[slot]!;
    block.body[n] = bodyOf(population.id[slot]!, population.points);
    block.along[n] = population.alongOf(slot);
    block.age[n] = time - population.birth[slot]!;
    block.life[n] = life[slot]!;
  }
  block.count = n;
  return slot;
}

/** Widens the span of an axis to take in the first entries of a column. */
function widen(bounds: Bounds, axis: 0 | 1 | 2, column: Float32Array, count: number): void {
  let low = column[0]!;
  let high = low;
  for (let i = 1; i < count; i++) {
    const value = column[i]!;
    if (value < low) low = value;
    else if (value > high) high = value;
  }
  bounds.low[axis] = low;
  bounds.high[axis] = high;
}

function boundsOf({ columns: { x, y, z }, count }: Population): Bounds {
  const bounds = emptyBounds();
  bounds.count = count;
  if (count === 0) return bounds;
  widen(bounds, 0, x, count);
  widen(bounds, 1, y, count);
  widen(bounds, 2, z, count);
  return bounds;
}

/**
 * The least of d − outer radius over all of a population; looked at in full, since “misses every particle” is a strong word.
 */
function missedBy(row: Row, population: Population, block: ParticleBlock, scratch: RowScratch, time: number): number {
  if (!row.distance) return 0;
  let least = Infinity;
  for (let start = 0; start < population.count; ) {
    start = loadStrided(block, population, start, 1, time);
    measureDistances(row, block, scratch, time);
    for (let i = 0; i < block.count; i++) least = Math.min(least, (scratch.distance[i]! - row.outer) * row.place.scale);
  }
  return least;
}

/** Measures what every field delivers to the living particles of a run, on the frame it is at. */
export function measureDelivery(run: Simulation): Meters {
  run.freeze();
  const { block, scratch, sums } = ROOM;
  const { stack, populations, sceneFrame: frame } = run;
  placeStack(stack, frame);
  const { rows, fps } = stack;
  const time = frame / fps;
  // Fields that aim at a point ahead look one substep ahead, as in the run.
  block.step.fill(1 / (fps * run.scene.time.substeps));
  const meters = emptyMeters(rows.length, populations.length, stack.groups.size);
  for (const row of rows) row.notes.notFinite = 0;
  const groups = [...stack.groups.values()].toSorted((a, b) => a.index - b.index);
  populations.forEach((population, emitter) => {
    meters.bounds[emitter] = boundsOf(population);
    block.emitter = emitter;
    const wanted = Math.min(SAMPLE.most, Math.max(SAMPLE.least, SAMPLE.share * population.count));
    const stride = Math.max(1, Math.ceil(population.count / wanted));
    for (let start = 0; start < population.count; ) {
      start = loadStrided(block, population, start, stride, time);
      const leaves: Leaf[] = [];
      evaluateStack(stack, block, scratch, sums, (leaf) => void leaves.push(leaf));
      addTotal(meters, block, sums, fps);
      for (const row of rows) if (row.sends[emitter] !== 0) addSent(meters.fields[row.index]!, block, sums);
      for (const leaf of leaves) {
        addLeaf(meters.fields[leaf.row.index]!, leaf, block, sums, fps);
        addPassing(meters.fields[leaf.row.index]!, leaf, block, sums, time);
      }
      groups.forEach((group, g) => addGroup(meters.groups[g]!, group, leaves, block.count));
    }
    rows.forEach((row, r) => {
      const meter = meters.fields[r]!;
      if (row.sends[emitter] === 0 || population.count === 0) return;
      meter.missedBy = Math.min(
        meter.missedBy,
        meter.touched > 0 ? 0 : missedBy(row, population, block, scratch, time),
      );
    });
  });
  for (const row of rows) meters.fields[row.index]!.uncomputed = row.notes.notFinite;
  return meters;
}

function addSent(meter: Meter, { count, mass, velocity }: ParticleBlock, sums: Sums): void {
  meter.count += count;
  for (let i = 0; i < count; i++) {
    meter.grip = Math.max(meter.grip, sums.dragRate[i]! + sums.quadratic[i]!);
    meter.lightest = Math.min(meter.lightest, mass[i]!);
    meter.fastest = Math.max(meter.fastest, magnitude(velocity, i));
  }
}

function addLeaf(
  meter: Meter,
  { row, weight, own, vector }: Leaf,
  block: ParticleBlock,
  sums: Sums,
  fps: number,
): void {
  const { acceleration } = sums;
  const { action } = row;
  const force = action.kind === 'force';
  const pushes = force || action.kind === 'acceleration';
  const { x, y, z } = vector;
  let { touched, reached, squares, weightSquares, feltSquares, ownSquares, against, peak } = meter;
  for (let i = 0; i < block.count; i++) {
    const size = Math.sqrt(x[i]! * x[i]! + y[i]! * y[i]! + z[i]! * z[i]!);
    const whole = own[i]! * size;
    if (own[i] !== 0) reached++;
    ownSquares += whole * whole;
    const w = weight[i]!;
    if (w === 0) continue;
    const delivered = Math.abs(w) * size;
    touched++;
    squares += delivered * delivered;
    weightSquares += w * w;
    if (delivered > peak) peak = delivered;
    if (!pushes) {
      const felt = action.felt(block, i, w, vector, sums, fps);
      feltSquares += felt * felt;
      continue;
    }
    const scale = force ? w / block.mass[i]! : w;
    const felt = scale * size;
    feltSquares += felt * felt;
    against +=
      scale * (acceleration.x[i]! * x[i]! + acceleration.y[i]! * y[i]! + acceleration.z[i]! * z[i]!) - felt * felt;
  }
  Object.assign(meter, { touched, reached, squares, weightSquares, feltSquares, ownSquares, against, peak });
}

/** What the members of a group deliver together. */
function addGroup(meter: Delivered, group: GroupRow, leaves: readonly Leaf[], count: number): void {
  const within = leaves.filter((leaf) => holds(group, leaf.row));
  if (within.length === 0) return;
  for (let i = 0; i < count; i++) {
    let [x, y, z] = [0, 0, 0];
    for (const { weight, vector } of within) {
      x += weight[i]! * vector.x[i]!;
      y += weight[i]! * vector.y[i]!;
      z += weight[i]! * vector.z[i]!;
    }
    addTo(meter, Math.sqrt(x * x + y * y + z * z));
  }
}

/** Whether a field stands in a group, however deep. */
function holds({ members }: GroupRow, row: Row): boolean {
  return members.some((member) => member === row || (isGroup(member) && holds(member, row)));
}

/**
 * The whole acceleration of each particle over a frame: forces, drag, the fields that set velocity, then those that
 * steer, and the speed limits; and the velocity of the fields that move.
 */
function addTotal({ total, moved }: Meters, block: ParticleBlock, sums: Sums, fps: number): void {
  const { count, velocity } = block;
  const { acceleration, dragRate, quadratic, medium, setVelocity, move } = sums;
  const after = ROOM.after;
  for (let i = 0; i < count; i++) {
    const rx = medium.x[i]! - velocity.x[i]!;
    const ry = medium.y[i]! - velocity.y[i]!;
    const rz = medium.z[i]! - velocity.z[i]!;
    const rate = dragRate[i]! + quadratic[i]! * Math.sqrt(rx * rx + ry * ry + rz * rz);
    let x = acceleration.x[i]! + rate * rx;
    let y = acceleration.y[i]! + rate * ry;
    let z = acceleration.z[i]! + rate * rz;
    if (setVelocity.used && setVelocity.rate[i]! > 0) {
      const part = (fps * (1 - Math.exp(-setVelocity.rate[i]!))) / setVelocity.rate[i]!;
      x += part * (setVelocity.vector.x[i]! - setVelocity.rate[i]! * velocity.x[i]!);
      y += part * (setVelocity.vector.y[i]! - setVelocity.rate[i]! * velocity.y[i]!);
      z += part * (setVelocity.vector.z[i]! - setVelocity.rate[i]! * velocity.z[i]!);
    }
    after.x[i] = velocity.x[i]! + x / fps;
    after.y[i] = velocity.y[i]! + y / fps;
    after.z[i] = velocity.z[i]! + z / fps;
  }
  const turned = { ...block, velocity: after, step: ROOM.step.fill(1 / fps) };
  steerAndLimit(turned, sums, fps);
  for (let i = 0; i < count; i++) {
    const x = after.x[i]! - velocity.x[i]!;
    const y = after.y[i]! - velocity.y[i]!;
    const z = after.z[i]! - velocity.z[i]!;
    addTo(total, fps * Math.sqrt(x * x + y * y + z * z));
    addTo(moved, move.used ? magnitude(move.vector, i) : 0);
  }
}

function addTo(delivered: Delivered, size: number): void {
  delivered.count++;
  delivered.squares += size * size;
  delivered.peak = Math.max(delivered.peak, size);
}
