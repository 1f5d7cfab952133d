import type { Hit as Meeting } from '../../kinds/colliders/collider';
import { cross, dot, normalised, type Vector, type VectorColumns } from '../../lib/math/vector';
import { rotate } from '../../lib/math/rotation';
import { inward, outward, type Similarity } from '../../lib/math/similarity';
import { Purpose, uniform } from '../../lib/random/lookup';
import type { Rebound } from '../../kinds/responses/response';
import type { ParticleBlock } from '../../lib/particle-block';
import type { Obstacle } from './obstacles';
import { KILLED, type Population } from './population';
import { splitParticle } from './split';

/** Contacts of one particle in one substep; what motion is left after that is dropped. */
const MOST_CONTACTS = 4;

/** Everything the contacts of a block are worked out from. */
export interface Passage {
  readonly obstacles: readonly Obstacle[];
  /** Index of the emitter in the scene. */
  readonly emitter: number;
  readonly population: Population;
  /** The first slot of the block. */
  readonly start: number;
  readonly block: ParticleBlock;
  /** Positions and velocities before the step. */
  readonly before: { readonly position: VectorColumns; readonly velocity: VectorColumns };
  /** Frames a second, and the beginning and end of the substep in frames. */
  readonly fps: number;
  readonly from: number;
  readonly to: number;
  /** True for particles, by number, that meet nothing. */
  readonly exempt?: (id: number) => boolean;
}

const meeting: Meeting = { t: 0, nx: 0, ny: 0, nz: 0, push: 0, face: 0 };
const nearest: Meeting = { ...meeting };
const rebound: Rebound = { fate: 'goes on', away: 0, along: 1, grip: 0 };
const shift = new Float64Array(3);

/** A body's place at a frame; the ends of the substep are known. */
function placeAt({ motion, begin, end }: Obstacle, frame: number, from: number, to: number): Similarity {
  if (!motion.moves || frame <= from) return begin;
  return frame >= to ? end : motion.at(frame);
}

/** The velocity of the surface at a point of it, m/s, over the substep. */
function surfaceVelocity(obstacle: Obstacle, local: Vector, face: number, seconds: number): Vector {
  const { begin, end, body, motion } = obstacle;
  let was = local;
  if (body.moved) {
    body.moved(face, shift);
    was = [local[0] - shift[0]!, local[1] - shift[1]!, local[2] - shift[2]!];
  } else if (!motion.moves) return STILL;
  const a = outward(begin, was);
  const b = outward(end, local);
  return [(b[0] - a[0]) / seconds, (b[1] - a[1]) / seconds, (b[2] - a[2]) / seconds];
}

const STILL: Vector = [0, 0, 0];

/** Moves what a collider holds along with it. */
function carryHeld({ block, before, from, to, fps }: Passage, i: number, obstacle: Obstacle): void {
  const { position, velocity } = block;
  const seconds = (to - from) / fps;
  const was: Vector = [before.position.x[i]!, before.position.y[i]!, before.position.z[i]!];
  const now = obstacle.motion.moves ? outward(obstacle.end, inward(obstacle.begin, was)) : was;
  [position.x[i], position.y[i], position.z[i]] = now;
  velocity.x[i] = (now[0] - was[0]) / seconds;
  velocity.y[i] = (now[1] - was[1]) / seconds;
  velocity.z[i] = (now[2] - was[2]) / seconds;
}

/** Whether that particle goes through that collider: it is not sent to it, or finds one of its pores. */
function goesThrough(obstacle: Obstacle, emitter: number, id: number): boolean {
  if (!obstacle.hits[emitter]!.hits) return true;
  const porosity = obstacle.collider?.porosity ?? 0;
  return porosity > 0 && uniform(obstacle.stream, id, Purpose.porosity) < porosity;
}

/**
 * Lets the particles of a block hit what is in their way, continuously along their segments, each contact in the frame
 * of the moving collider and with the velocity of the moment of contact.
 *
 * With the step's change of velocity G, the velocity at the share s of the step is v₀ + s·G, and what is left of the way
 * after a contact is (v + G·r/2)·r·dt with r the share that is left. A bounce is of second order so.
 */
export function meetObstacles(passage: Passage): void {
  const { obstacles, block, population, start } = passage;
  for (let i = 0; i < block.count; i++) {
    const held = population.held[start + i]!;
    if (passage.exempt?.(population.id[start + i]!)) continue;
    if (held > 0 && obstacles[held - 1]!.open) carryHeld(passage, i, obstacles[held - 1]!);
    else {
      // What stuck to a collider that is no longer there goes on as the surface went.
      if (held > 0 && held !== KILLED) population.held[start + i] = 0;
      moveParticle(passage, i);
    }
  }
}

