import { BLOCK } from '../core/stack/block';

/** Where things lie in the memory of the kernel, bytes. TABLE and the way from one column of a vector to the next stand in assembly/ too. */
export const TABLE = 1024;

const COLUMN = 4 * BLOCK;
const VECTOR = 3 * COLUMN;
let end = 4096;
const room = (bytes: number): number => (end += bytes) - bytes;

/** Vectors: places, velocities, accelerations, the velocity of the medium, places seen from a field, its vectors, places in its drift. */
export const PLACE = room(VECTOR);
export const VELOCITY = room(VECTOR);
export const ACCELERATION = room(VECTOR);
export const MEDIUM = room(VECTOR);
export const LOCAL = room(VECTOR);
export const OUT = room(VECTOR);
export const DRIFTED = room(VECTOR);
/** Columns: weights, how late a particle begins, its own step, mass, linear and quadratic drag. */
export const WEIGHT = room(COLUMN);
export const LATE = room(COLUMN);
export const STEP = room(COLUMN);
export const MASS = room(COLUMN);
export const RATE = room(COLUMN);
export const QUADRATIC = room(COLUMN);
/** How long they live; and the slots of those that die. */
export const LIFE = room(COLUMN);
export const DYING = room(COLUMN);
/** In doubles: times of birth. */
export const BIRTH = room(2 * COLUMN);
