// What is to be done for all particles, as it stands in memory: kernel/program.ts writes it, by the words of kernel/layout.ts. Offsets count words of four bytes.

/** Particles that are worked on together: all their columns stay in the nearest cache. */
export const PIECE: i32 = 128;
/** From the x of a vector to its y and z, in bytes. */
export const Y: usize = 512;
export const Z: usize = 1024;

/** Columns of a piece: how late a particle begins and its own step, weights; places seen from a field; sums of acceleration and of the velocity of the medium, rate and quadratic drag. */
export const LATE: usize = 4096;
export const STEP: usize = LATE + Y;
export const WEIGHT: usize = STEP + Y;
export const LOCAL: usize = WEIGHT + Y;
export const ACCELERATION: usize = LOCAL + 3 * Y;
export const MEDIUM: usize = ACCELERATION + 3 * Y;
export const RATE: usize = MEDIUM + 3 * Y;
export const QUADRATIC: usize = RATE + Y;

/** Of noise: which fours of a piece hear it, their weights, what it comes to; the corners of their simplices, 64 bytes each. */
export const HEARD: usize = QUADRATIC + Y;
export const WEIGHTS: usize = HEARD + Y;
export const CURLS: usize = WEIGHTS + Y;
export const CORNERS: usize = CURLS + 3 * Y;

/** The list of all fours of a piece. */
export const FOURS: usize = 2048;

/** Room for what a loop leaves to the next, while no noise is worked out. */
export const SPARE: usize = CORNERS;

/** Where the columns of the run stand: x, y, z, vx, vy, vz, mass, drag, life; birth in doubles. */
export const COLUMNS: usize = 64;
export const MASS: usize = 6;
export const DRAG: usize = 7;
export const LIFE: usize = 8;
export const BIRTH: usize = 9;
/** When the step begins and ends, seconds, in doubles; where to list those that die; whether none of a block is born or dies in the step. */
export const BEGIN: usize = 128;
export const END: usize = 136;
export const DYING: usize = 144;
export const SETTLED: usize = 148;

/** The program: where its rows begin and end; what is the same for all; whether any row carries, and anything slows by the square. */
export const ROWS: usize = 0;
export const ROWS_END: usize = 1;
export const EVEN_ACCELERATION: usize = 2;
export const EVEN_MEDIUM: usize = 5;
export const EVEN_RATE: usize = 8;
export const EVEN_QUADRATIC: usize = 9;
export const CARRIES: usize = 10;
export const SQUARES: usize = 11;

/** A row is one field: 48 words. */
export const ROW: usize = 192;
/** What it is, and what of it there is. */
export const KIND: usize = 0;
export const FLAGS: usize = 1;
/** Where its sums begin, bytes. */
export const TARGET: usize = 2;
/** Its place, the inverse of its scale, its rotation by rows. */
export const ORIGIN: usize = 3;
export const SHRINK: usize = 6;
export const ROTATION: usize = 7;
/** The curve of its weights, where they begin to fall and how steeply, and their height; the height alone where nothing bounds it. */
export const CURVE: usize = 16;
export const CORE: usize = 17;
export const SLOPE: usize = 18;
export const SEND: usize = 19;
/** A vector that is the same everywhere; of a vortex its lift, of noise the way it has drifted. */
export const VECTOR: usize = 20;
/** What else its kind needs. */
export const OWN: usize = 23;

/** Half the sides of the box that distances are measured from. */
export const HALVES: usize = 40;

export const SAME: i32 = 0;
export const CURL: i32 = 1;
export const VORTEX: i32 = 2;
export const PULL: i32 = 3;
export const SLOW: i32 = 4;

export const MOVED: i32 = 1;
export const TURNED: i32 = 2;
export const BOUNDED: i32 = 4;
/** Over the mass of each particle. */
export const WEIGHTY: i32 = 8;
export const DRIFTS: i32 = 16;
/** Brought to one size. */
export const SIZED: i32 = 32;
/** With a pull to the axis. */
export const GATHERS: i32 = 64;
/** Seen and weighed as the row before it. */
export const ALIKE: i32 = 128;
/** About y. */
export const UPRIGHT: i32 = 256;
/** Measured from a box that is not a mere point. */
export const BOXED: i32 = 512;
/** 1 outside, 0 in the core. */
export const INVERTED: i32 = 1024;

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
