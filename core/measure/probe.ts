import type { KernelBackend } from '../sim/stack/stack';
import { AXES, type Vector, mapVector, vectorBy } from '../lib/math/vector';
import { standsIn } from '../document/groups';
import type { Emitter, Scene } from '../document/scene';
import { particleBlock, type ParticleBlock } from '../lib/particle-block';
import type { Assets } from '../document/assets';
import { compileStack } from '../sim/stack/compile';
import { placeStack } from '../sim/stack/place';
import type { Leaf } from '../sim/stack/group-members';
import { evaluateStack } from '../sim/stack/evaluate';
import { rowScratch } from '../sim/stack/room';
import { withPrecomputedPaths } from '../sim/step/precomputed-paths';
import { sumsOfBlock } from '../kinds/contracts/sums';

/** The particle that a probe pretends to be. */
export interface ProbeParticle {
  readonly position: Vector;
  readonly velocity: Vector;
  /** Kilograms. */
  readonly mass: number;
  /** kg/s. */
  readonly drag: number;
  /** Permanent number; 0 if it is left out. */
  readonly key?: number;
  /** Seconds since birth; 0 if it is left out. */
  readonly age?: number;
  /** Seconds from birth to death; 1 if it is left out. */
  readonly life?: number;
}

/** What one field does at a point. */
export interface FieldReading {
  readonly field: string;
  readonly kind: string;
  readonly actsAs: string;
  readonly unit: string;
  /** w, with the shares and weights of the groups around it; 0 where muted or out of reach. */
  readonly weight: number;
  /** F with the field's strength in it, in the unit. For drag: rate in 1/s, quadratic coefficient in 1/m, 0. */
  readonly vector: Vector;
}

/** What a group does at a point: Σ w·F of the fields in it, by its rule and limits. */
export interface GroupReading {
  readonly group: string;
  readonly rule: string;
  /** How its members act; undefined where it has none. */
  readonly actsAs: string | undefined;
  readonly unit: string;
  readonly vector: Vector;
}

/** What the whole stack adds up to at a point. */
export interface StackReading {
  /** m/s². */
  readonly acceleration: Vector;
  /** C in 1/s, the particle's own drag included. */
  readonly dragRate: number;
  /** q in 1/m. */
  readonly quadratic: number;
  /** U in m/s. */
  readonly medium: Vector;
  /** Velocity it is moved by without getting it, m/s. */
  readonly move: Vector;
  /** F̄ of all fields that set velocity, and of all that steer, each with its rate per frame. */
  readonly setVelocity: { readonly rate: number; readonly vector: Vector };
  readonly steer: { readonly rate: number; readonly vector: Vector };
  /** a + (C + q·|v − U|)·(U − v): the acceleration of this particle but for set velocity, steer and limits, m/s². */
  readonly felt: Vector;
}

/** A particle as a block of one, of an emitter by its place in the scene’s list, at a time in seconds. */
export function blockOfOne(particle: ProbeParticle, emitter: number, time: number): ParticleBlock {
  const block = particleBlock();
  block.emitter = emitter;
  block.count = 1;
  AXES.forEach((axis, i) => {
    block.position[axis][0] = particle.position[i]!;
    block.velocity[axis][0] = particle.velocity[i]!;
  });
  block.mass[0] = particle.mass;
  block.drag[0] = particle.drag;
  block.time[0] = time;
  block.id[0] = block.body[0] = particle.key ?? 0;
  block.age[0] = particle.age ?? 0;
  block.life[0] = particle.life ?? 1;
  return block;
}

/** Reads every field and the sum of the stack at a point, a frame and a particle of one emitter. */
export function probe(
  scene: Scene,
  assets: Assets,
  frame: number,
  emitter: Emitter,
  particle: ProbeParticle,
  backend?: KernelBackend,
): { fields: FieldReading[]; groups: GroupReading[]; total: StackReading } {
  const stack = compileStack(withPrecomputedPaths(scene, assets, backend), assets, { backend });
  placeStack(stack, frame);
  const block = blockOfOne(particle, scene.emitters.indexOf(emitter), frame / scene.time.fps);
  const sums = sumsOfBlock();
  const leaves = new Map<number, Leaf>();
  evaluateStack(stack, block, rowScratch(), sums, (leaf) => void leaves.set(leaf.row.index, leaf));
  const fields = stack.rows.map(({ field, action, index }): FieldReading => {
    const leaf = leaves.get(index);
    return {
      field: field.name,
      kind: field.settings.kind,
      actsAs: action.kind,
      unit: action.vectorUnit,
      weight: leaf?.weight[0] ?? 0,
      vector: leaf ? [leaf.vector.x[0]!, leaf.vector.y[0]!, leaf.vector.z[0]!] : [0, 0, 0],
    };
  });
  const groups = scene.groups.map(({ id, name, rule }): GroupReading => {
    const members = stack.rows.filter(({ field }) => standsIn(scene.groups, field, id));
    const action = members[0]?.action;
    const readings = members.map(({ index }) => fields[index]!);
    return {
      group: name,
      rule,
      actsAs: action?.kind,
      unit: action?.vectorUnit ?? '',
      vector: vectorBy((axis) => readings.reduce((sum, r) => sum + r.weight * r.vector[axis]!, 0)),
    };
  });
  const at = (c: { x: Float64Array; y: Float64Array; z: Float64Array }): Vector => [c.x[0]!, c.y[0]!, c.z[0]!];
  const acceleration = at(sums.acceleration);
  const medium = at(sums.medium);
  const relative = mapVector(medium, (u, i) => u - particle.velocity[i]!);
  const rate =
    sums.dragRate[0]! +
    sums.quadratic[0]! * Math.sqrt(relative[0] * relative[0] + relative[1] * relative[1] + relative[2] * relative[2]);
  const felt = mapVector(acceleration, (a, i) => a + rate * relative[i]!);
  const blend = ({ used, vector, rate: pull }: typeof sums.setVelocity) =>
    used && pull[0]! > 0
      ? { rate: pull[0]!, vector: mapVector(at(vector), (n) => n / pull[0]!) }
      : { rate: 0, vector: [0, 0, 0] as const };
  const move: Vector = sums.move.used ? at(sums.move.vector) : [0, 0, 0];
  return {
    fields,
    groups,
    total: {
      move,
      setVelocity: blend(sums.setVelocity),
      steer: blend(sums.steer),
      acceleration,
      dragRate: sums.dragRate[0]!,
      quadratic: sums.quadratic[0]!,
      medium,
      felt,
    },
  };
}
