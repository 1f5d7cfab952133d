import {
  addScaled,
  copy,
  cross,
  dot,
  inward,
  outward,
  set,
  triple,
  turnOutward,
  type Triple,
} from '../../../lib/math/triple';
import type { Vector } from '../../../lib/math/vector';
import { uniform } from '../../../lib/random/lookup';
import type { Impact, Rebound } from '../../../kinds/responses/response';
import { KILLED, type Population } from '../population';
import { splitParticle } from '../split';
import { findFirstHit, firstHit, placeAt } from './first-hit';
import { isWedged, Lying, staysPut } from './friction';
import type { Obstacle } from './obstacles';
import { secondsOf, type Passage } from './passage';
import { hasHeld, obstaclesNear } from './reach';

/** Contacts of one particle in one substep; what motion is left after that is dropped. */
const MOST_CONTACTS = 4;

const rebound: Rebound = { fate: 'goes on', away: 0, along: 1, grip: 0 };

/** The particle that meets something; only one does at a time. */
const particle = { id: 0, radius: 0 };
let stream = 0;
const impact: Impact = {
  into: 0,
  resting: false,
  frames: 0,
  bounce: 1,
  hashRandom: (purpose) => uniform(stream, particle.id, purpose),
};

/** Where it is, where it would be at the end of the substep, and how fast it is now. */
const [here, there, now] = [triple(), triple(), triple()];
/** What the step adds to its velocity, and what the fields still add for as long as nothing lies under it. */
const [gain, push] = [triple(), triple()];
/** Of the contact, in the world. */
const [normal, surface, relative, along, onward, point] = [triple(), triple(), triple(), triple(), triple(), triple()];
const [shift, was] = [triple(), triple()];

const vectorOf = (t: Triple): Vector => [t[0]!, t[1]!, t[2]!];

/** The velocity of the surface at a point of it, m/s, over the substep. */
function surfaceVelocity(obstacle: Obstacle, local: Triple, face: number, seconds: number): void {
  const { begin, end, body, motion } = obstacle;
  set(surface, 0, 0, 0);
  if (!body.moved && !motion.moves) return;
  copy(point, local);
  if (body.moved) {
    body.moved(face, shift);
    addScaled(point, local, shift, -1);
  }
  outward(begin, point, was);
  outward(end, local, surface);
  for (let k = 0; k < 3; k++) surface[k] = (surface[k]! - was[k]!) / seconds;
}

/** Moves what a collider holds along with it. */
function carryHeld({ before, from, to, fps, put }: Passage, i: number, { motion, begin, end }: Obstacle): void {
  const seconds = (to - from) / fps;
  set(was, before.x[i]!, before.y[i]!, before.z[i]!);
  copy(here, was);
  if (motion.moves) {
    inward(begin, was, point);
    outward(end, point, here);
  }
  for (let k = 0; k < 3; k++) now[k] = (here[k]! - was[k]!) / seconds;
  put(i, here, now);
}

/**
 * Lets the particles of a block hit what is in their way, continuously along their segments, each contact in the frame
 * of the moving collider and with the velocity of the moment of contact.
 *
 * With the step's change of velocity G, the velocity at the share s of the step is v₀ + s·G, and what is left of the way
 * after a contact is (v + G·r/2)·r·dt with r the share that is left. A bounce is of second order so.
 *
 * Gives whether a contact has ended any of them.
 */
export function meetObstacles(passage: Passage): boolean {
  const { obstacles, population, start, count, exempt } = passage;
  const near = obstaclesNear(passage);
  const holds = hasHeld(passage);
  if (!near && !holds) return false;
  let ended = false;
  const open = near && !holds ? passage.sift?.(near) : undefined;
  if (near && open) {
    for (const i of open) if (moveParticle(passage, near, i)) ended = true;
    return ended;
  }
  for (let i = 0; i < count; i++) {
    const slot = start + i;
    const held = population.held[slot]!;
    if (exempt?.(population.id[slot]!)) continue;
    if (held > 0 && obstacles[held - 1]!.open) carryHeld(passage, i, obstacles[held - 1]!);
    else {
      // What stuck to a collider that is no longer there goes on as the surface went.
      if (held > 0 && held !== KILLED) population.held[slot] = 0;
      if (near && moveParticle(passage, near, i)) ended = true;
    }
  }
  return ended;
}

