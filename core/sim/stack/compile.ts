import { actions } from '../../kinds/actions';
import type { ActionKind } from '../../kinds/actions/action';
import { fields as fieldKinds } from '../../kinds/fields';
import type { FieldKind, FieldRoutine, FieldSource, FrozenParticles, SwallowRoutine } from '../../kinds/contracts/field';
import type { Recipe } from '../../kinds/contracts/kernel-descriptor';
import { rules } from '../../kinds/group-rules';
import type { RuleKind } from '../../kinds/group-rules/rule';
import { streamOf } from '../../lib/random/lookup';
import type { Assets } from '../../document/assets';
import type { Desk, Field, Group, Scene } from '../../document/scene';
import { actionOf, deskTree, groupsAround, isHeard, type DeskNode } from '../../document/groups';
import { bring, isMoving, remakeOf, thingAt, type Remake } from '../../scene/moved';
import { loopOf, wrapped } from '../../document/time/loop';
import { dialsOf } from '../../document/dials';
import { resourcesOf } from '../../scene/resources';
import { motionOf } from '../../document/keys/motion';
import { groupSource } from './fill';
import { Neighbours } from './neighbours';
import { placesOn } from './places-on';
import { twins, type Twins } from './twins';
import { compileZones, placeZones, type ZoneRow } from './zones';
import { compileReach, placeReach, spanLevel, type Reach } from './reach';

/** A field made ready to run. */
export interface Row extends Reach {
  readonly field: Field;
  /** Its place in the scene's list. */
  readonly index: number;
  readonly action: ActionKind;
  readonly vector: FieldRoutine;
  /** Its vector in numbers, where a kernel may take it. */
  readonly recipe: Recipe | undefined;
  readonly needs: NonNullable<FieldKind['needs']>;
  /** Undefined where it ends no particle. */
  readonly swallows: SwallowRoutine | undefined;
  /** What it is found through by fields that heed neighbours. */
  readonly swarms: readonly Neighbours[];
  readonly remake: Remake<Partial<Row>>;
}

/** A group made ready to run. */
export interface GroupRow extends Reach {
  readonly group: Group;
  /** Its place in the scene's list. */
  readonly index: number;
  readonly rule: RuleKind;
  /** How its members act; undefined where it has none. */
  readonly action: ActionKind | undefined;
  readonly members: readonly StackNode[];
  /** True where its members simply go into the sum around it. */
  readonly open: boolean;
  readonly remake: Remake<Partial<GroupRow>>;
}

export type StackNode = Row | GroupRow;

export const isGroup = (node: StackNode): node is GroupRow => 'group' in node;

/** The desk made ready to run. */
export interface Stack {
  /** Fields and groups as they stand on the desk. */
  readonly nodes: readonly StackNode[];
  /** Every field, in the order of the scene. */
  readonly rows: readonly Row[];
  readonly groups: ReadonlyMap<string, GroupRow>;
  readonly fps: number;
  /** The largest acceleration of the whole, m/s². */
  ceiling: number;
  /** The desk at a frame. */
  /** The frame of the first round of the loop that a frame is the same as. */
  readonly wrap: (frame: number) => number;
  readonly deskAt: (frame: number) => Desk['desk'];
  /** Emitters whose particles some field reads, with room for where they are. */
  readonly read: ReadonlyMap<string, FrozenParticles>;
  readonly zones: readonly ZoneRow[];
  /** Undefined where all is summed by the plain routines. */
  readonly twins: Twins | undefined;
  /** What fields that heed neighbours find them in. */
  swarms: readonly Neighbours[];
  /** Frame with fraction that it is placed for. */
  frame: number;
}

/** What fields that read particles read them through, while a stack is made ready. */
interface Reading {
  readonly read?: Map<string, FrozenParticles>;
  readonly swarms?: Neighbours[];
  /** The field's sends, by emitter. */
  readonly sends?: readonly number[];
  /** The share of the particles that takes part. */
  readonly share?: number;
}

