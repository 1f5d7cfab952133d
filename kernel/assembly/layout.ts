// Made from kernel/encoding/layout-source.mjs by `npm run kernel`. Change that, not this.

/** Particles that are worked on together: all their columns stay in the nearest cache. */
export const PIECE: i32 = 128;
/** From the x of a vector to its y and z. */
export const Y: usize = 512;
export const Z: usize = 1024;
/** How much later than the others a particle is seen, s. */
export const LATE: usize = 4096;
/** Its own step, s. */
export const STEP: usize = 4608;
/** Where it drifts to in half of it. */
export const DRIFTED: usize = 5120;
/** Weights of the field that is summed. */
export const WEIGHT: usize = 6656;
/** Places in the frame of that field. */
export const LOCAL: usize = 7168;
/** Sums: acceleration, velocity of the medium, rate and quadratic drag. */
export const ACCELERATION: usize = 8704;
export const MEDIUM: usize = 10240;
export const RATE: usize = 11776;
export const QUADRATIC: usize = 12288;
/** Of noise: which fours of a piece it reaches, their weights, its sums; the corners of their simplices, 64 bytes each. */
export const HEARD: usize = 12800;
export const WEIGHTS: usize = 13312;
export const CURLS: usize = 13824;
export const CORNERS: usize = 15360;
/** The list of all fours of a piece. */
export const FOURS: usize = 2048;
/** Room from one loop to the next, while no noise is summed. */
export const SPARE: usize = 15360;
/** Where the columns of the run stand: x, y, z, vx, vy, vz, mass, drag, life; birth in doubles. */
export const COLUMNS: usize = 64;
export const MASS: usize = 6;
export const DRAG: usize = 7;
export const LIFE: usize = 8;
export const BIRTH: usize = 9;
/** When a step begins and ends, seconds, in doubles; the list of the dying; whether none of a block is born or dies in the step. */
export const BEGIN: usize = 128;
export const END: usize = 136;
export const DYING: usize = 144;
export const SETTLED: usize = 148;
/** Where what others sum of a block stands, in doubles, 0 for nothing: acceleration, then velocity of the medium, if there is any. */
export const EXTRA: usize = 152;
export const EXTRA_CARRIES: usize = 156;
/** The middle of the step, seconds, in doubles. */
export const MIDDLE: usize = 160;
/** Where a block stands as others see it, in doubles: x, y, z, vx, vy, vz, mass, drag, life, time, step, age; x, y, z before. */
export const LOOKED: usize = 168;
/** From one column of a block in doubles to the next. */
export const DOUBLES: usize = 8192;
/** Where the columns of a block before its step stand: x, y, z, vx, vy, vz. */
export const REMEMBERED: usize = 172;
/** From one of those columns to the next. */
export const FLOATS: usize = 4096;
/** Where its spans before and after it stand. */
export const SPANS: usize = 176;
/** Bodies that it may meet, and how many. */
export const BODIES: usize = 180;
export const BODY_COUNT: usize = 184;
/** The list of particles that may meet them. */
export const OPEN: usize = 188;
/** Frames that the step lasts, in doubles. */
export const FRAMES: usize = 192;
/** Words of the head of a program: where its rows begin and end; sums that are the same for all; whether any row carries, and anything slows by the square. */
export const ROWS: usize = 0;
export const ROWS_END: usize = 1;
export const EVEN_ACCELERATION: usize = 2;
export const EVEN_MEDIUM: usize = 5;
export const EVEN_RATE: usize = 8;
export const EVEN_QUADRATIC: usize = 9;
export const CARRIES: usize = 10;
export const SQUARES: usize = 11;
/** Bytes of a row: one field. */
export const ROW: usize = 192;
/** Words of a row: its kind, and which parts of it there are. */
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
export const INNER: usize = 17;
export const SLOPE: usize = 18;
export const SEND: usize = 19;
/** A vector that is the same everywhere; of a vortex its lift, of noise the way it has drifted. */
export const VECTOR: usize = 20;
/** Everything else that its kind needs. */
export const OWN: usize = 23;
/** Half the sides of the box that distances are measured from. */
export const HALVES: usize = 40;
/** Kinds of rows. */
export const SAME: i32 = 0;
export const CURL: i32 = 1;
export const VORTEX: i32 = 2;
export const PULL: i32 = 3;
export const SLOW: i32 = 4;
/** Flags of a row. */
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
/** Placed and weighed as the row before it. */
export const ALIKE: i32 = 128;
/** About y. */
export const UPRIGHT: i32 = 256;
/** Measured from a box that is not a mere point. */
export const BOXED: i32 = 512;
/** 1 outside, 0 inside the inner radius. */
export const INVERTED: i32 = 1024;
