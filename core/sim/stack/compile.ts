import { placeStack } from './place';
import { isGroup, type GroupRow, type KernelBackend, type Row, type Stack, type StackNode } from './stack';
import { actions } from '../../kinds/actions';
import { fields as fieldKinds } from '../../kinds/fields';
import type { FieldSource, FrozenParticles } from '../../kinds/contracts/field';
import { rules } from '../../kinds/group-rules';
import { streamOf } from '../../lib/random/lookup';
import type { Assets } from '../../document/assets';
import type { Field, Group, Scene } from '../../document/scene';
import { actionOf, deskTree, groupsAround, isHeard, type DeskNode } from '../../document/groups';
import { isMoving, remakeOf, thingAt } from '../../document/keys/thing-at';
import { loopOf, wrapped } from '../../document/time/loop';
import { dialsOf } from '../../document/dials';
import { resourcesOf } from '../../scene/resources';
import { motionOf } from '../../document/keys/motion';
import { groupSource } from './group-source';
import { NeighbourGrid } from './neighbour-grid';
import { placesOn } from './places-on';
import { solidsOf } from './solids-of';
import { compileZones } from './zones';
import { compileWeight } from './weight';

/** What fields that read particles read them through, while a stack is made ready. */
interface Reading {
  readonly read?: Map<string, FrozenParticles>;
  readonly neighbourGrids?: NeighbourGrid[];
  /** The field's sends, by emitter. */
  readonly sends?: readonly number[];
  /** The fraction of the particles that takes part. */
  readonly draftFraction?: number;
  readonly backend?: KernelBackend | undefined;
  readonly attend?: ((share: number) => void) | undefined;
}

/** Everything a field kind needs to be compiled. Groups it is filled from are summed by the backend, too. */
export function fieldSource(
  scene: Scene,
  field: Field,
  assets: Assets,
  { read, neighbourGrids, sends = [], draftFraction = 1, backend, attend }: Reading = {},
): FieldSource {
  const particlesOf = (id: string): FrozenParticles | undefined => {
    if (!scene.emitters.some((e) => e.id === id)) return undefined;
    const none = new Float64Array(0);
    const frozen = read?.get(id) ?? { count: 0, x: none, y: none, z: none, draftFraction };
    read?.set(id, frozen);
    return frozen;
  };
  const { blends, paced, vectorUnit } = actions.get(field.actsAs);
  return {
    strength: blends ? (paced ? field.targetSpeed : 1) : field.strength,
    dials: dialsOf(scene),
    moves: vectorUnit === 'm/s',
    stream: streamOf(scene.seed, field.seed),
    settings: field.settings,
    fps: scene.time.fps,
    resources: resourcesOf(scene, assets),
    falloff: field.falloff,
    particles: particlesOf,
    neighbours(radius, together) {
      const sent = scene.emitters.flatMap((_, e) => ((sends[e] ?? 0) === 0 ? [] : [e]));
      const groups = together ? [sent] : sent.map((e) => [e]);
      const made = groups.map((emitters) => ({ emitters, grid: new NeighbourGrid(radius, emitters, draftFraction) }));
      neighbourGrids?.push(...made.map(({ grid }) => grid));
      return (emitter) => made.find(({ emitters }) => emitters.includes(emitter))?.grid;
    },
    group: (id, frame) => groupSource(scene, assets, (only) => compileStack(only, assets, { backend }), id, frame),
    solids: (frame) => solidsOf(scene, assets, frame),
    attend,
    placeAt: (frame) => motionOf(scene.carriers, field).at(frame),
    placeOn: (id) => placesOn(scene, assets, id, streamOf(scene.seed, field.seed)),
  };
}

/** How a stack is compiled: for a share of the particles, and for a backend or the plain routines. */
export interface CompileOptions {
  readonly draftFraction?: number | undefined;
  readonly backend?: KernelBackend | undefined;
  /** Told about the share that is done of filling a grid, 0 … 1; may throw to end it. */
  readonly attend?: ((share: number) => void) | undefined;
}

/** Whether a field or group does something else to a particle in the middle of its step than where it drifts to. */
function isForeseen(node: StackNode, isOpen = true): boolean {
  if (node.heedsVelocity || node.action?.kind === 'move') return true;
  if (isGroup(node)) return node.members.some((member) => isForeseen(member, isOpen && node.open));
  if (!node.needs.velocity || (node.damps && isOpen)) return false;
  const { settings } = node.field;
  return fieldKinds.get(settings.kind).heedsVelocity?.(settings) ?? true;
}

/** Makes the fields and groups of a scene ready to run. */
export function compileStack(scene: Scene, assets: Assets, options: CompileOptions = {}): Stack {
  const { draftFraction = 1, backend, attend } = options;
  const read = new Map<string, FrozenParticles>();
  const makeRow = (field: Field, index: number): Omit<Row, 'remake'> => {
    const kind = fieldKinds.get(field.settings.kind);
    const weight = compileWeight(scene, field, assets, isHeard(field, scene));
    const neighbourGrids: NeighbourGrid[] = [];
    const source = fieldSource(scene, field, assets, {
      read,
      neighbourGrids,
      sends: weight.sends,
      draftFraction,
      backend,
      attend,
    });
    const descriptor = backend && kind.kernel?.(source);
    return {
      ...weight,
      field,
      index,
      action: actions.get(field.actsAs),
      vector: (descriptor && backend?.routine(descriptor)) ?? kind.compile(source),
      descriptor,
      absorbs: kind.particles?.absorbs?.(source),
      barrier: kind.diagnose?.barrier?.(source),
      needs: kind.needs ?? {},
      damps: kind.damps === true && (field.actsAs === 'acceleration' || field.actsAs === 'force'),
      neighbourGrids,
    };
  };
  const rows = scene.fields.map((field, index): Row => {
    const make = (now: Field) => makeRow(now, index);
    return { ...make(field), remake: remakeOf(field, make) };
  });
  const groups = new Map<string, GroupRow>();
  const nodeOf = (node: DeskNode): StackNode => {
    if ('field' in node) return rows[scene.fields.indexOf(node.field)]!;
    const { group } = node;
    const action = actionOf(scene, group);
    const rule = rules.get(group.rule);
    const heard = !group.mute && groupsAround(scene.groups, group).every((g) => !g.mute);
    const make = (now: Group) => ({ ...compileWeight(scene, now, assets, heard), group: now });
    const row: GroupRow = {
      ...make(group),
      index: scene.groups.indexOf(group),
      rule,
      action: action === undefined ? undefined : actions.get(action),
      members: node.members.map(nodeOf),
      open: rule.kind === 'sum' && !group.limited && !group.unit,
      remake: remakeOf(group, make),
    };
    groups.set(group.id, row);
    return row;
  };
  const nodes = deskTree(scene).map(nodeOf);
  const neighbourGrids = rows.flatMap((row) => row.neighbourGrids);
  const stack: Stack = {
    nodes,
    rows,
    groups,
    fps: scene.time.fps,
    ceiling: Infinity,
    wrap: wrapped(loopOf(scene)),
    deskAt: isMoving(scene.desk) ? (frame) => thingAt(scene.desk, frame) : () => scene.desk,
    read,
    neighbourGrids,
    foresees: neighbourGrids.length === 0 && nodes.some((node) => isForeseen(node)),
    zones: compileZones(scene, assets),
    backend,
    frame: NaN,
  };
  placeStack(stack, scene.time.first);
  return stack;
}