/** Everything a field kind needs to be compiled. */
export function fieldSource(
  scene: Scene,
  field: Field,
  assets: Assets,
  { read, swarms, sends = [], share = 1 }: Reading = {},
): FieldSource {
  const particlesOf = (id: string): FrozenParticles | undefined => {
    if (!scene.emitters.some((e) => e.id === id)) return undefined;
    const none = new Float64Array(0);
    const frozen = read?.get(id) ?? { count: 0, x: none, y: none, z: none, share };
    read?.set(id, frozen);
    return frozen;
  };
  const { blends, paced, vectorUnit } = actions.get(field.actsAs);
  return {
    strength: blends ? (paced ? field.pace : 1) : field.strength,
    dials: dialsOf(scene),
    moves: vectorUnit === 'm/s',
    stream: streamOf(scene.seed, field.seed),
    settings: field.settings,
    fps: scene.time.fps,
    resources: resourcesOf(scene, assets),
    extent: field.extent,
    particles: particlesOf,
    neighbours(radius, together) {
      const sent = scene.emitters.flatMap((_, e) => ((sends[e] ?? 0) === 0 ? [] : [e]));
      const groups = together ? [sent] : sent.map((e) => [e]);
      const made = groups.map((emitters) => ({ emitters, swarm: new Neighbours(radius, emitters, share) }));
      swarms?.push(...made.map(({ swarm }) => swarm));
      return (emitter) => made.find(({ emitters }) => emitters.includes(emitter))?.swarm;
    },
    group: (id, frame) => groupSource(scene, assets, id, frame),
    placeAt: (frame) => motionOf(scene.carriers, field).at(frame),
    placeOn: (id) => placesOn(scene, assets, id, streamOf(scene.seed, field.seed)),
  };
}

/** Makes the fields and groups of a scene ready to run. `share` is the draft's. */
export function compileStack(scene: Scene, assets: Assets, share = 1): Stack {
  const inUse = twins();
  const read = new Map<string, FrozenParticles>();
  const makeRow = (field: Field, index: number): Omit<Row, 'remake'> => {
    const kind = fieldKinds.get(field.settings.kind);
    const reach = compileReach(scene, field, assets, isHeard(field, scene));
    const swarms: Neighbours[] = [];
    const source = fieldSource(scene, field, assets, { read, swarms, sends: reach.sends, share });
    const recipe = inUse && kind.recipe?.(source);
    return {
      ...reach,
      field,
      index,
      action: actions.get(field.actsAs),
      vector: (recipe && inUse?.routine(recipe)) ?? kind.compile(source),
      recipe,
      swallows: kind.swallows?.(source),
      needs: kind.needs ?? {},
      swarms,
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
    const make = (now: Group) => ({ ...compileReach(scene, now, assets, heard), group: now });
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
  const stack: Stack = {
    nodes: deskTree(scene).map(nodeOf),
    rows,
    groups,
    fps: scene.time.fps,
    ceiling: Infinity,
    wrap: wrapped(loopOf(scene)),
    deskAt: isMoving(scene.desk) ? (frame) => thingAt(scene.desk, frame) : () => scene.desk,
    read,
    swarms: rows.flatMap((row) => row.swarms),
    zones: compileZones(scene, assets),
    twins: inUse,
    frame: NaN,
  };
  placeStack(stack, scene.time.first);
  return stack;
}

/** Brings fields and groups to where and how they are at a frame with fraction; `step` is the frames a substep takes. */
export function placeStack(stack: Stack, frame: number, step = 1): void {
  stack.frame = frame;
  for (const row of stack.rows) bring(row, frame);
  for (const row of stack.groups.values()) bring(row, frame);
  if (stack.rows.some((row) => row.remake && row.swarms.length > 0)) stack.swarms = stack.rows.flatMap((row) => row.swarms);
  const { master, limited, ceiling } = stack.deskAt(frame);
  stack.ceiling = limited ? ceiling : Infinity;
  // What stands in a group is multiplied by the master through it.
  const share = ({ group }: Field | Group) => (group === '' ? master : 1);
  for (const row of stack.rows) {
    row.level = spanLevel(row.field, stack.wrap(frame)) * share(row.field);
    placeReach(row, frame, step, stack.fps);
  }
  for (const row of stack.groups.values()) {
    row.level = share(row.group);
    placeReach(row, frame, step, stack.fps);
  }
  placeZones(stack.zones, frame, step, stack.fps);
}
