import type { Scene } from '../document/scene';
import { groupsAround } from '../document/groups';
import { modulators as modulatorKinds } from '../kinds/modulators';
import { sumsOfBlock } from '../kinds/contracts/sums';
import type { ParticleBlock } from '../lib/particle-block';
import { evaluateStack } from '../sim/stack/evaluate';
import { measureDistances, weigh } from '../sim/stack/evaluate-row';
import type { Leaf } from '../sim/stack/group-members';
import { placeStack } from '../sim/stack/place';
import { rowScratch } from '../sim/stack/room';
import type { Row, Stack } from '../sim/stack/stack';

/** A part of a weight, by which the others are multiplied. */
export interface Factor {
  readonly name: string;
  readonly value: number;
}

/** How the weight of a field at a particle comes about, and what the field delivers there. */
export interface WeightReading {
  /** Their product is the weight. */
  readonly factors: readonly Factor[];
  readonly weight: number;
  /** |w·F| in the unit of the way the field acts. */
  readonly delivered: number;
}

/** The factor of each modulator of a row at the first particle of a block. */
function modulatorFactors(stack: Stack, row: Row, block: ParticleBlock): Factor[] {
  const room = rowScratch();
  const scale = row.action.blends ? row.strength : 1;
  return row.modulators.map((modulator, m) => {
    const kind = modulatorKinds.get(row.field.modulators[m]!.kind);
    // By itself: at full weight, sent to in full.
    const alone = { ...row, level: 1, sends: row.sends.map(() => 1), curve: () => 1, modulators: [modulator] };
    const reached = weigh(stack, alone, block, room);
    return { name: kind.label, value: reached && scale !== 0 ? room.weight[0]! / scale : 0 };
  });
}

/**
 * How the weight of a field comes about at one particle of a block of one, on a frame of the compiled fields of a scene;
 * undefined where the scene has no such field. Factors that are 1 by the field’s settings are left out.
 */
export function weightFactors(
  stack: Stack,
  { groups }: Pick<Scene, 'groups'>,
  id: string,
  block: ParticleBlock,
  frame: number,
): WeightReading | undefined {
  const row = stack.rows.find(({ field }) => field.id === id);
  if (!row) return undefined;
  placeStack(stack, frame);
  const room = rowScratch();
  const leaves = new Map<Row, Leaf>();
  evaluateStack(stack, block, room, sumsOfBlock(), (leaf) => void leaves.set(leaf.row, leaf));
  measureDistances(row, block, room, frame / stack.fps);
  const { field } = row;
  const leaf = leaves.get(row);
  const own = leaf?.own[0] ?? 0;
  const weight = leaf?.weight[0] ?? 0;
  const around = groupsAround(groups, field);
  const factors: Factor[] = [
    ...(row.distance ? [{ name: 'falloff', value: row.curve(room.distance[0]!) }] : []),
    ...modulatorFactors(stack, row, block),
    ...(row.action.blends ? [{ name: 'strength', value: row.strength }] : []),
    ...(Object.keys(field.sends).length > 0 || !row.heard
      ? [{ name: row.heard ? 'send' : 'muted', value: row.sends[block.emitter]! }]
      : []),
    ...(row.level !== 1
      ? [{ name: field.group === '' ? 'active range and master' : 'active range', value: row.level }]
      : []),
    ...(around.length > 0
      ? [{ name: around.map(({ name }) => `group “${name}”`).join(' in '), value: own === 0 ? 0 : weight / own }]
      : []),
  ];
  const { x, y, z } = leaf?.vector ?? { x: [0], y: [0], z: [0] };
  return { factors, weight, delivered: Math.abs(weight) * Math.hypot(x[0]!, y[0]!, z[0]!) };
}
