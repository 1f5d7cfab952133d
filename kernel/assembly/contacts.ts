import { column } from './others';
import { BEGIN, BIRTH, BODIES, BODY_COUNT, FLOATS, FRAMES, OPEN, REMEMBERED, SPANS } from './program';
import {
  BALL, BODY, BOX, CONTACTS, EXTENT, GRIP, HALF, NUMBERS, PLACE, PLANE, RESTS, ROD, SCALE, SORT, TRAITS, TURN, TURNED_IN,
} from './contacts-layout';

// core/sim/step/contacts/: which particles of a block meet nothing, and which lie still, in doubles as there. All others
// are left to the routines there. The bodies stand still.

/** What there is to say about a way and a body. */
const CLEAR: i32 = 0;
const HITS: i32 = 1;
const UNKNOWN: i32 = 2;

/** Of core/kinds/colliders: plane.ts, slabs.ts, trace.ts. */
const LEVEL: f64 = 1e-6;
const GRACE: f64 = 1e-3;
const NEAR: f64 = 1e-7;

/** The contact that was found last: share of the way, normal, push along it. */
let t: f64 = 0;
let nx: f64 = 0;
let ny: f64 = 0;
let nz: f64 = 0;
let push: f64 = 0;

/** The way that is looked at, in the frame of the body. */
let ax: f64 = 0;
let ay: f64 = 0;
let az: f64 = 0;
let bx: f64 = 0;
let by: f64 = 0;
let bz: f64 = 0;

// @ts-ignore: decorator
@inline
function lengthOfWay(): f64 {
  return Math.sqrt((bx - ax) * (bx - ax) + (by - ay) * (by - ay) + (bz - az) * (bz - az));
}

// @ts-ignore: decorator
@inline
function met(share: f64, x: f64, y: f64, z: f64, by: f64): i32 {
  t = share;
  nx = x;
  ny = y;
  nz = z;
  push = by;
  return HITS;
}

/** plane.ts */
function meetPlane(both: bool, half: f64): i32 {
  const side: f64 = both && ay < 0 ? -1 : 1;
  const from = side * ay - half;
  const to = side * by - half;
  if (to >= 0 || from < -2 * half - GRACE) return CLEAR;
  if (from - to <= LEVEL * lengthOfWay()) return CLEAR;
  return met(from > 0 ? from / (from - to) : 0, 0, side, 0, Math.max(0, -from));
}

// @ts-ignore: decorator
@inline
function metFace(share: f64, axis: i32, sign: f64, by: f64): i32 {
  return met(share, axis == 0 ? sign : 0, axis == 1 ? sign : 0, axis == 2 ? sign : 0, by);
}

/** Coordinates along an axis. */
// @ts-ignore: decorator
@inline
function begun(axis: i32): f64 {
  return axis == 0 ? ax : axis == 1 ? ay : az;
}

// @ts-ignore: decorator
@inline
function ended(axis: i32): f64 {
  return axis == 0 ? bx : axis == 1 ? by : bz;
}

/** meetBox of slabs.ts */
function meetBox(body: usize, half: f64): i32 {
  const level = LEVEL * lengthOfWay();
  let enter: f64 = -Infinity;
  let leave: f64 = Infinity;
  let face: i32 = -1;
  let depth: f64 = -Infinity;
  let nearest: i32 = 0;
  for (let axis: i32 = 0; axis < 3; axis++) {
    const from = begun(axis);
    const h = load<f64>(body + NUMBERS + (<usize>axis << 3)) + half;
    const d = ended(axis) - from;
    const q = Math.abs(from) - h;
    if (q > depth) {
      depth = q;
      nearest = axis;
    }
    if (Math.abs(d) <= level) {
      if (q > 0) return CLEAR;
      continue;
    }
    const sign = d < 0 ? -1.0 : 1.0;
    const near = (-sign * h - from) / d;
    const far = (sign * h - from) / d;
    if (near > enter) {
      enter = near;
      face = axis;
    }
    if (far < leave) leave = far;
  }
  if (depth <= 0) {
    const sign = begun(nearest) < 0 ? -1.0 : 1.0;
    const into = sign * (ended(nearest) - begun(nearest));
    if (into < -level && -depth <= 2 * half + GRACE) return metFace(0, nearest, sign, -depth);
    return CLEAR;
  }
  if (face < 0 || enter < 0 || enter > 1 || enter > leave) return CLEAR;
  return metFace(enter, face, ended(face) > begun(face) ? -1 : 1, 0);
}

