import type { Assets } from '../document/assets';
import type { Scene } from '../document/scene';
import { sumsOfBlock } from '../kinds/contracts/sums';
import { compileStack } from '../sim/stack/compile';
import { evaluateStack } from '../sim/stack/evaluate';
import { placeStack } from '../sim/stack/place';
import { rowScratch } from '../sim/stack/room';
import type { Stack } from '../sim/stack/stack';
import { withPrecomputedPaths } from '../sim/step/precomputed-paths';
import { weightFactors, type WeightReading } from './weight-factors';
import { blockOfOne, type ProbeParticle } from './probe';

/** What a field does at a particle. */
export interface AtParticle {
  /** w, with the shares and weights of the groups around it. */
  readonly weight: number;
  /** |w·F|, in the unit of the way the field acts. */
  readonly delivered: number;
}

/** Reads all fields of a scene at single particles; the scene is compiled once. */
export class FieldsAtParticle {
  private readonly stack: Stack;

  constructor(
    private readonly scene: Scene,
    assets: Assets,
    /** Told about the share that is done of filling a grid, 0 … 1; may throw to end it. */
    attend?: (share: number) => void,
  ) {
    this.stack = compileStack(withPrecomputedPaths(scene, assets), assets, { attend });
  }

  /** How the weight of one field comes about at a particle; undefined where the scene has no such field. */
  factors(field: string, particle: ProbeParticle, emitter: number, frame: number): WeightReading | undefined {
    const block = blockOfOne(particle, emitter, frame / this.stack.fps);
    return weightFactors(this.stack, this.scene, field, block, frame);
  }

  /**
   * Every field, by its id, at a particle of an emitter, by its place in the list, on a frame of the scene’s
   * time with fraction.
   */
  at(particle: ProbeParticle, emitter: number, frame: number): ReadonlyMap<string, AtParticle> {
    const { stack } = this;
    placeStack(stack, frame);
    const none: AtParticle = { weight: 0, delivered: 0 };
    const found = new Map(stack.rows.map(({ field }) => [field.id, none]));
    const block = blockOfOne(particle, emitter, frame / stack.fps);
    evaluateStack(stack, block, rowScratch(), sumsOfBlock(), ({ row, weight, vector: { x, y, z } }) => {
      const size = Math.hypot(x[0]!, y[0]!, z[0]!);
      found.set(row.field.id, { weight: weight[0]!, delivered: Math.abs(weight[0]!) * size });
    });
    return found;
  }
}
