// Reads the words of a program, by their places in layout.ts: kernel/encoding/program.ts writes them.

export * from './layout';

// @ts-ignore: decorator
@inline
export function number(at: usize, word: usize): v128 {
  return v128.load32_splat(at + 4 * word);
}

// @ts-ignore: decorator
@inline
export function whole(at: usize, word: usize): i32 {
  return load<i32>(at + 4 * word);
}

// @ts-ignore: decorator
@inline
export function dot(a: v128, b: v128, c: v128, x: v128, y: v128, z: v128): v128 {
  return f32x4.add(f32x4.add(f32x4.mul(a, x), f32x4.mul(b, y)), f32x4.mul(c, z));
}
