import { bodyOf } from '../../kinds/bodies/body';
import { AXES } from '../../lib/math/vector';
import { BLOCK, type ParticleBlock } from '../../lib/particle-block';
import type { Population } from './population';

/** Positions and speeds beyond this are as good as infinite in 32 bits, and retired. */
const FARTHEST = 3.4e38;

/**
 * Takes one particle to a place of a block, stepped from `begin` to `end`, seconds; a newborn one from its birth on.
 */
function loadParticle(
  block: ParticleBlock,
  i: number,
  population: Population,
  slot: number,
  begin: number,
  end: number,
): void {
  const { x, y, z, vx, vy, vz, mass, drag, life } = population.columns;
  block.position.x[i] = x[slot]!;
  block.position.y[i] = y[slot]!;
  block.position.z[i] = z[slot]!;
  block.velocity.x[i] = vx[slot]!;
  block.velocity.y[i] = vy[slot]!;
  block.velocity.z[i] = vz[slot]!;
  block.mass[i] = mass[slot]!;
  block.drag[i] = drag[slot]!;
  const time = Math.max(begin, population.birth[slot]!);
  block.time[i] = time;
  block.step[i] = end - time;
  block.id[i] = population.id[slot]!;
  block.body[i] = population.points === 1 ? block.id[i] : bodyOf(block.id[i], population.points);
  block.along[i] = population.alongOf(slot);
  block.age[i] = time - population.birth[slot]!;
  block.life[i] = life[slot]!;
}

/** Takes a part of a column of 32 bits. */
function take(from: Float32Array, start: number, count: number, to: Float64Array): void {
  for (let i = 0; i < count; i++) to[i] = from[start + i]!;
}

/** Takes up to a block of an emitter’s particles from a slot on, column by column. */
export function loadBlock(
  block: ParticleBlock,
  population: Population,
  emitter: number,
  start: number,
  begin: number,
  end: number,
): void {
  const count = Math.min(BLOCK, population.count - start);
  const { columns, birth, points } = population;
  const { position, velocity, id, body, time, step, age } = block;
  block.count = count;
  block.emitter = emitter;
  for (const axis of AXES) {
    take(columns[axis], start, count, position[axis]);
    take(columns[`v${axis}`], start, count, velocity[axis]);
  }
  take(columns.mass, start, count, block.mass);
  take(columns.drag, start, count, block.drag);
  take(columns.life, start, count, block.life);
  for (let i = 0; i < count; i++) {
    const born = birth[start + i]!;
    const from = born > begin ? born : begin;
    time[i] = from;
    step[i] = end - from;
    age[i] = from - born;
  }
  id.set(population.id.subarray(start, start + count));
  if (points === 1) body.set(id);
  else for (let i = 0; i < count; i++) body[i] = bodyOf(id[i]!, points);
  if (!population.isLine) block.along.fill(0, 0, count);
  else for (let i = 0; i < count; i++) block.along[i] = population.alongOf(start + i);
}

/** Takes the particles of so many slots, at most a block. */
export function loadSlots(
  block: ParticleBlock,
  population: Population,
  emitter: number,
  slots: readonly number[],
  begin: number,
  end: number,
): void {
  block.count = slots.length;
  block.emitter = emitter;
  slots.forEach((slot, i) => loadParticle(block, i, population, slot, begin, end));
}

/**
 * Writes places and velocities of a block back; what is beyond all bounds is marked by a velocity that no particle has,
 * NaN.
 */
export function storeBlock({ count, position, velocity }: ParticleBlock, population: Population, start: number): void {
  const { x, y, z, vx, vy, vz } = population.columns;
  for (let i = 0; i < count; i++) {
    const slot = start + i;
    const far = Math.abs(position.x[i]!) + Math.abs(position.y[i]!) + Math.abs(position.z[i]!);
    const fast = Math.abs(velocity.x[i]!) + Math.abs(velocity.y[i]!) + Math.abs(velocity.z[i]!);
    if (!(far < FARTHEST && fast < FARTHEST)) {
      // The position is kept, so that the culprit can be found; the mark is a velocity that no particle has.
      vx[slot] = NaN;
      continue;
    }
    x[slot] = position.x[i]!;
    y[slot] = position.y[i]!;
    z[slot] = position.z[i]!;
    vx[slot] = velocity.x[i]!;
    vy[slot] = velocity.y[i]!;
    vz[slot] = velocity.z[i]!;
  }
}
