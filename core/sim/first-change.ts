import { valueAt, type Key } from '../document/keys/keys';
import type { Moving, Scene } from '../document/scene';
import { automated } from '../scene/automated';
import { clockIn, lastSceneFrame } from '../scene/scene-clock';
import { colliderStart, emitterStart, fieldStart } from './own-start';
import { SIMULATED_SORTS, thingsOf, withThings, type MovableSort } from '../scene/numbers';
import { valueOf } from '../document/value-paths';

/** What this looks through: all that changes particles, and the time they live in. */
const TAKEN: readonly MovableSort[] = [...SIMULATED_SORTS, 'time'];

const unmoved = (thing: Moving): Moving => ({ ...thing, keys: {}, automations: {} });

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** The first whole frame at which a keyed number of two states of a thing differs; Infinity where none does. */
function firstOf(before: Moving, after: Moving, start: number, last: number): number {
  let first = Infinity;
  for (const path of new Set([...Object.keys(before.keys), ...Object.keys(after.keys)])) {
    // oxlint-disable-next-line typescript/no-unsafe-type-assertion -- keys of one path are all numbers or all vectors, and both are compared alike
    const [a, b] = [before.keys[path] ?? [], after.keys[path] ?? []] as readonly (readonly Key<number>[])[];
    if (same(a, b)) continue;
    const at = (thing: Moving, keys: readonly Key<number>[], frame: number) =>
      keys.length > 0 ? valueAt(keys, frame) : valueOf(thing, path);
    for (let frame = start; frame <= last && frame < first; frame++)
      if (!same(at(before, a!, frame), at(after, b!, frame))) {
        first = frame;
        break;
      }
  }
  return first;
}

/**
 * Whether two states of a scene differ in nothing but keys and automations of things; found without writing all of them
 * down.
 */
function alike(before: Scene, after: Scene): boolean {
  const sorts: readonly string[] = TAKEN;
  const [was, now]: readonly Readonly<Record<string, unknown>>[] = [{ ...before }, { ...after }];
  if (Object.keys(now!).some((member) => !sorts.includes(member) && was![member] !== now![member])) return false;
  return TAKEN.every((sort) => {
    const [a, b] = [thingsOf(before, sort), thingsOf(after, sort)] as readonly (readonly Moving[])[];
    if (before[sort] === after[sort]) return true;
    if (a!.length !== b!.length) return false;
    return a!.every((thing, i) => thing === b![i] || same(unmoved(thing), unmoved(b![i]!)));
  });
}

const LATE_SORTS = { fields: fieldStart, emitters: emitterStart, colliders: colliderStart } as const;

/**
 * The state after, but with every thing as it was before whose change is felt from a frame of its own on only; and the
 * first of those frames.
 */
function withoutLateOnes(before: Scene, after: Scene): { masked: Scene; first: number } {
  let first = Infinity;
  const masked: { -readonly [P in keyof Scene]: Scene[P] } = { ...after };
  const [moved, movedAfter] = [automated(before), automated(after)];
  for (const sort of ['fields', 'emitters', 'colliders'] as const) {
    // oxlint-disable-next-line typescript/no-unsafe-type-assertion -- each sort has the function of its own things
    const startOf = LATE_SORTS[sort] as (before: Scene, after: Scene, a: unknown, b: unknown) => number | undefined;
    const [was, now] = [before[sort] as readonly Moving[], after[sort] as readonly Moving[]];
    if (was === now || was.length !== now.length) continue;
    // oxlint-disable-next-line typescript/no-unsafe-type-assertion -- the list keeps the things of its sort
    masked[sort] = now.map((thing, i) => {
      if (thing === was[i] || same(unmoved(thing), unmoved(was[i]!))) return thing;
      const own = startOf(moved, movedAfter, moved[sort][i], movedAfter[sort][i]);
      if (own === undefined) return thing;
      first = Math.min(first, own);
      // Keys and automations are compared by themselves. The things are of the sort of the list they go into.
      return { ...was[i]!, keys: thing.keys, automations: thing.automations };
    }) as never;
  }
  return { masked, first };
}

/**
 * The first frame on which a run of one state of a scene can differ from that of another, where all that changed are
 * Keys and automations of its things, fields that are spanned, emitters before their first birth and colliders before their
 * gate is open; the start of the run where anything else did, Infinity where nothing differs. What a number is between
 * frames f − 1 and f is felt by frame f, and a motion's velocity by the frame before it.
 *
 * `rest` tells everything else of a scene that changes its particles.
 */
export function firstChange(before: Scene, after: Scene, rest: (scene: Scene) => string): number {
  const start = after.time.first - after.time.preRoll;
  // How far it is tried on changes nothing of what comes before.
  const bare = (scene: Scene): Scene => {
    const still = withThings(scene, unmoved, TAKEN);
    return { ...still, time: { ...still.time, beyond: 0 } };
  };
  const last = lastSceneFrame(after) + 1;
  let first = Infinity;
  if (!alike(before, after)) {
    const was = rest(bare(before));
    if (was !== rest(bare(after))) {
      const { masked, first: own } = withoutLateOnes(before, after);
      if (was !== rest(bare(masked))) return start;
      first = own;
    }
  }
  const [a, b] = [automated(before), automated(after)];
  for (const sort of SIMULATED_SORTS)
    (thingsOf(a, sort) as readonly Moving[]).forEach((thing, i) => {
      const now = thingsOf(b, sort)[i]!;
      if (thing !== now) first = Math.min(first, firstOf(thing, now, start, last));
    });
  // Up to where the time scale changes both clocks go alike.
  const shot = Math.min(
    first === Infinity ? Infinity : Math.floor(clockIn(after).back(first)),
    firstOf(a.time, b.time, start, last),
  );
  return shot === Infinity ? Infinity : Math.max(start, shot - 1);
}

/**
 * Whether the state at the start of a run, with all that is born at that very moment, is the same for two states of a
 * scene: fields act after it, unless they move what emitters are carried by.
 */
export function startStays(before: Scene, after: Scene, rest: (scene: Scene) => string): boolean {
  const { fields, groups, desk } = after;
  return after.carriers.length === 0 && rest({ ...before, fields, groups, desk }) === rest(after);
}
