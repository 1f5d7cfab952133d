import type { ColumnRoom } from '../../core/sim/step/column-room';
import { FREE } from '../encoding/layout';
import { Heap } from './heap';
import { KERNEL } from './wasm';

/** Of WebAssembly’s memory, bytes. */
const PAGE = 65536;
/** 4 GiB: all that 32 bits tell. */
const MOST_PAGES = 65536;

/** What assembly/ exports. Programs and lists are told by where they stand in memory, bytes; see layout.ts. */
interface Routines {
  prepare(): void;
  /** Sums of up to a piece of particles. */
  sum(program: number, count: number): void;
  /** The step of so many particles: how many come to the end of their life, less 2³¹ where any has left all bounds. */
  step(program: number, count: number): number;
  /** Writes up to a block of particles as the plain routines sum them; see others.ts. */
  look(count: number): void;
  /** Contacts of up to a block of particles; see contacts.ts. */
  remember(count: number): void;
  span(count: number, isAfter: number): void;
  sift(count: number): number;
  /** Columns of so many newborn particles; see births.ts. */
  spawn(count: number): void;
}

/** The kernel with its memory, in one thread. */
export interface Kernel {
  readonly run: Routines;
  /** Room for columns that the kernel can work on where they stand. */
  readonly room: ColumnRoom;
  /** A part of the memory that stays: so many entries from a place on. */
  floats(at: number, count: number): Float32Array;
  words(at: number, count: number): Uint32Array;
  doubles(at: number, count: number): Float64Array;
  /** Whether a column stands in the memory. */
  holds(column: Float32Array | Float64Array): boolean;
}

/** An engine that can’t run the kernel, in words. */
export class NoKernel extends Error {}

function bytesOf(base64: string): Uint8Array<ArrayBuffer> {
  const text = atob(base64);
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i);
  return bytes;
}

/**
 * Makes the kernel ready in this thread. Throws {@link NoKernel} where the engine has no WebAssembly with SIMD and
 * shared memory.
 */
export function startKernel(): Kernel {
  const code = bytesOf(KERNEL);
  if (typeof WebAssembly === 'undefined' || !WebAssembly.validate(code))
    throw new NoKernel(
      'this browser or Node.js has no WebAssembly with SIMD (128 bits) and shared memory, which the simulation takes; a newer one has',
    );
  // Shared, so that what stands in it stays where it is when it grows.
  const memory = new WebAssembly.Memory({ initial: 16, maximum: MOST_PAGES, shared: true });
  const { exports } = new WebAssembly.Instance(new WebAssembly.Module(code), { env: { memory } });
  // oxlint-disable-next-line typescript/no-unsafe-type-assertion -- the compiled kernel has these routines
  const run = exports as unknown as Routines;
  run.prepare();
  const heap = new Heap(FREE, memory.buffer.byteLength, (end) => {
    try {
      memory.grow(Math.ceil((end - memory.buffer.byteLength) / PAGE));
    } catch {
      const megabytes = Math.ceil(end / 2 ** 20);
      throw new RangeError(
        `the particles of one thread want ${megabytes} MB and there is no more memory (4096 MB at most); a smaller share fits`,
      );
    }
  });
  // A memory that has grown has another buffer over the same bytes.
  const buffers = new WeakSet<ArrayBufferLike>([memory.buffer]);
  const here = () => {
    buffers.add(memory.buffer);
    return memory.buffer;
  };
  return {
    run,
    room: {
      floats(count) {
        const at = heap.take(4 * count);
        return new Float32Array(here(), at, count);
      },
      doubles(count) {
        const at = heap.take(8 * count);
        return new Float64Array(here(), at, count);
      },
      free(column) {
        if (buffers.has(column.buffer)) heap.free(column.byteOffset, column.byteLength);
      },
    },
    floats: (at, count) => new Float32Array(memory.buffer, at, count),
    words: (at, count) => new Uint32Array(memory.buffer, at, count),
    doubles: (at, count) => new Float64Array(memory.buffer, at, count),
    holds: (column) => buffers.has(column.buffer),
  };
}
