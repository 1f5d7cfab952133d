import { cos } from '../../lib/math/exact';
import { normalised, type Vector } from '../../lib/math/vector';
import { mix, Purpose, uniform } from '../../lib/random/lookup';
import type { Collider } from '../../document/scene';
import { anyWay, inCone } from './newborn-writer';
import type { Population } from './population';

/** The key of a child: hashed from its parent's, the event and its place in it. */
export function childKey(parent: number, event: number, index: number): number {
  return mix(mix(parent ^ 0x3c6ef372) + Math.imul(event, 0x9e3779b1) + Math.imul(index, 0x85ebca6b));
}

/** The moment of a split, in the world. */
export interface Break {
  /** Seconds. */
  readonly time: number;
  readonly position: Vector;
  /** Unit normal of the surface. */
  readonly normal: Vector;
  /** What the parent goes on with, m/s. */
  readonly velocity: Vector;
}

/** Breaks a particle into pieces, each born at the moment of the contact with a key of its own. */
export function splitParticle(
  population: Population,
  parent: number,
  collider: Collider,
  stream: number,
  at: Break,
): void {
  const { columns } = population;
  const event = ++population.events[parent]!;
  const parentId = population.id[parent]!;
  const room = collider.splitTo - collider.splitFrom + 1;
  const pieces = collider.splitFrom + Math.floor(room * uniform(stream, childKey(parentId, event, 0), Purpose.pieces));
  const speed = Math.sqrt(
    at.velocity[0] * at.velocity[0] + at.velocity[1] * at.velocity[1] + at.velocity[2] * at.velocity[2],
  );
  const way = speed > 0 ? normalised(at.velocity) : at.normal;
  const cosine = cos(collider.splitScatter * 0.017453292519943295);
  for (let index = 1; index <= pieces; index++) {
    const id = childKey(parentId, event, index);
    const u = uniform(stream, id, Purpose.scatter);
    const v = uniform(stream, id, Purpose.scatterTurn);
    const direction = collider.splitScatter >= 180 ? anyWay(u, v) : inCone(way, cosine, u, v);
    // A piece that would fly into the surface is mirrored off it.
    const lean = direction[0] * at.normal[0] + direction[1] * at.normal[1] + direction[2] * at.normal[2];
    const fold = lean < 0 ? -2 * lean : 0;
    const slot = population.add();
    population.id[slot] = id;
    population.birth[slot] = at.time;
    population.generation[slot] = population.generation[parent]! + 1;
    if (population.tinted) population.tint[slot] = population.tint[parent]!;
    columns.x[slot] = at.position[0];
    columns.y[slot] = at.position[1];
    columns.z[slot] = at.position[2];
    const turn = (axis: 0 | 1 | 2) =>
      speed * (direction[axis] + fold * at.normal[axis]) + collider.ejectionSpeed * at.normal[axis];
    columns.vx[slot] = turn(0);
    columns.vy[slot] = turn(1);
    columns.vz[slot] = turn(2);
    const { splitSize: share } = collider;
    columns.life[slot] = columns.life[parent]! * collider.splitLife;
    columns.mass[slot] = Math.max(1e-12, columns.mass[parent]! * share * share * share);
    columns.drag[slot] = columns.drag[parent]! * share;
    columns.size[slot] = columns.size[parent]! * share;
    if (population.turns)
      for (const name of ['qx', 'qy', 'qz', 'wx', 'wy', 'wz'] as const) columns[name][slot] = columns[name][parent]!;
    population.born++;
  }
}
