import { valueAt, type Key } from '../places/keys';
import type { Moving, Scene } from './document';
import { withDrives } from './drives';
import { clockIn, lastSceneFrame } from './clock';
import { SIMULATED_SORTS, thingsOf, valueOf, withThings, type MovableSort } from './numbers';

/** What this looks through: all that changes particles, and the time they live in. */
const TAKEN: readonly MovableSort[] = [...SIMULATED_SORTS, 'time'];

const unmoved = (thing: Moving): Moving => ({ ...thing, keys: {}, drives: {} });

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** The first whole frame at which a keyed number of two states of a thing differs; Infinity where none does. */
function firstOf(before: Moving, after: Moving, start: number, last: number): number {
  let first = Infinity;
  for (const path of new Set([...Object.keys(before.keys), ...Object.keys(after.keys)])) {
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

/** Whether two states of a scene differ in nothing but keys and drives of things; found without writing all of them down. */
function alike(before: Scene, after: Scene): boolean {
  const sorts: readonly string[] = TAKEN;
  for (const member of Object.keys(after) as (keyof Scene)[]) if (!sorts.includes(member) && before[member] !== after[member]) return false;
  return TAKEN.every((sort) => {
    const [a, b] = [thingsOf(before, sort), thingsOf(after, sort)] as readonly (readonly Moving[])[];
    if (before[sort] === after[sort]) return true;
    if (a!.length !== b!.length) return false;
    return a!.every((thing, i) => thing === b![i] || same(unmoved(thing), unmoved(b![i]!)));
  });
}

/**
 * The first frame on which a run of one state of a scene can differ from that of another, where all that changed are keys and drives of
 * its things; the start of the run where anything else did, Infinity where nothing differs. What a number is
 * between frames f − 1 and f is felt by frame f, and a motion's velocity by the frame before it.
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
  if (!alike(before, after) && rest(bare(before)) !== rest(bare(after))) return start;
  const [a, b] = [withDrives(before), withDrives(after)];
  const last = lastSceneFrame(after) + 1;
  let first = Infinity;
  for (const sort of SIMULATED_SORTS)
    (thingsOf(a, sort) as readonly Moving[]).forEach((thing, i) => {
      const now = thingsOf(b, sort)[i]!;
      if (thing !== now) first = Math.min(first, firstOf(thing, now, start, last));
    });
  // Up to where the time scale changes both clocks go alike.
  const shot = Math.min(first === Infinity ? Infinity : Math.floor(clockIn(after).back(first)), firstOf(a.time, b.time, start, last));
  return shot === Infinity ? Infinity : Math.max(start, shot - 1);
}
