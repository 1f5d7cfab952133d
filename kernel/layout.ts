/**
 * Where things lie in the memory of the kernel, bytes, and what the words of a program are, four bytes each: those of assembly/program.ts and assembly/births.ts. What is free
 * begins at {@link FREE}.
 */

/** Particles that are worked on together, and from one column of a piece to the next. */
export const PIECE = 128;
const COLUMN = 4 * PIECE;

/** Where the columns of a run stand: its float columns, then times of birth in doubles. */
export const COLUMNS = 64;
export const RUN_COLUMNS = ['x', 'y', 'z', 'vx', 'vy', 'vz', 'mass', 'drag', 'life'] as const;
export const BIRTH = RUN_COLUMNS.length;
/** When a step begins and ends, in doubles; where the list of the dying stands; whether none of a block is born or dies in the step. */
export const BEGIN = 128;
export const DYING = 144;
export const SETTLED = 148;

/** Columns of a piece. */
export const LATE = 4096;
const STEP = LATE + COLUMN;
const WEIGHT = STEP + COLUMN;
const LOCAL = WEIGHT + COLUMN;
export const ACCELERATION = LOCAL + 3 * COLUMN;
export const MEDIUM = ACCELERATION + 3 * COLUMN;
export const RATE = MEDIUM + 3 * COLUMN;
export const QUADRATIC = RATE + COLUMN;

/** Where a descriptor of births stands, and its words. */
export const BIRTHS = {
  at: 24576,
  stream: 0,
  shape: 1,
  along: 2,
  flags: 3,
  sizes: 4,
  picks: 7,
  position: 10,
  scale: 13,
  rotation: 14,
  direction: 23,
  opening: 26,
  numbers: 27,
  cone: 47,
  size: 52,
} as const;

/** The program: its head, then its rows, then the octaves of its noises. */
export const PROGRAM = 25600;
export const PROGRAM_END = 196608;
export const FREE = PROGRAM_END;

/** Words of the head of a program. */
export const HEAD = { rows: 0, rowsEnd: 1, acceleration: 2, medium: 5, rate: 8, quadratic: 9, carries: 10, squares: 11, size: 16 } as const;
/** Words of a row. */
export const ROW = {
  kind: 0,
  flags: 1,
  target: 2,
  origin: 3,
  shrink: 6,
  rotation: 7,
  curve: 16,
  core: 17,
  slope: 18,
  send: 19,
  vector: 20,
  own: 23,
  halves: 40,
  size: 48,
} as const;
export const KINDS = { same: 0, curl: 1, vortex: 2, pull: 3, slow: 4 } as const;
export const FLAGS = {
  moved: 1,
  turned: 2,
  bounded: 4,
  weighty: 8,
  drifts: 16,
  sized: 32,
  gathers: 64,
  alike: 128,
  upright: 256,
  boxed: 512,
  inverted: 1024,
} as const;
/** Words of an octave. */
export const OCTAVE = 4;
