import { GRADIENTS, gradientTable } from '../core/noise/gradients';
import { BLOCK } from '../core/stack/block';
import { TABLE } from './layout';
import { KERNEL } from './wasm';

type Column = number;

/** What assembly/ exports. Places in memory are bytes, see layout.ts. */
export interface Routines {
  simplexCurl(from: Column, to: Column, count: number, frequency: number, seed: number, amplitude: number): void;
  vortex(from: Column, to: Column, count: number, swirl: number, ...numbers: number[]): void;
  pull(from: Column, to: Column, count: number, strength: number, power: number, soft2: number, hollow2: number): void;
  drifted(from: Column, to: Column, count: number, late: Column, ...ways: number[]): void;
  even(at: Column, count: number, size: number): void;
  fill(at: Column, count: number, value: number): void;
  local(from: Column, to: Column, count: number, ox: number, oy: number, oz: number, shrink: number, ...rotation: number[]): void;
  moved(from: Column, to: Column, count: number, ox: number, oy: number, oz: number, shrink: number): void;
  turn(at: Column, count: number, ...rotation: number[]): void;
  weigh(from: Column, to: Column, count: number, curve: number, core: number, slope: number, send: number): number;
  add(from: Column, to: Column, count: number, weights: Column, scale: number, masses: Column): void;
  addSame(x: number, y: number, z: number, to: Column, count: number, weights: Column, scale: number, masses: Column): void;
  addNumber(value: number, to: Column, count: number, weights: Column, scale: number): void;
  times(birth: Column, count: number, begin: number, end: number, late: Column, step: Column): void;
  dying(birth: Column, life: Column, count: number, time: number, list: Column): number;
  rates(drag: Column, mass: Column, count: number): void;
  integrate(
    place: Column,
    velocity: Column,
    count: number,
    acceleration: Column,
    rate: Column,
    quadratic: Column,
    medium: Column,
    step: Column,
  ): number;
}

/** Three columns of a vector. */
export interface FloatColumns {
  readonly x: Float32Array;
  readonly y: Float32Array;
  readonly z: Float32Array;
}

/** The kernel with its memory, in one thread. */
export interface Kernel {
  readonly run: Routines;
  column(at: number): Float32Array;
  vector(at: number): FloatColumns;
  doubles(at: number): Float64Array;
  slots(at: number): Uint32Array;
}

/** An engine that can’t run the kernel, in words. */
export class NoKernel extends Error {}

function bytesOf(base64: string): Uint8Array<ArrayBuffer> {
  const text = atob(base64);
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i);
  return bytes;
}

/** Makes the kernel ready in this thread. Throws {@link NoKernel} where the engine has no WebAssembly with SIMD. */
export function startKernel(): Kernel {
  const code = bytesOf(KERNEL);
  if (typeof WebAssembly === 'undefined' || !WebAssembly.validate(code))
    throw new NoKernel('this browser or Node.js has no WebAssembly with SIMD (128 bits), which the simulation takes; a newer one has');
  const { exports } = new WebAssembly.Instance(new WebAssembly.Module(code));
  const { memory, ...run } = exports as unknown as Routines & { readonly memory: WebAssembly.Memory };
  const table = new Float32Array(memory.buffer, TABLE, 4 * GRADIENTS);
  for (let i = 0; i < GRADIENTS; i++) table.set(gradientTable.subarray(3 * i, 3 * i + 3), 4 * i);
  const column = (at: number) => new Float32Array(memory.buffer, at, BLOCK);
  return {
    run,
    column,
    vector: (at) => ({ x: column(at), y: column(at + 4 * BLOCK), z: column(at + 8 * BLOCK) }),
    doubles: (at) => new Float64Array(memory.buffer, at, BLOCK),
    slots: (at) => new Uint32Array(memory.buffer, at, BLOCK),
  };
}
