import type { KernelBackend } from '../sim/stack/stack';
import { rules } from '../kinds/group-rules';
import { type Vector, mapVector } from '../lib/math/vector';
import type { ParticleBlock } from '../lib/particle-block';
import { outward } from '../lib/math/similarity';
import type { Assets } from '../document/assets';
import type { Scene } from '../document/scene';
import { compileStack } from '../sim/stack/compile';
import { isGroup, type GroupRow, type Row, type Stack } from '../sim/stack/stack';
import { placeStack } from '../sim/stack/place';
import { rowScratch, type RowScratch } from '../sim/stack/room';
import { combineGroup, weigh } from '../sim/stack/evaluate-row';
import { withPrecomputedPaths } from '../sim/step/precomputed-paths';
import { leavesAlong, pointsBetween } from './along';
import { putAt, restingBlock } from './resting-block';
import type { Pretended } from './resting-block';

/**
 * A falloff along a ray from the position of a field or group: as it is set, with its modulators, and as it arrives.
 */
export interface MeasuredProfile {
  /** Metres from the position. */
  readonly at: Float64Array;
  readonly written: Float64Array;
  readonly modulated: Float64Array;
  /**
   * Within the groups around it, sent to the emitter. Of a group 0 where none of its members acts, since nothing arrives
   * there.
   */
  readonly delivered: Float64Array;
  /** Reasons for the differences, in words. */
  readonly reasons: readonly string[];
}

const differs = (a: Float64Array, b: Float64Array): number =>
  a.reduce((most, v, i) => Math.max(most, Math.abs(v - b[i]!)), 0);
const percent = (share: number): string => `${Math.round(share * 100)} %`;
const meanOf = (values: Float64Array): number => values.reduce((a, b) => a + b, 0) / values.length;

/**
 * Measures the falloff of a field or group from its position along a direction in its own frame, `far` metres long.
 * Throws where it has no falloff shape.
 */
export function profileAlong(
  scene: Scene,
  assets: Assets,
  subject: { readonly of: 'field' | 'group'; readonly id: string },
  ray: { readonly direction: Vector; readonly far: number },
  frame: number,
  pretended: Pretended,
  backend?: KernelBackend,
): MeasuredProfile {
  const stack = compileStack(withPrecomputedPaths(scene, assets, backend), assets, { backend });
  placeStack(stack, frame);
  const row: Row | GroupRow | undefined =
    subject.of === 'field' ? stack.rows.find((r) => r.field.id === subject.id) : stack.groups.get(subject.id);
  const thing = row && (isGroup(row) ? row.group : row.field);
  if (!row || !thing) throw new Error(`there is no ${subject.of} “${subject.id}” in the scene. Choose one on its desk`);
  if (!row.distance) throw new Error(`“${thing.name}” has no falloff; a falloff curve is measured where there is one`);
  const { place } = row;
  const size = Math.sqrt(ray.direction.reduce((s, n) => s + n * n, 0));
  const end = mapVector(ray.direction, (n) => (n / size) * (ray.far / place.scale));
  const places = pointsBetween(place.position, outward(place, end));
  const block = restingBlock(frame / scene.time.fps, pretended);
  putAt(block, places, places.x.length);
  const room = rowScratch();
  const alone = { ...row, heard: true, level: 1, sends: scene.emitters.map(() => 1) };
  const own = isGroup(row) || row.action.blends ? row.strength || 1 : 1;
  const weights = (of: typeof alone): Float64Array => {
    const reached = weigh(stack, of, block, room);
    return room.weight.slice(0, block.count).map((w) => (reached ? w / own : 0));
  };
  const written = weights({ ...alone, modulators: [] });
  const modulated = weights(alone);
  const leaves = leavesAlong(scene, assets, places, frame, pretended, backend);
  const arriving = isGroup(row) ? arrivalOf(stack, row, block, room, leaves) : leaves.get(row.field.id)?.weight;
  const delivered = arriving?.map((w) => w / own) ?? new Float64Array(block.count);
  const at = new Float64Array(block.count).map((_, i) => (ray.far * i) / (block.count - 1));
  return {
    at,
    written,
    modulated,
    delivered,
    reasons: reasonsFor(scene, row, pretended, { written, modulated, delivered }),
  };
}

/**
 * The weight with which the result of a group arrives: a member’s weight within the whole stack over its weight within
 * the group alone, of the member that is strongest there.
 */
function arrivalOf(
  stack: Stack,
  row: GroupRow,
  block: ParticleBlock,
  room: RowScratch,
  leaves: ReturnType<typeof leavesAlong>,
): Float64Array {
  const arriving = new Float64Array(block.count);
  const strongest = new Float64Array(block.count);
  for (const { row: member, weight } of combineGroup(stack, row, block, room, true).leaves)
    for (let i = 0; i < block.count; i++) {
      const within = weight[i]!;
      if (Math.abs(within) <= strongest[i]!) continue;
      strongest[i] = Math.abs(within);
      arriving[i] = (leaves.get(member.field.id)?.weight[i] ?? 0) / within;
    }
  return arriving;
}

function reasonsFor(
  scene: Scene,
  row: Row | GroupRow,
  { emitter }: Pretended,
  { written, modulated, delivered }: Pick<MeasuredProfile, 'written' | 'modulated' | 'delivered'>,
): string[] {
  const reasons: string[] = [];
  const within = (values: Float64Array) => values.filter((_, i) => written[i] !== 0);
  const thing = isGroup(row) ? row.group : row.field;
  if (differs(written, modulated) > 1e-9) {
    const left = meanOf(within(modulated)) / meanOf(within(written));
    const kinds = thing.modulators.map(({ kind }) => kind).join(', ');
    reasons.push(`its modulators (${kinds}) leave ${percent(left)} of it on average within the outer radius`);
  }
  if (differs(modulated, delivered) <= 1e-9) return reasons;
  const group = scene.groups.find((g) => g.id === thing.group);
  const send = thing.sends[scene.emitters[emitter]?.id ?? ''] ?? 1;
  if (!row.heard) reasons.push(thing.mute ? 'it is muted' : 'another field is soloed, or a group around it is muted');
  else if (row.level === 0) reasons.push('it is inactive on this frame, or the master is 0');
  else if (row.level !== 1)
    reasons.push(`its active range and the master reduce it to ${percent(row.level)} on this frame`);
  if (send !== 1) reasons.push(`the send to the emitter is ${percent(send)}`);
  if (group && row.heard && row.level !== 0) {
    const limit = group.limited ? `, limited to ${group.floor} … ${group.ceiling}` : '';
    reasons.push(
      `the group “${group.name}” combines by “${rules.get(group.rule).label}”${limit}, within its own falloff, strength and sends`,
    );
  }
  const reached = modulated.filter((w) => w !== 0).length;
  const empty = modulated.filter((w, i) => w !== 0 && delivered[i] === 0).length / Math.max(1, reached);
  if (isGroup(row) && row.heard && row.level !== 0 && send !== 0 && empty > 0)
    reasons.push(`none of its members acts on ${percent(empty)} of the way within its outer radius`);
  return reasons;
}