const lying = new Lying();

/**
 * Whether a particle lies still on a surface that stands still, as most do that are in contact; puts it there. What of it
 * is worked out for others below is done here for one surface, without a step from contact to contact.
 */
function liesStill(passage: Passage, i: number, on: Obstacle, seconds: number): boolean {
  const { before, after, emitter, population, fps } = passage;
  if (on.motion.moves || on.body.moved || population.turns || on.collider?.split) return false;
  const { rotation: r } = on.end;
  const [a, b, c] = [firstHit.normal[0]!, firstHit.normal[1]!, firstHit.normal[2]!];
  const nx = r[0] * a + r[1] * b + r[2] * c;
  const ny = r[3] * a + r[4] * b + r[5] * c;
  const nz = r[6] * a + r[7] * b + r[8] * c;
  const gx = after.vx[i]! - before.vx[i]!;
  const gy = after.vy[i]! - before.vy[i]!;
  const gz = after.vz[i]! - before.vz[i]!;
  const press = -(gx * nx + gy * ny + gz * nz);
  const vx = before.vx[i]! + firstHit.t * gx;
  const vy = before.vy[i]! + firstHit.t * gy;
  const vz = before.vz[i]! + firstHit.t * gz;
  const off = vx * nx + vy * ny + vz * nz;
  if (!(press > 0) || -off > press) return false;
  stream = on.stream;
  impact.into = Math.max(0, -off);
  impact.resting = true;
  impact.frames = (1 - firstHit.t) * seconds * fps;
  impact.bounce = on.hits[emitter]!.bounce;
  on.respond(impact, rebound);
  if (rebound.fate !== 'goes on' || rebound.away !== 0 || rebound.grip === 0) return false;
  const square = gx * gx + gy * gy + gz * gz;
  const sideways = vx * vx + vy * vy + vz * vz - off * off;
  const frames = seconds * fps;
  const grip = rebound.grip * press;
  if (square - press * press > grip * grip || sideways * frames * frames > square) return false;
  on.contacts++;
  outward(on.end, firstHit.local, here);
  set(now, 0, 0, 0);
  passage.put(i, here, now);
  return true;
}

/** How a particle comes to a surface: its speed off it, and whether it lies on it rather than hits it. */
const coming = { off: 0, resting: false };

/** Puts a particle onto a surface at a moment, frames, and asks the surface what becomes of it; `frames` are left then. */
function arrive(passage: Passage, on: Obstacle, moment: number, frames: number): void {
  const { emitter, from, to, fps } = passage;
  const { face, local } = firstHit;
  const place = placeAt(on, moment, passage);
  outward(place, local, here);
  turnOutward(place, firstHit.normal, normal);
  surfaceVelocity(on, local, face, (to - from) / fps);
  addScaled(relative, now, surface, -1);
  const off = dot(relative, normal);
  addScaled(along, relative, normal, -off);
  coming.off = off;
  // What a whole step adds towards the surface, other surfaces felt or not: a particle that comes no faster lies on it.
  coming.resting = -off <= Math.max(-dot(gain, normal), -dot(push, normal), 1e-9);
  stream = on.stream;
  impact.into = Math.max(0, -off);
  impact.resting = coming.resting;
  impact.frames = frames;
  impact.bounce = on.hits[emitter]!.bounce;
  on.contacts++;
  on.respond(impact, rebound);
}

/** Gives a particle the velocity that a surface leaves it, and its spin, and breaks it; gives whether that ends it. */
function takeRebound(population: Population, slot: number, { collider }: Obstacle, time: number): boolean {
  const { fate, away } = rebound;
  const ends = fate === 'dies' || fate === 'sticks';
  // Where it ends here, its pieces go on as it would off a mirror.
  addScaled(onward, now, normal, -2 * coming.off);
  if (fate !== 'passes') {
    addScaled(now, surface, along, rebound.along);
    addScaled(now, now, normal, away);
    addScaled(relative, now, surface, -1);
    if (population.turns) roll(population, slot, collider?.addsSpin ?? 0);
  }
  const splits = !!collider?.split && population.generation[slot]! < collider.splitGenerations;
  if (splits)
    splitParticle(population, slot, collider, stream, {
      time,
      position: vectorOf(here),
      normal: vectorOf(normal),
      velocity: vectorOf(ends ? onward : now),
    });
  if (fate !== 'dies' && (!splits || collider.parentSurvives)) return false;
  population.held[slot] = KILLED;
  population.columns.life[slot] = Math.max(0, time - population.birth[slot]!);
  return true;
}

