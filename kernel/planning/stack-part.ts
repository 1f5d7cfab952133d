import type { FieldRoutine } from '../../core/kinds/contracts/field';
import type { KernelDescriptor } from '../../core/kinds/contracts/kernel-descriptor';
import type { ParticleBlock } from '../../core/lib/particle-block';
import type { Stack } from '../../core/sim/stack/stack';
import type { Sums } from '../../core/kinds/contracts/sums';
import type { StackPart } from '../../core/sim/stack/stack';
import { ACCELERATION } from '../encoding/layout';
import { octavesOf, Plan } from './plan';
import { Program } from '../encoding/program';
import type { Runner } from '../running/runner';

const NOWHERE = { position: [0, 0, 0], scale: 1, rotation: undefined } as const;
const NOTHING = {
  acceleration: [0, 0, 0],
  medium: [0, 0, 0],
  rate: 0,
  quadratic: 0,
  carries: false,
  squares: false,
} as const;

/** One field for places in doubles. */
export function routineOf(runner: Runner, descriptor: Exclude<KernelDescriptor, { kind: 'same' }>): FieldRoutine {
  const written = (time: number, own: boolean) => {
    const program = new Program(time, own, 1, octavesOf(descriptor, time));
    program.field({ placement: NOWHERE, fall: undefined, send: 1, target: ACCELERATION, weighty: false }, descriptor);
    return program.finished(NOTHING);
  };
  const [x, y, z] = runner.sums;
  const programAt =
    descriptor.kind === 'curl' && descriptor.evolves ? (time: number) => written(time, true) : undefined;
  let known = NaN;
  let program: Uint32Array | undefined;
  return (position, { count, time }, out, { time: begin }) => {
    if (!program || (descriptor.kind === 'curl' && begin !== known)) program = written(begin, false);
    known = begin;
    runner.sum({ program, programAt }, { count, position, time, mass: undefined }, begin, (first, n) => {
      for (let i = 0; i < n; i++) {
        out.x[first + i] = x[i]!;
        out.y[first + i] = y[i]!;
        out.z[first + i] = z[i]!;
      }
    });
  };
}

/** Adds a piece of a column of the kernel. */
function add(to: Float64Array, first: number, from: Float32Array, count: number): void {
  for (let i = 0; i < count; i++) to[first + i]! += from[i]!;
}

/** What is done of a placed stack for the particles of one emitter. */
export function partOf(runner: Runner, stack: Stack, emitter: number): StackPart {
  const begin = stack.frame / stack.fps;
  const plan = new Plan(stack, emitter, begin);
  return {
    unaccelerated: plan.unaccelerated,
    addTo({ count, position, time, mass }: ParticleBlock, { acceleration, medium, dragRate, quadratic }: Sums) {
      if (plan.isEmpty) return;
      const into = [
        ...[acceleration.x, acceleration.y, acceleration.z],
        ...[medium.x, medium.y, medium.z].map((column) => (plan.carries ? column : undefined)),
        plan.slows ? dragRate : undefined,
        plan.squares ? quadratic : undefined,
      ];
      runner.sum(plan, { count, position, time, mass: plan.weighty ? mass : undefined }, begin, (first, n) =>
        into.forEach((to, c) => to && add(to, first, runner.sums[c]!, n)),
      );
    },
    step: (population, start, count, from, to, ends, rest) =>
      runner.step(plan, { population, start, count, begin: from, end: to, rest }, ends),
    lookAt: (population, start, count, from, to) => runner.lookAt(population, start, count, from, to, begin),
  };
}
