import type { TriangleMesh } from '../../lib/meshes/mesh';
import { edgeBetween, weldedOf } from '../../lib/meshes/weld';
import type { Body } from './body';

/** Pairs of particles, two numbers each. */
export interface Links {
  readonly edges: Uint32Array;
  /** The corners that face each other over an edge of two triangles. */
  readonly folds: Uint32Array;
}

/** How stiff, as swings a second of one particle of unit mass; rounds of going through all links. */
export interface Stiffness {
  readonly keep: number;
  readonly edges: number;
  readonly folds: number;
  readonly damping: number;
  readonly rounds: number;
}

const known = new WeakMap<TriangleMesh, Links>();

/** Every edge of a mesh once, and what faces it, in the order of the triangles; between the places of its vertices. */
export function springsOf(mesh: TriangleMesh): Links {
  const before = known.get(mesh);
  if (before) return before;
  const { index } = mesh;
  const welded = weldedOf(mesh);
  const { placeOf } = welded;
  const facing = new Map<number, number>();
  const edges: number[] = [];
  const folds: number[] = [];
  for (let t = 0; t < index.length; t += 3) {
    const corners = [placeOf[index[t]!]!, placeOf[index[t + 1]!]!, placeOf[index[t + 2]!]!] as const;
    // At a pole of a grid, triangles have no area.
    if (corners[0] === corners[1] || corners[1] === corners[2] || corners[2] === corners[0]) continue;
    for (let k = 0; k < 3; k++) {
      const a = corners[k]!;
      const b = corners[(k + 1) % 3]!;
      const corner = corners[(k + 2) % 3]!;
      const key = edgeBetween(welded, a, b);
      const other = facing.get(key);
      if (other === undefined) {
        edges.push(a, b);
        facing.set(key, corner);
      } else if (other !== corner) folds.push(other, corner);
    }
  }
  const links = { edges: Uint32Array.from(edges), folds: Uint32Array.from(folds) };
  known.set(mesh, links);
  return links;
}

const WHOLE_TURN = 6.283185307179586;

/**
 * Where a damped spring to a place at rest lets something be after one step of backward Euler, one number of it: `free`
 * is where it would be without, `before` where it was; k = ω·dt, damping 1 is critical.
 */
export function pulledHome(
  free: number,
  before: number,
  rest: number,
  inertia: number,
  k: number,
  damping: number,
): number {
  const slow = 2 * damping * k;
  return (inertia * free + k * k * rest + slow * before) / (inertia + k * k + slow);
}

/**
 * Particles pulled to their places and to their distances from one another, over one step. Each pull is an implicit
 * spring: for distances by Macklin, Müller & Chentanez 2016, "XPBD", equations 17 and 18, so that how stiff it is does
 * not hang on the step or on the rounds once they have settled.
 */
export class Springs {
  private multipliers = new Float64Array(0);

  constructor(
    private readonly links: Links,
    private readonly stiffness: Stiffness,
  ) {}

  /** Moves the particles of a body, in place. The lengths at rest are those of the body's places at rest. */
  settle(body: Body): void {
    const { keep, edges, folds, damping, rounds } = this.stiffness;
    this.pullHome(body, WHOLE_TURN * keep * body.seconds, damping);
    const { edges: along, folds: across } = this.links;
    const count = (along.length + across.length) / 2;
    if (this.multipliers.length < count) this.multipliers = new Float64Array(count);
    this.multipliers.fill(0, 0, count);
    for (let round = 0; round < rounds; round++) {
      this.pullTogether(body, along, edges, 0);
      this.pullTogether(body, across, folds, along.length / 2);
    }
  }

  /** Backward Euler of a damped spring to the place at rest, which may move: k = ω·dt. */
  private pullHome({ now, before, rest, state, weight }: Body, k: number, damping: number): void {
    if (k === 0) return;
    for (let v = 0; v < state.length; v++) {
      if (state[v] !== 1) continue;
      for (let i = 3 * v; i < 3 * v + 3; i++)
        now[i] = pulledHome(now[i]!, before[i]!, rest[i]!, weight[v]!, k, damping);
    }
  }

  private pullTogether(
    { now, rest, state, weight, seconds }: Body,
    pairs: Uint32Array,
    swings: number,
    first: number,
  ): void {
    if (swings === 0) return;
    const omega = WHOLE_TURN * swings * seconds;
    // Two particles of mass m swing on a spring k at √(2k/m).
    const compliance = 2 / (omega * omega);
    const { multipliers } = this;
    for (let p = 0; p < pairs.length; p += 2) {
      const a = pairs[p]!;
      const b = pairs[p + 1]!;
      const wa = state[a] === 1 ? 1 / weight[a]! : 0;
      const wb = state[b] === 1 ? 1 / weight[b]! : 0;
      if (state[a] === 0 || state[b] === 0 || wa + wb === 0) continue;
      const x = now[3 * b]! - now[3 * a]!;
      const y = now[3 * b + 1]! - now[3 * a + 1]!;
      const z = now[3 * b + 2]! - now[3 * a + 2]!;
      const length = Math.sqrt(x * x + y * y + z * z);
      if (length === 0) continue;
      const rx = rest[3 * b]! - rest[3 * a]!;
      const ry = rest[3 * b + 1]! - rest[3 * a + 1]!;
      const rz = rest[3 * b + 2]! - rest[3 * a + 2]!;
      const off = length - Math.sqrt(rx * rx + ry * ry + rz * rz);
      const m = first + p / 2;
      const change = (-off - compliance * multipliers[m]!) / (wa + wb + compliance);
      multipliers[m]! += change;
      const by = change / length;
      now[3 * a]! -= wa * by * x;
      now[3 * a + 1]! -= wa * by * y;
      now[3 * a + 2]! -= wa * by * z;
      now[3 * b]! += wb * by * x;
      now[3 * b + 1]! += wb * by * y;
      now[3 * b + 2]! += wb * by * z;
    }
  }
}
