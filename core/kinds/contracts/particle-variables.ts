import type { VectorColumns } from '../../lib/math/vector';
import { BLOCK, type ParticleBlock } from '../../lib/particle-block';
import type { Formula } from '../../lib/formula/formula';

/** A name that formulas over particles may use. */
interface Variable {
  readonly name: string;
  /** What it is, with its unit. */
  readonly help: string;
}

/** The names that formulas over particles may use, beside the dials of the scene. */
export const PARTICLE_VARIABLES: readonly Variable[] = [
  { name: 'x', help: 'position along X of the field’s own frame, m' },
  { name: 'y', help: 'position along Y, m' },
  { name: 'z', help: 'position along Z, m' },
  { name: 'vx', help: 'velocity along X of the field’s own frame, m/s' },
  { name: 'vy', help: 'velocity along Y, m/s' },
  { name: 'vz', help: 'velocity along Z, m/s' },
  { name: 'speed', help: 'magnitude of the velocity, m/s' },
  { name: 'd', help: 'distance to the falloff shape, m; 0 without one' },
  { name: 'age', help: 'seconds since birth' },
  { name: 'life', help: 'seconds from birth to death' },
  { name: 'number', help: 'the particle’s permanent number' },
  { name: 'along', help: 'position along the strand: 0 root, 1 tip; 0 without a strand' },
  { name: 'time', help: 'seconds' },
  { name: 'frame', help: 'frame, with fraction' },
  { name: 'strength', help: 'strength of the field' },
];

const NAMES = PARTICLE_VARIABLES.map(({ name }) => name);

/** Names for formulas over particles in a scene with these dials. */
export const particleNames = (dials: readonly string[]): string[] => [...NAMES, ...dials];

/** Whether the text of a formula over particles names the particle’s velocity. */
export const namesVelocity = (text: string): boolean => /\b(v[xyz]|speed)\b/.test(text);

/** What a formula over particles sees of a block. */
export interface FormulaContext {
  readonly block: ParticleBlock;
  /** In the frame of the formula's own place. */
  readonly where: VectorColumns;
  readonly velocity: VectorColumns;
  readonly distance: Float64Array;
  readonly strength: number;
  readonly fps: number;
  /** Values of the dials, in the order of their names. */
  readonly dials: readonly number[];
}

/** Columns for the variables of formulas over particles, for one formula after another. */
export class ParticleInputs {
  readonly columns: (Float64Array | undefined)[];
  private readonly own: Float64Array[];

  constructor(dials: number) {
    this.own = Array.from({ length: NAMES.length + dials }, () => new Float64Array(BLOCK));
    this.columns = [...this.own];
  }

  /** Brings in what some formula asks for. */
  fill(formulas: readonly Formula[], { block, where, velocity, distance, strength, fps, dials }: FormulaContext): void {
    const { count } = block;
    const asked = (v: number) => formulas.some((formula) => formula.uses[v]);
    const speeds = (out: Float64Array) => {
      const { x, y, z } = velocity;
      for (let i = 0; i < count; i++) out[i] = Math.sqrt(x[i]! * x[i]! + y[i]! * y[i]! + z[i]! * z[i]!);
    };
    const made: Readonly<Record<string, Float64Array | ((out: Float64Array) => void)>> = {
      x: where.x,
      y: where.y,
      z: where.z,
      vx: velocity.x,
      vy: velocity.y,
      vz: velocity.z,
      speed: speeds,
      d: distance,
      age: block.age,
      life: block.life,
      along: block.along,
      number: (out) => out.set(block.body.subarray(0, count)),
      time: block.time,
      frame: (out) => {
        for (let i = 0; i < count; i++) out[i] = block.time[i]! * fps;
      },
      strength: (out) => out.fill(strength, 0, count),
    };
    NAMES.forEach((name, v) => {
      if (!asked(v)) return;
      const from = made[name]!;
      if (typeof from !== 'function') this.columns[v] = from;
      else {
        from(this.own[v]!);
        this.columns[v] = this.own[v];
      }
    });
    dials.forEach((value, d) => {
      if (asked(NAMES.length + d)) this.own[NAMES.length + d]!.fill(value, 0, count);
    });
  }
}