/** meetContainer of slabs.ts */
function meetContainer(body: usize, half: f64): i32 {
  const level = LEVEL * lengthOfWay();
  let first: f64 = Infinity;
  let face: i32 = -1;
  let deep: f64 = 0;
  for (let axis: i32 = 0; axis < 3; axis++) {
    const from = begun(axis);
    const to = ended(axis);
    const h = load<f64>(body + NUMBERS + (<usize>axis << 3)) - half;
    const q = Math.abs(from) - h;
    if (q > 2 * half + GRACE) return CLEAR;
    const sign = to < 0 ? -1.0 : 1.0;
    const out = sign * (to - from);
    if (Math.abs(to) <= h || out <= level) continue;
    const share = Math.max(0, (h - sign * from) / out);
    if (share >= first) continue;
    first = share;
    face = axis;
    deep = Math.max(0, q);
  }
  return face >= 0 ? metFace(first, face, ended(face) < 0 ? 1 : -1, deep) : CLEAR;
}

/** trace.ts, for a ball or a rod: what goes further along its surface than it is from it is left to that. */
function meetRound(body: usize, isRod: bool, within: bool, half: f64): i32 {
  const length = lengthOfWay();
  if (length === 0) return CLEAR;
  const long = load<f64>(body + NUMBERS + 8);
  const up = isRod ? ay - Math.min(long, Math.max(-long, ay)) : ay;
  const r = Math.sqrt(ax * ax + up * up + az * az);
  const side: f64 = within ? -1 : 1;
  const left = side * (r - load<f64>(body + NUMBERS)) - half;
  if (left > length) return CLEAR;
  if (r === 0) return UNKNOWN;
  const x = (side * ax) / r;
  const y = (side * up) / r;
  const z = (side * az) / r;
  const leads = x * (bx - ax) + y * (by - ay) + z * (bz - az);
  if (leads < -LEVEL * length) {
    if (left < -2 * half - GRACE) return CLEAR;
    return left <= NEAR ? met(0, x, y, z, -left) : UNKNOWN;
  }
  // Away from what bulges no way leads into it.
  return !within && left > NEAR && leads >= 0 ? CLEAR : UNKNOWN;
}

// @ts-ignore: decorator
@inline
function apart(a: f64, b: f64, low: f64, high: f64): bool {
  return Math.min(a, b) > high || Math.max(a, b) < low;
}

/** Whether a way is clear of the box that holds a body. */
function meetExtent(body: usize): i32 {
  const at = body + NUMBERS;
  return apart(ax, bx, load<f64>(at), load<f64>(at, 24)) ||
    apart(ay, by, load<f64>(at, 8), load<f64>(at, 32)) ||
    apart(az, bz, load<f64>(at, 16), load<f64>(at, 40))
    ? CLEAR
    : UNKNOWN;
}

// @ts-ignore: decorator
@inline
function turnedBack(r: usize, x: v128, y: v128, z: v128): v128 {
  return f64x2.add(
    f64x2.add(f64x2.mul(v128.load64_splat(r), x), f64x2.mul(v128.load64_splat(r, 24), y)),
    f64x2.mul(v128.load64_splat(r, 48), z),
  );
}

/** Brings the way of a particle into the frame of a body: by axis its two ends. */
function seeWay(body: usize, xs: v128, ys: v128, zs: v128): void {
  const scale = v128.load64_splat(body + SCALE);
  const r = body + TURN;
  const ux = f64x2.sub(xs, v128.load64_splat(body + PLACE));
  const uy = f64x2.sub(ys, v128.load64_splat(body + PLACE, 8));
  const uz = f64x2.sub(zs, v128.load64_splat(body + PLACE, 16));
  const x = f64x2.div(turnedBack(r, ux, uy, uz), scale);
  const y = f64x2.div(turnedBack(r + 8, ux, uy, uz), scale);
  const z = f64x2.div(turnedBack(r + 16, ux, uy, uz), scale);
  ax = f64x2.extract_lane(x, 0);
  bx = f64x2.extract_lane(x, 1);
  ay = f64x2.extract_lane(y, 0);
  by = f64x2.extract_lane(y, 1);
  az = f64x2.extract_lane(z, 0);
  bz = f64x2.extract_lane(z, 1);
}

