import type { GroupFill } from '../../kinds/contracts/group-fill';
import { vectorColumns } from '../../lib/math/vector';
import type { Assets } from '../../document/assets';
import { completeEmitter } from '../../scene/read';
import type { Scene } from '../../document/scene';
import { groupsAround, standsIn } from '../../document/groups';
import { BLOCK, particleBlock } from '../../lib/particle-block';
import { combineGroup, weigh } from './evaluate-row';
import { deliver } from './group-members';
import { placeStack } from './place';
import type { Stack } from './stack';
import { innerOf, rowScratch } from './room';

/** Makes the fields of a scene ready to run. */
export type CompileScene = (scene: Scene) => Stack;

/** A scene with nothing in it but what a group holds, heard by all. What is filled from a group itself is left out. */
function only(scene: Scene, group: string): Scene {
  const fields = scene.fields.filter((f) => standsIn(scene.groups, f, group) && f.settings['group'] === undefined);
  const kept = new Set([group, ...fields.flatMap((f) => groupsAround(scene.groups, f).map((g) => g.id))]);
  const open = { sends: {}, solo: false };
  return {
    ...scene,
    desk: { ...scene.desk, master: 1, limited: false, keys: {}, automations: {} },
    emitters: [completeEmitter({ id: 'probe', name: 'Probe', shape: { kind: 'point' } })],
    fields: fields.map((f) => ({ ...f, ...open })),
    groups: scene.groups
      .filter((g) => kept.has(g.id))
      .map((g) => ({ ...g, ...open, ...(g.id === group && { mute: false, group: '' }) })),
  };
}

/**
 * Reads what a group of fields comes to at points and a frame, for a body at rest of 1 kg, whatever its own mute, sends
 * and solos are. For ways of acting whose strength is a share it is the velocity they draw to. Undefined where there is
 * no such group.
 */
function fillFrom(scene: Scene, compile: CompileScene, group: string, frame: number): GroupFill | undefined {
  if (!scene.groups.some((g) => g.id === group)) return undefined;
  const stack = compile(only(scene, group));
  placeStack(stack, frame);
  const row = stack.groups.get(group);
  if (!row?.action) return undefined;
  const { action } = row;
  const block = particleBlock();
  const room = rowScratch();
  const [vector, weight] = [vectorColumns(BLOCK), new Float64Array(BLOCK)];
  block.mass.fill(1);
  block.life.fill(1);
  block.time.fill(frame / scene.time.fps);
  return (count, at, out) => {
    for (let start = 0; start < count; start += BLOCK) {
      block.count = Math.min(BLOCK, count - start);
      for (let i = 0; i < block.count; i++)
        [block.position.x[i], block.position.y[i], block.position.z[i]] = at(start + i);
      if (!weigh(stack, row, block, room)) {
        out.fill(0, 3 * start, 3 * (start + block.count));
        continue;
      }
      deliver(action, room.weight, combineGroup(stack, row, block, innerOf(room)), block.count, vector, weight);
      for (let i = 0; i < block.count; i++) {
        const w = action.blends ? (weight[i] === 0 ? 0 : 1) : weight[i]!;
        out[3 * (start + i)] = w * vector.x[i]!;
        out[3 * (start + i) + 1] = w * vector.y[i]!;
        out[3 * (start + i) + 2] = w * vector.z[i]!;
      }
    }
  };
}

/** A group as the source of something that is filled from it, with a key of all that it depends on. */
export function groupSource(
  scene: Scene,
  assets: Assets,
  compile: CompileScene,
  group: string,
  frame: number,
): { key(): string; fill: GroupFill } | undefined {
  if (!scene.fields.some((f) => standsIn(scene.groups, f, group))) return undefined;
  return {
    key() {
      const { fields, groups, carriers, meshes, dials, seed, time } = only(scene, group);
      return JSON.stringify([frame, seed, time.fps, fields, groups, carriers, meshes, dials, [...assets.keys()]]);
    },
    // Compiled when it is first asked for a vector.
    fill: (count, at, out) => fillFrom(scene, compile, group, frame)?.(count, at, out),
  };
}
