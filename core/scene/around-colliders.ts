import { gather, standsIn } from '../document/groups';
import { motionOf } from '../document/keys/motion';
import { isMoving } from '../document/keys/thing-at';
import type { Collider, Field, Group, Scene } from '../document/scene';
import { grid } from '../kinds/fields/grid';
import type { SourceBox } from '../kinds/contracts/field';
import { pass } from '../kinds/responses/pass';
import { freeIdentity } from './free-identity';
import { completeField, completeGroup } from './read';
import { freeSeed } from './starters';

/** Cells along the longest side of a box around colliders. */
const CELLS = 40;

/** Whether a flow that is led around colliders heeds this one. */
export const isLedAround = ({ on, response }: Collider): boolean => on && response.kind !== pass.kind;

/** Whether a field, or a group that acts that way, can be led around colliders. */
export const canBeLedAround = (actsAs: string | undefined): boolean =>
  actsAs !== undefined && grid.actions.includes(actsAs);

const rounded = (n: number) => Number(n.toPrecision(2));

/**
 * Leads a field or a group around the colliders of the scene: it is muted, and a flow grid beside it that is sampled from it
 * acts in its place. A field gets a group of its own for that.
 */
export function withFlowAround(
  scene: Scene,
  sort: 'fields' | 'groups',
  id: string,
  { centre, sides }: SourceBox,
): Scene {
  const thing: Field | Group = scene[sort].find((one) => one.id === id)!;
  const named = (prefix: string, name: string) => freeIdentity(prefix, name, [...scene.fields, ...scene.groups]);
  const made = sort === 'fields' ? completeGroup(named('g', `${thing.name}, undisturbed`)) : undefined;
  const gathered = made ? gather(scene, [id], made) : scene;
  const source = made?.id ?? id;
  const groups = gathered.groups.map((g) => (g.id === source ? { ...g, mute: true } : g));
  const members = gathered.fields.filter((f) => standsIn(groups, f, source));
  const moves = scene.colliders.some((c) => isLedAround(c) && (isMoving(c) || motionOf(scene.carriers, c).moves));
  const field = completeField({
    ...named('f', `${thing.name} around colliders`),
    seed: freeSeed(scene.fields),
    group: thing.group,
    actsAs: members[0]!.actsAs,
    sends: thing.sends,
    transform: { position: centre },
    falloff: { kind: 'everywhere' },
    settings: {
      kind: grid.kind,
      group: source,
      around: true,
      outside: 'source',
      every: moves ? 2 : 0,
      at: scene.time.first,
      width: sides[0],
      height: sides[1],
      depth: sides[2],
      cell: Math.max(0.005, rounded(Math.max(...sides) / CELLS)),
    },
  });
  const last = gathered.fields.lastIndexOf(members.at(-1)!);
  return { ...gathered, groups, fields: gathered.fields.toSpliced(last + 1, 0, field) };
}