function meet(body: usize): i32 {
  const sort = load<i32>(body + SORT);
  const turnedIn = (load<i32>(body + TRAITS) & TURNED_IN) != 0;
  const half = load<f64>(body + HALF);
  if (sort == PLANE) return meetPlane(turnedIn, half);
  if (sort == BOX) return turnedIn ? meetContainer(body, half) : meetBox(body, half);
  if (sort == BALL) return meetRound(body, false, turnedIn, half);
  if (sort == ROD) return meetRound(body, true, turnedIn, half);
  if (sort == EXTENT) return meetExtent(body);
  return UNKNOWN;
}

/** Both ends of a way along an axis. */
// @ts-ignore: decorator
@inline
function way(before: usize, after: usize): v128 {
  return f64x2.promote_low_f32x4(v128.load32_lane(after, v128.load32_zero(before), 1));
}

// @ts-ignore: decorator
@inline
function double(at: usize): f64 {
  return <f64>load<f32>(at);
}

/** Whether a particle lies still on a body, by its velocity before the step and the change of it: liesStill of meet-obstacles.ts. */
// @ts-ignore: decorator
@inline
function restsOn(body: usize, frames: f64, ux: f64, uy: f64, uz: f64, gx: f64, gy: f64, gz: f64, mx: f64, my: f64, mz: f64, moment: f64): bool {
  const r = body + TURN;
  const x = load<f64>(r) * mx + load<f64>(r, 8) * my + load<f64>(r, 16) * mz;
  const y = load<f64>(r, 24) * mx + load<f64>(r, 32) * my + load<f64>(r, 40) * mz;
  const z = load<f64>(r, 48) * mx + load<f64>(r, 56) * my + load<f64>(r, 64) * mz;
  const press = -(gx * x + gy * y + gz * z);
  const vx = ux + moment * gx;
  const vy = uy + moment * gy;
  const vz = uz + moment * gz;
  const off = vx * x + vy * y + vz * z;
  if (!(press > 0) || -off > press) return false;
  const square = gx * gx + gy * gy + gz * gz;
  const sideways = vx * vx + vy * vy + vz * vz - off * off;
  const grip = load<f64>(body + GRIP) * press;
  return square - press * press <= grip * grip && sideways * frames * frames <= square;
}

/** Where a place in the frame of a body is along a row of its rotation. */
// @ts-ignore: decorator
@inline
function outward(body: usize, axis: usize, x: f64, y: f64, z: f64): f32 {
  const r = body + TURN + 24 * axis;
  return <f32>(load<f64>(body + PLACE + 8 * axis) + load<f64>(body + SCALE) * (load<f64>(r) * x + load<f64>(r, 8) * y + load<f64>(r, 16) * z));
}

/**
 * Puts those of a block that lie still to where they do, and lists those that may meet a body otherwise; gives how many
 * those are.
 */
