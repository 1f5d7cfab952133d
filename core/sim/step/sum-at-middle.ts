import { AXES, copyColumns, vectorColumns, type VectorColumns } from '../../lib/math/vector';
import { BLOCK, type ParticleBlock } from '../../lib/particle-block';
import { sumsOfBlock, type Sums } from '../../kinds/contracts/sums';
import { evaluateStack, type Watcher } from '../stack/evaluate';
import type { RowScratch } from '../stack/room';
import type { Stack, StackPart } from '../stack/stack';
import { integrate } from './integrate';

/** Where and how fast the particles of a block were at the beginning of their step. */
export interface Before {
  readonly position: VectorColumns;
  readonly velocity: VectorColumns;
}

/** Room for one block. */
export const beforeOfBlock = (): Before => ({ position: vectorColumns(BLOCK), velocity: vectorColumns(BLOCK) });

/** How a stack is summed over a step. */
export interface Summing {
  readonly stack: Stack;
  readonly block: ParticleBlock;
  readonly room: RowScratch;
  readonly sums: Sums;
  /** Takes down where and how fast the particles are. */
  readonly before: Before;
  /** When the step begins, seconds; the stack is placed for its middle. */
  readonly begin: number;
  /** Whether the particles are bound: their fields are summed where they are when the step begins. */
  readonly isBound: boolean;
  /** Hears what each field delivers. */
  readonly watch?: Watcher | undefined;
  /** What a backend does of it. */
  readonly part?: StackPart | undefined;
}

const foreseen = sumsOfBlock();

/** Where a particle is after half of its step as it goes. */
function drift({ count, position, velocity, step }: ParticleBlock): void {
  for (const axis of AXES) {
    const [place, speed] = [position[axis], velocity[axis]];
    for (let i = 0; i < count; i++) place[i]! += (speed[i]! * step[i]!) / 2;
  }
}

/** Brings a block to where its fields foresee it after half of its step. */
function foresee({ stack, block, room, part }: Summing): void {
  const { count, step } = block;
  evaluateStack(stack, block, room, foreseen, undefined, part);
  for (let i = 0; i < count; i++) step[i]! /= 2;
  integrate(block, foreseen, stack.fps);
  for (let i = 0; i < count; i++) step[i]! *= 2;
}

/**
 * Sums a placed stack over a block for the middle of its step, where one sum gives a step of second order. Particles
 * are taken to drift there as they go; where a field reads velocities or moves particles past them, they are stepped
 * there by a first sum (`stack.foresees`). The block’s time and age are those of the middle afterwards, its positions and
 * velocities those of the beginning.
 */
export function sumAtMiddle(summing: Summing): void {
  const { stack, block, room, sums, before, begin, isBound, watch, part } = summing;
  const { count, position, velocity, time, age, step } = block;
  const middle = stack.frame / stack.fps;
  copyColumns(position, before.position);
  copyColumns(velocity, before.velocity);
  for (let i = 0; i < count; i++) {
    const half = step[i]! / 2;
    age[i]! += half;
    time[i] = time[i] === begin ? middle : time[i]! + half;
  }
  block.start = before.position;
  if (!isBound && stack.foresees) foresee(summing);
  else if (!isBound) drift(block);
  evaluateStack(stack, block, room, sums, watch, part);
  block.start = undefined;
  copyColumns(before.position, position);
  if (stack.foresees) copyColumns(before.velocity, velocity);
}