/** Points seen from the collider that is looked at. */
const pointA = new Float64Array(3);
const pointB = new Float64Array(3);
/** The point of the nearest contact, in the collider's own frame. */
let contact: Vector = [0, 0, 0];

/** {@link inward} without making a vector: this is asked for every particle and collider. */
function inwardInto({ position, rotation: r, scale }: Similarity, p: Vector, out: Float64Array): void {
  const x = p[0] - position[0];
  const y = p[1] - position[1];
  const z = p[2] - position[2];
  out[0] = (r[0] * x + r[3] * y + r[6] * z) / scale;
  out[1] = (r[1] * x + r[4] * y + r[7] * z) / scale;
  out[2] = (r[2] * x + r[5] * y + r[8] * z) / scale;
}

/** The first thing in the way of a particle from one point to another, into {@link nearest}; undefined where the way is free. */
function firstInTheWay(
  passage: Passage,
  id: number,
  radius: number,
  frame: number,
  from: Vector,
  to: Vector,
  passed: readonly Obstacle[],
): Obstacle | undefined {
  let first: Obstacle | undefined;
  nearest.t = Infinity;
  for (const obstacle of passage.obstacles) {
    if (
      !obstacle.open ||
      goesThrough(obstacle, passage.emitter, id) ||
      (passed.length > 0 && passed.includes(obstacle))
    )
      continue;
    inwardInto(placeAt(obstacle, frame, passage.from, passage.to), from, pointA);
    inwardInto(obstacle.end, to, pointB);
    if (
      !obstacle.body.hit(
        pointA[0]!,
        pointA[1]!,
        pointA[2]!,
        pointB[0]!,
        pointB[1]!,
        pointB[2]!,
        (obstacle.half + (obstacle.bySize ? radius : 0)) / obstacle.end.scale,
        meeting,
      )
    )
      continue;
    if (meeting.t >= nearest.t) continue;
    nearest.t = meeting.t;
    nearest.nx = meeting.nx;
    nearest.ny = meeting.ny;
    nearest.nz = meeting.nz;
    nearest.face = meeting.face;
    contact = [
      pointA[0]! + meeting.t * (pointB[0]! - pointA[0]!) + meeting.push * meeting.nx,
      pointA[1]! + meeting.t * (pointB[1]! - pointA[1]!) + meeting.push * meeting.ny,
      pointA[2]! + meeting.t * (pointB[2]! - pointA[2]!) + meeting.push * meeting.nz,
    ];
    first = obstacle;
  }
  return first;
}

const plus = (a: Vector, b: Vector, by: number): Vector => [a[0] + by * b[0], a[1] + by * b[1], a[2] + by * b[2]];

/**
 * What is left of a vector for a particle that lies on surfaces with those normals, the last of them new: nothing that
 * presses into one; between two, what runs along their crease; between three, nothing.
 */
function settled(v: Vector, normals: readonly Vector[]): Vector {
  const last = normals.at(-1)!;
  const free = plus(v, last, -Math.min(0, dot(v, last)));
  const other = normals.find((n) => dot(free, n) < -1e-12);
  if (!other) return free;
  const crease = normalised(cross(other, last));
  const along = plus(STILL, crease, dot(v, crease));
  return normals.some((n) => dot(along, n) < -1e-9) ? STILL : along;
}

/**
 * Whether what lies on a surface stays where it is (Coulomb's law of dry friction): what pulls it along is no more than
 * `grip` times what presses it on, and it is no faster than the pull of one frame makes it.
 */
function staysPut(gain: Vector, normal: Vector, along: Vector, grip: number, frames: number): boolean {
  const press = -dot(gain, normal);
  if (press <= 0 || grip === 0) return false;
  const pull = plus(gain, normal, press);
  return dot(pull, pull) <= grip * grip * press * press && dot(along, along) * frames * frames <= dot(gain, gain);
}

/** The same for what lies between surfaces, where all that is left of the pull runs along their crease. */
function isWedged(gain: Vector, pull: Vector, along: Vector, grip: number, frames: number): boolean {
  const square = dot(gain, gain);
  return dot(pull, pull) <= grip * grip * square && dot(along, along) * frames * frames <= square;
}