export function sift(count: i32): i32 {
  const bodies = <usize>load<i32>(BODIES);
  const beyond = bodies + <usize>load<i32>(BODY_COUNT) * BODY;
  const frames = load<f64>(FRAMES);
  const begin = load<f64>(BEGIN);
  let birth = column(BIRTH);
  let cx = column(0);
  let cy = column(1);
  let cz = column(2);
  let cvx = column(3);
  let cvy = column(4);
  let cvz = column(5);
  let was = <usize>load<i32>(REMEMBERED);
  const list = <usize>load<i32>(OPEN);
  let open = list;
  for (let i = 0; i < count; i++, birth += 8, was += 4, cx += 4, cy += 4, cz += 4, cvx += 4, cvy += 4, cvz += 4) {
    let first: usize = 0;
    let moment: f64 = Infinity;
    let x: f64 = 0;
    let y: f64 = 0;
    let z: f64 = 0;
    let mx: f64 = 0;
    let my: f64 = 0;
    let mz: f64 = 0;
    let known = true;
    const xs = way(was, cx);
    const ys = way(was + FLOATS, cy);
    const zs = way(was + 2 * FLOATS, cz);
    for (let body = bodies; body < beyond && known; body += BODY) {
      seeWay(body, xs, ys, zs);
      const found = meet(body);
      if (found == UNKNOWN) known = false;
      if (found != HITS || t >= moment) continue;
      first = body;
      moment = t;
      mx = nx;
      my = ny;
      mz = nz;
      x = ax + t * (bx - ax) + push * nx;
      y = ay + t * (by - ay) + push * ny;
      z = az + t * (bz - az) + push * nz;
    }
    if (known && first == 0) continue;
    if (known && (load<i32>(first + TRAITS) & RESTS) != 0 && load<f64>(birth) <= begin) {
      const ux = double(was + 3 * FLOATS);
      const uy = double(was + 4 * FLOATS);
      const uz = double(was + 5 * FLOATS);
      const gx = double(cvx) - ux;
      const gy = double(cvy) - uy;
      const gz = double(cvz) - uz;
      if (restsOn(first, frames, ux, uy, uz, gx, gy, gz, mx, my, mz, moment)) {
        store<f32>(cx, outward(first, 0, x, y, z));
        store<f32>(cy, outward(first, 1, x, y, z));
        store<f32>(cz, outward(first, 2, x, y, z));
        store<f32>(cvx, 0);
        store<f32>(cvy, 0);
        store<f32>(cvz, 0);
        store<i32>(first + CONTACTS, load<i32>(first + CONTACTS) + 1);
        continue;
      }
    }
    store<i32>(open, i);
    open += 4;
  }
  return <i32>(open - list) >> 2;
}

/** Writes the least and the greatest of a column. */
function spanOf(from: usize, count: i32, low: usize, high: usize): void {
  let least = f32x4.splat(Infinity);
  let most = f32x4.splat(-Infinity);
  const fours = <usize>(count & ~3) << 2;
  let at: usize = 0;
  for (; at < fours; at += 16) {
    const here = v128.load(from + at);
    least = f32x4.pmin(least, here);
    most = f32x4.pmax(most, here);
  }
  for (; at < <usize>count << 2; at += 4) {
    const here = v128.load32_splat(from + at);
    least = f32x4.pmin(least, here);
    most = f32x4.pmax(most, here);
  }
  least = f32x4.pmin(least, v128.shuffle<i32>(least, least, 2, 3, 0, 1));
  least = f32x4.pmin(least, v128.shuffle<i32>(least, least, 1, 0, 3, 2));
  most = f32x4.pmax(most, v128.shuffle<i32>(most, most, 2, 3, 0, 1));
  most = f32x4.pmax(most, v128.shuffle<i32>(most, most, 1, 0, 3, 2));
  store<f32>(low, f32x4.extract_lane(least, 0));
  store<f32>(high, f32x4.extract_lane(most, 0));
}

/** Spans of the places of a block: as it is remembered, or as it stands in its columns. */
export function span(count: i32, isAfter: bool): void {
  const spans = <usize>load<i32>(SPANS) + (isAfter ? 24 : 0);
  for (let axis: usize = 0; axis < 3; axis++) {
    const from = isAfter ? column(axis) : <usize>load<i32>(REMEMBERED) + axis * FLOATS;
    spanOf(from, count, spans + (axis << 2), spans + 12 + (axis << 2));
  }
}

/** Takes down where a block is and how fast; of columns, up to three places more than there are particles. */
export function remember(count: i32): void {
  // In loops of its own: memory.copy is slow in shared memory.
  const bytes = <usize>count << 2;
  for (let c: usize = 0; c < 6; c++) {
    const to = <usize>load<i32>(REMEMBERED) + c * FLOATS;
    const from = column(c);
    for (let at: usize = 0; at < bytes; at += 16) v128.store(to + at, v128.load(from + at));
  }
}
