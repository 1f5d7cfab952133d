import { spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Population } from '../core/sim/step/population';
import type { Simulation } from '../core/sim/step/simulation';

const COLUMNS = ['x', 'y', 'z', 'vx', 'vy', 'vz', 'mass', 'drag'] as const;

/** A native program of the five-field stack. */
export interface Native {
  /** Seconds that so many steps of a state take. */
  time(state: Buffer, threads: number, steps: number): number;
  /** The state that so many steps come to. */
  step(state: Buffer, steps: number): Buffer;
}

/** Particles as the native program takes them. */
export function stateOf({ count, columns }: Population): Buffer {
  return Buffer.concat([
    Buffer.from(Uint32Array.of(count).buffer),
    ...COLUMNS.map((name) => Buffer.from(columns[name].buffer, columns[name].byteOffset, 4 * count)),
  ]);
}

/** Builds the native program with g++ and options of its own; undefined where there is no g++. */
export function nativeStack(simulation: Simulation, dt: number, options: readonly string[]): Native | undefined {
  const descriptor = simulation.stack.rows.find((row) => row.descriptor?.kind === 'curl')?.descriptor;
  if (descriptor?.kind !== 'curl') throw new Error('the run has no curl noise of the kernel');
  const layers = descriptor.layersAt(0);
  const program = join(mkdtempSync(join(tmpdir(), 'bathyclast-bench-')), 'stack');
  const source = join(import.meta.dirname, '..', '..', 'bench', 'native', 'stack.cpp');
  const built = spawnSync('g++', ['-std=c++20', '-O3', '-pthread', ...options, source, '-o', program], {
    stdio: ['ignore', 'ignore', 2],
  });
  if (built.status !== 0) return undefined;
  const numbers = layers.flatMap(({ frequency, seed, amplitude }) => [frequency, seed, amplitude]);
  const run = (input: Buffer, threads: number, steps: number, output: 'pipe' | 'ignore') => {
    const args = [threads, steps, dt, layers.length, ...numbers].map(String);
    const { stdout, stderr, status } = spawnSync(program, args, {
      input,
      stdio: ['pipe', output, 'pipe'],
      maxBuffer: 2 * input.length + 1024,
    });
    if (status !== 0) throw new Error(`the native program ended with ${status}: ${String(stderr)}`);
    return { stdout, seconds: Number(String(stderr)) };
  };
  return {
    // What it comes to is left unread: letting go of as much memory as that afterwards would take its time from
    // whatever is measured next.
    time: (state, threads, steps) => run(state, threads, steps, 'ignore').seconds,
    step: (state, steps) => Buffer.concat([state.subarray(0, 4), run(state, 1, steps, 'pipe').stdout]),
  };
}

/**
 * How far two states are from each other: the largest difference of a place or velocity, over how far and how fast
 * particles are at most.
 */
export function apart(a: Buffer, b: Buffer): number {
  const count = a.readUInt32LE(0);
  const value = (of: Buffer, column: number, i: number) => of.readFloatLE(4 + 4 * (column * count + i));
  let [difference, size] = [0, 0];
  let worst = 0;
  for (const columns of [
    [0, 1, 2],
    [3, 4, 5],
  ]) {
    [difference, size] = [0, 0];
    for (const column of columns)
      for (let i = 0; i < count; i++) {
        difference = Math.max(difference, Math.abs(value(a, column, i) - value(b, column, i)));
        size = Math.max(size, Math.abs(value(a, column, i)));
      }
    worst = Math.max(worst, difference / size);
  }
  return worst;
}
