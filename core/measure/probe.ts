import type { Vector } from '../math/vector';
import type { Emitter, Scene } from '../scene/document';
import { particleBlock, sumsOfBlock, type ParticleBlock } from '../stack/block';
import type { Assets } from '../scene/assets';
import { compileStack, placeRows } from '../stack/compile';
import { evaluateRow, evaluateStack, rowScratch } from '../stack/evaluate';

/** The particle that a probe pretends to be. */
export interface ProbeParticle {
  readonly position: Vector;
  readonly velocity: Vector;
  /** Kilograms. */
  readonly mass: number;
  /** kg/s. */
  readonly drag: number;
}

/** What one field does at a point. */
export interface FieldReading {
  readonly field: string;
  readonly kind: string;
  readonly actsAs: string;
  readonly unit: string;
  /** w: profile × send; 0 where muted or out of reach. */
  readonly weight: number;
  /** F with the field's strength in it, in the unit. For drag: rate in 1/s, quadratic coefficient in 1/m, 0. */
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
  /** a + (C + q·|v − U|)·(U − v), the whole acceleration of this particle, m/s². */
  readonly felt: Vector;
}

function blockOf(particle: ProbeParticle, time: number): ParticleBlock {
  const block = particleBlock();
  block.count = 1;
  (['x', 'y', 'z'] as const).forEach((axis, i) => {
    block.position[axis][0] = particle.position[i]!;
    block.velocity[axis][0] = particle.velocity[i]!;
  });
  block.mass[0] = particle.mass;
  block.drag[0] = particle.drag;
  block.time[0] = time;
  return block;
}

/** Reads every field and the sum of the stack at a point, a frame and a particle of one emitter. */
export function probe(
  scene: Scene,
  assets: Assets,
  frame: number,
  emitter: Emitter,
  particle: ProbeParticle,
): { fields: FieldReading[]; total: StackReading } {
  const rows = compileStack(scene, assets);
  placeRows(rows, frame);
  const block = blockOf(particle, frame / scene.time.fps);
  const scratch = rowScratch();
  const sums = sumsOfBlock();
  const index = scene.emitters.indexOf(emitter);
  const fields = rows.map((row): FieldReading => {
    const send = row.sends[index]!;
    scratch.vector.x[0] = scratch.vector.y[0] = scratch.vector.z[0] = 0;
    const reached = send !== 0 && evaluateRow(row, send, block, scratch);
    return {
      field: row.field.name,
      kind: row.field.settings.kind,
      actsAs: row.action.kind,
      unit: row.action.unit,
      weight: reached ? scratch.weight[0]! : 0,
      vector: reached ? [scratch.vector.x[0]!, scratch.vector.y[0]!, scratch.vector.z[0]!] : [0, 0, 0],
    };
  });
  evaluateStack(rows, index, block, scratch, sums);
  const at = (c: { x: Float64Array; y: Float64Array; z: Float64Array }): Vector => [c.x[0]!, c.y[0]!, c.z[0]!];
  const acceleration = at(sums.acceleration);
  const medium = at(sums.medium);
  const relative = medium.map((u, i) => u - particle.velocity[i]!) as unknown as Vector;
  const rate =
    sums.dragRate[0]! + sums.quadratic[0]! * Math.sqrt(relative[0] * relative[0] + relative[1] * relative[1] + relative[2] * relative[2]);
  const felt = acceleration.map((a, i) => a + rate * relative[i]!) as unknown as Vector;
  return { fields, total: { acceleration, dragRate: sums.dragRate[0]!, quadratic: sums.quadratic[0]!, medium, felt } };
}
