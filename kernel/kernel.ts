import type { VectorColumns } from '../core/math/vector';
import { GRADIENTS, gradientTable } from '../core/noise/gradients';
import type { Twins } from '../core/stack/twins';
import { COLUMN, OUT, PLACES, TABLE } from './layout';
import { KERNEL } from './wasm';

/** What assembly/kernel.ts exports. */
interface Exports {
  readonly memory: WebAssembly.Memory;
  simplexCurl(count: number, frequency: number, seed: number, amplitude: number): void;
  vortex(count: number, ...numbers: number[]): void;
}

function bytesOf(base64: string): Uint8Array<ArrayBuffer> {
  const text = atob(base64);
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i);
  return bytes;
}

/** An engine that can’t run the kernel, in words. */
export class NoKernel extends Error {}

/** The kernel, made ready in this thread. Throws {@link NoKernel} where the engine has no WebAssembly with SIMD. */
export function makeKernel(): Twins {
  const code = bytesOf(KERNEL);
  if (typeof WebAssembly === 'undefined' || !WebAssembly.validate(code))
    throw new NoKernel('this browser or Node.js has no WebAssembly with SIMD (128 bits), which the simulation takes; a newer one has');
  const { exports } = new WebAssembly.Instance(new WebAssembly.Module(code));
  const { memory, simplexCurl, vortex } = exports as unknown as Exports;
  const column = (at: number) => new Float32Array(memory.buffer, at, COLUMN);
  const table = new Float32Array(memory.buffer, TABLE, 4 * GRADIENTS);
  for (let i = 0; i < GRADIENTS; i++) table.set(gradientTable.subarray(3 * i, 3 * i + 3), 4 * i);
  const [x, y, z] = PLACES.map(column) as [Float32Array, Float32Array, Float32Array];
  const [ox, oy, oz] = OUT.map(column) as [Float32Array, Float32Array, Float32Array];
  const read = (count: number, out: VectorColumns) => {
    for (let i = 0; i < count; i++) {
      out.x[i] = ox[i]!;
      out.y[i] = oy[i]!;
      out.z[i] = oz[i]!;
    }
  };
  return {
    curl(places, count, [dx, dy, dz], time, layers, out) {
      for (let i = 0; i < count; i++) {
        const t = time[i]!;
        x[i] = places.x[i]! - dx * t;
        y[i] = places.y[i]! - dy * t;
        z[i] = places.z[i]! - dz * t;
      }
      ox.fill(0, 0, count);
      oy.fill(0, 0, count);
      oz.fill(0, 0, count);
      for (const { frequency, seed, amplitude } of layers) simplexCurl(count, frequency, seed, amplitude);
      read(count, out);
    },
    vortex(places, count, { u, v, axis, lift, strength, radius, gather }, out) {
      for (let i = 0; i < count; i++) {
        x[i] = places.x[i]!;
        y[i] = places.y[i]!;
        z[i] = places.z[i]!;
      }
      const [ax, ay, az] = axis;
      vortex(count, ...u, ...v, lift * ax, lift * ay, lift * az, strength, radius, gather);
      read(count, out);
    },
  };
}
