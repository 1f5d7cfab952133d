// Made from kernel/encoding/layout-source.mjs by `npm run kernel`. Change that, not this.

/** Where the descriptor of births stands; its words. */
export const DESCRIPTOR: usize = 24576;
export const STREAM: usize = 0;
export const SHAPE: usize = 1;
export const ALONG: usize = 2;
export const FLAGS: usize = 3;
/** Sides of a box; or the radius. */
export const SIZES: usize = 4;
/** The purposes of the numbers that a place is drawn by. */
export const PICKS: usize = 7;
export const POSITION: usize = 10;
export const SCALE: usize = 13;
export const ROTATION: usize = 14;
export const DIRECTION: usize = 23;
/** 1 less the cosine of the cone that directions are spread over. */
export const OPENING: usize = 26;
/** Value, variance, purpose and least of each of the numbers that are drawn. */
export const SPEED: usize = 27;
export const LIFE: usize = 31;
export const MASS: usize = 35;
export const DRAG: usize = 39;
export const SIZE: usize = 43;
/** Purposes of the two numbers of a cone, and of a direction where there is none. */
export const CONE: usize = 47;
export const ANY_WAY: usize = 49;
/** Where the columns begin, one after another: numbers, x, y, z, vx, vy, vz, life, mass, drag, size, hash randoms. */
export const AT: usize = 51;
