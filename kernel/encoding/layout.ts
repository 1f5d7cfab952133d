// Made from kernel/encoding/layout-source.mjs by `npm run kernel`. Change that, not this.

/** Particles that are worked on together: all their columns stay in the nearest cache. */
export const PIECE = 128;
/** How much later than the others a particle is seen, s. */
export const LATE = 4096;
/** Sums: acceleration, velocity of the medium, rate and quadratic drag. */
export const ACCELERATION = 8704;
export const MEDIUM = 10240;
export const RATE = 11776;
export const QUADRATIC = 12288;
/** Where the columns of the run stand: x, y, z, vx, vy, vz, mass, drag, life; birth in doubles. */
export const COLUMNS = 64;
export const BIRTH = 9;
/** When a step begins and ends, seconds, in doubles; the list of the dying; whether none of a block is born or dies in the step. */
export const BEGIN = 128;
export const DYING = 144;
export const SETTLED = 148;
/** Where what others sum of a block stands, in doubles, 0 for nothing: acceleration, then velocity of the medium, if there is any. */
export const EXTRA = 152;
export const EXTRA_CARRIES = 156;
/** The middle of the step, seconds, in doubles. */
export const MIDDLE = 160;
/** Where a block stands as others see it, in doubles: x, y, z, vx, vy, vz, mass, drag, life, time, step, age; x, y, z before. */
export const LOOKED = 168;
/** Where the columns of a block before its step stand: x, y, z, vx, vy, vz. */
export const REMEMBERED = 172;
/** Where its spans before and after it stand. */
export const SPANS = 176;
/** Bodies that it may meet, and how many. */
export const BODIES = 180;
export const BODY_COUNT = 184;
/** The list of particles that may meet them. */
export const OPEN = 188;
/** Frames that the step lasts, in doubles. */
export const FRAMES = 192;
/** The program: its head, its rows, the octaves of its noises. */
export const PROGRAM = 25600;
export const PROGRAM_END = 196608;
/** Where the room for runs begins. */
export const FREE = 196608;
/** Words of an octave. */
export const OCTAVE = 4;
/** Float columns of a run, in their order. */
export const RUN_COLUMNS = ['x', 'y', 'z', 'vx', 'vy', 'vz', 'mass', 'drag', 'life'] as const;

/** Words of the head of a program: where its rows begin and end; sums that are the same for all; whether any row carries, and anything slows by the square. */
export const HEAD = {
  rows: 0,
  rowsEnd: 1,
  acceleration: 2,
  medium: 5,
  rate: 8,
  quadratic: 9,
  carries: 10,
  squares: 11,
  size: 16,
} as const;

/** Words of a row: its kind, and which parts of it there are. */
export const ROW = {
  kind: 0,
  flags: 1,
  target: 2,
  origin: 3,
  shrink: 6,
  rotation: 7,
  curve: 16,
  inner: 17,
  slope: 18,
  send: 19,
  vector: 20,
  own: 23,
  halves: 40,
  size: 48,
} as const;

/** Kinds of rows. */
export const KINDS = {
  same: 0,
  curl: 1,
  vortex: 2,
  pull: 3,
  slow: 4,
} as const;

/** Flags of a row. */
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

/** Where the descriptor of births stands; its words. */
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

/** A body that particles may meet, bytes: its kind, flags, and contacts; then doubles. */
export const BODY = {
  bytes: 256,
  sort: 0,
  traits: 4,
  contacts: 8,
  place: 16,
  half: 120,
  numbers: 136,
} as const;

/** Kinds of bodies. */
export const BODIES_OF = {
  plane: 0,
  box: 1,
  ball: 2,
  rod: 3,
  extent: 4,
  any: 5,
} as const;

/** A container; a plane that is met from both sides. */
export const TRAITS = {
  turnedIn: 1,
  rests: 2,
} as const;