function moveParticle(passage: Passage, i: number): void {
  const { obstacles, emitter, population, start, block, before, fps, from, to } = passage;
  const { position, velocity } = block;
  const slot = start + i;
  const id = population.id[slot]!;
  const radius = population.columns.size[slot]! / 2;
  const seconds = block.step[i]!;
  const began: Vector = [before.velocity.x[i]!, before.velocity.y[i]!, before.velocity.z[i]!];
  const gain = plus([velocity.x[i]!, velocity.y[i]!, velocity.z[i]!], began, -1);
  let here: Vector = [before.position.x[i]!, before.position.y[i]!, before.position.z[i]!];
  let there: Vector = [position.x[i]!, position.y[i]!, position.z[i]!];
  let now = began;
  // What the fields still add, for as long as nothing lies under the particle.
  let push = gain;
  let left = 1;
  const passed: Obstacle[] = [];
  const lying: Vector[] = [];
  for (let contacts = 0; ; contacts++) {
    const frame = to - left * seconds * fps;
    const first = firstInTheWay(passage, id, radius, frame, here, there, passed);
    if (!first) {
      if (contacts === 0) return;
      break;
    }
    const { t, nx, ny, nz, face } = nearest;
    const local = contact;
    now = plus(now, push, t * left);
    left *= 1 - t;
    const moment = to - left * seconds * fps;
    const place = placeAt(first, moment, from, to);
    here = outward(place, local);
    const normal = rotate(place.rotation, [nx, ny, nz]);
    const surface = surfaceVelocity(first, local, face, (to - from) / fps);
    const relative = plus(now, surface, -1);
    const off = dot(relative, normal);
    // What a whole step adds towards the surface, other surfaces felt or not: a particle that comes no faster lies on
    // it.
    const resting = -off <= Math.max(-dot(gain, normal), -dot(push, normal), 1e-9);
    const { collider, stream } = first;
    first.contacts++;
    first.respond(
      {
        into: Math.max(0, -off),
        resting,
        frames: left * seconds * fps,
        bounce: first.hits[emitter]!.bounce,
        hashRandom: (purpose) => uniform(stream, id, purpose),
      },
      rebound,
    );
    const { fate, away, along } = rebound;
    const alongSurface = plus(relative, normal, -off);
    const after = fate === 'passes' ? now : plus(plus(surface, alongSurface, along), normal, away);
    if (population.turns && fate !== 'passes')
      roll(population, slot, normal, plus(after, surface, -1), collider?.addsSpin ?? 0);
    const splits = !!collider?.split && population.generation[slot]! < collider.splitGenerations;
    if (splits)
      splitParticle(population, slot, collider, stream, {
        time: moment / fps,
        position: here,
        normal,
        // Where the parent itself ends here, its pieces go on as it would off a mirror.
        velocity: fate === 'dies' || fate === 'sticks' ? plus(now, normal, -2 * off) : after,
      });
    now = after;
    if (fate === 'dies' || (splits && !collider.parentSurvives)) {
      population.held[slot] = KILLED;
      population.columns.life[slot] = Math.max(0, moment / fps - population.birth[slot]!);
      there = here;
      push = STILL;
      break;
    }
    if (fate === 'passes') passed.push(first);
    else if (fate === 'sticks' || contacts + 1 >= MOST_CONTACTS) {
      // Kept where it is on the surface, which may move on; what is wedged in has no motion of its own.
      if (fate === 'sticks') population.held[slot] = obstacles.indexOf(first) + 1;
      else population.dropped++;
      there = outward(first.end, local);
      if (resting || fate === 'sticks') now = surface;
      push = STILL;
      break;
    } else if (away === 0 && staysPut(gain, normal, alongSurface, rebound.grip, seconds * fps)) {
      there = outward(first.end, local);
      now = surface;
      push = STILL;
      break;
    } else if (away === 0) {
      lying.push(normal);
      push = settled(gain, lying);
      const onward = settled(plus(now, surface, -1), lying);
      now = plus(surface, onward, 1);
      if (lying.length > 1 && isWedged(gain, push, onward, rebound.grip, seconds * fps)) {
        there = outward(first.end, local);
        now = surface;
        push = STILL;
        break;
      }
    }
    there = plus(here, plus(now, push, left / 2), left * seconds);
  }
  now = plus(now, push, left);
  [position.x[i], position.y[i], position.z[i]] = there;
  [velocity.x[i], velocity.y[i], velocity.z[i]] = now;
}

/** Changes a spin towards that of rolling along the surface: ω = n × v / r. */
function roll({ columns }: Population, slot: number, normal: Vector, velocity: Vector, share: number): void {
  const radius = columns.size[slot]! / 2;
  if (radius <= 0 || share === 0) return;
  const [x, y, z] = cross(normal, velocity);
  columns.wx[slot]! += share * (x / radius - columns.wx[slot]!);
  columns.wy[slot]! += share * (y / radius - columns.wy[slot]!);
  columns.wz[slot]! += share * (z / radius - columns.wz[slot]!);
}