/**
 * Whether a particle goes no further in this substep than a surface takes it: it sticks, has had as many contacts as it
 * may, or lies still. `frames` is the whole of its step.
 */
function staysThere(population: Population, slot: number, number: number, frames: number, isLast: boolean): boolean {
  const { fate, away, grip } = rebound;
  if (fate === 'sticks' || isLast) {
    if (fate === 'sticks') population.held[slot] = number;
    else population.dropped++;
    // What is wedged in has no motion of its own.
    if (coming.resting || fate === 'sticks') copy(now, surface);
    return true;
  }
  if (away !== 0) return false;
  let stays = staysPut(gain, normal, along, grip, frames);
  if (!stays) {
    lying.add(normal);
    copy(push, gain);
    lying.settle(push);
    addScaled(onward, now, surface, -1);
    lying.settle(onward);
    addScaled(now, surface, onward, 1);
    stays = lying.count > 1 && isWedged(gain, push, onward, grip, frames);
  }
  if (stays) copy(now, surface);
  return stays;
}

/** Moves a particle on from contact to contact; gives whether one has ended it. */
function moveParticle(passage: Passage, near: readonly Obstacle[], i: number): boolean {
  const { obstacles, population, start, before, after, fps, to } = passage;
  const slot = start + i;
  particle.id = population.id[slot]!;
  particle.radius = population.columns.size[slot]! / 2;
  const seconds = secondsOf(passage, i);
  const frames = seconds * fps;
  set(here, before.x[i]!, before.y[i]!, before.z[i]!);
  set(there, after.x[i]!, after.y[i]!, after.z[i]!);
  let first = findFirstHit(passage, near, particle, to - frames, here, there);
  if (!first || liesStill(passage, i, first, seconds)) return false;
  const passed: Obstacle[] = [];
  set(now, before.vx[i]!, before.vy[i]!, before.vz[i]!);
  set(gain, after.vx[i]! - now[0]!, after.vy[i]! - now[1]!, after.vz[i]! - now[2]!);
  copy(push, gain);
  lying.count = 0;
  let left = 1;
  for (let contacts = 1; first; contacts++) {
    addScaled(now, now, push, firstHit.t * left);
    left *= 1 - firstHit.t;
    const moment = to - left * frames;
    arrive(passage, first, moment, left * frames);
    const ends = takeRebound(population, slot, first, moment / fps);
    const passes = !ends && rebound.fate === 'passes';
    const number = obstacles.indexOf(first) + 1;
    const stays = !ends && !passes && staysThere(population, slot, number, frames, contacts === MOST_CONTACTS);
    if (ends || stays) {
      // What stays is kept where it is on the surface, which may move on.
      if (stays) outward(first.end, firstHit.local, there);
      else copy(there, here);
      set(push, 0, 0, 0);
      break;
    }
    if (passes) passed.push(first);
    addScaled(there, now, push, left / 2);
    addScaled(there, here, there, left * seconds);
    first = findFirstHit(passage, obstacles, particle, moment, here, there, passed);
  }
  addScaled(now, now, push, left);
  passage.put(i, there, now);
  return population.held[slot] === KILLED;
}

/** Changes a spin towards that of rolling along the surface, by the relative velocity of the particle: ω = n × v / r. */
function roll({ columns }: Population, slot: number, share: number): void {
  const radius = columns.size[slot]! / 2;
  if (radius <= 0 || share === 0) return;
  cross(onward, normal, relative);
  columns.wx[slot]! += share * (onward[0]! / radius - columns.wx[slot]!);
  columns.wy[slot]! += share * (onward[1]! / radius - columns.wy[slot]!);
  columns.wz[slot]! += share * (onward[2]! / radius - columns.wz[slot]!);
}
