import { toast } from 'sonner';
import type { Handles } from '../../../core/lib/math/bezier';
import { movedKeys, pastedKeys, scaledKeys } from '../../../core/document/keys/key-edits';
import type { Ease, Key } from '../../../core/document/keys/keys';
import { checkKeys } from '../../../core/document/forms';
import { MOVABLE_SORTS, numbersOf } from '../../../core/scene/numbers';
import { MOST } from '../../../core/document/scene';
import { keyFrame } from '../../state/scene-clock';
import { movableOf, setKeysOf } from '../../state/movement';
import { beginGesture, endGesture, openedScene } from '../../state/scene-store';
import { useSelection } from '../../state/selection-store';
import { keyRows, selectedRef, type KeyRow } from './key-rows';
import { pick, useKeys } from './keys-store';

const CLIPBOARD = 'bathyclast-copied-keys';

/** Keys as they wait to be pasted. */
interface Copied {
  readonly fps: number;
  readonly first: number;
  readonly rows: readonly {
    readonly sort: string;
    readonly id: string;
    readonly path: string;
    readonly keys: readonly Key[];
  }[];
}

/** Rows that have selected keys, with the frames of those. */
export function pickedRows(): { readonly row: KeyRow; readonly frames: ReadonlySet<number> }[] {
  const { picked } = useKeys.getState();
  return keyRows(openedScene()).flatMap((row) => {
    const there = new Set(row.keys.map((key) => key.frame));
    const frames = new Set((picked[row.id] ?? []).filter((frame) => there.has(frame)));
    return frames.size > 0 ? [{ row, frames }] : [];
  });
}

function inOneStep(act: () => void): void {
  beginGesture();
  act();
  endGesture();
}

/** Begins to move what is selected: the returned function sets it down so many frames on, or scaled about a frame. */
export function startMove(): (by: number, scale?: { readonly about: number; readonly by: number }) => void {
  const rows = pickedRows();
  const { ripple } = useKeys.getState();
  return (by, scale) => {
    const next: Record<string, readonly number[]> = {};
    for (const { row, frames } of rows) {
      const { keys, ref, path, id } = row;
      setKeysOf(
        ref,
        path,
        scale ? scaledKeys(keys, frames, scale.about, scale.by) : movedKeys(keys, frames, by, ripple),
      );
      next[id] = [...frames].map((frame) =>
        Math.round(scale ? scale.about + (frame - scale.about) * scale.by : frame + by),
      );
    }
    pick(next);
  };
}

/** Moves the selected keys by frames, as one step. */
export const nudge = (by: number): void => inOneStep(() => startMove()(by));

/** Deletes the selected keys. */
export function deletePicked(): void {
  inOneStep(() => {
    for (const { row, frames } of pickedRows())
      setKeysOf(
        row.ref,
        row.path,
        row.keys.filter((key) => !frames.has(key.frame)),
      );
  });
  pick({});
}

/** Sets how the value goes on from the selected keys. */
export function easePicked(ease: Ease, handles?: Handles): void {
  inOneStep(() => {
    for (const { row, frames } of pickedRows())
      setKeysOf(
        row.ref,
        row.path,
        row.keys.map(({ handles: _old, ...key }) =>
          frames.has(key.frame)
            ? { ...key, ease, ...(handles && { handles }) }
            : { ...key, ...(_old && { handles: _old }) },
        ),
      );
  });
}

/** Remembers the selected keys, for this or another scene. */
export function copyPicked(): void {
  const rows = pickedRows();
  if (rows.length === 0) return;
  const copied: Copied = {
    fps: openedScene().time.fps,
    first: Math.min(...rows.flatMap(({ frames }) => [...frames])),
    rows: rows.map(({ row, frames }) => ({
      ...row.ref,
      path: row.path,
      keys: row.keys.filter((key) => frames.has(key.frame)),
    })),
  };
  localStorage.setItem(CLIPBOARD, JSON.stringify(copied));
}

/** What was copied; undefined where nothing was, or what is there can't be read. */
function copiedKeys(): Copied | undefined {
  try {
    const copied = JSON.parse(localStorage.getItem(CLIPBOARD) ?? '') as Partial<Copied>;
    const sound =
      Number.isFinite(copied.fps) && copied.fps! > 0 && Number.isInteger(copied.first) && Array.isArray(copied.rows);
    return sound ? (copied as Copied) : undefined;
  } catch {
    return undefined;
  }
}

/**
 * Puts the copied keys in, the first of them at the playhead: into the rows they come from, or those of what is
 * selected where it has such a number. At another rate, times in seconds stay. Throws nothing: what can't be pasted is
 * told.
 */
export function pasteKeys(): void {
  const copied = copiedKeys();
  if (!copied) {
    toast.error('There are no keyframes to paste. Select keyframes and copy them first.');
    return;
  }
  const scene = openedScene();
  const { fps } = scene.time;
  const chosen = selectedRef(useSelection.getState().selection);
  const rate = fps / copied.fps;
  const next: Record<string, readonly number[]> = {};
  let lost = 0;
  inOneStep(() => {
    for (const { sort, id, path, keys } of copied.rows) {
      const own = { sort, id } as KeyRow['ref'];
      const ref = chosen && takes(chosen, path, keys) ? chosen : takes(own, path, keys) ? own : undefined;
      const before = ref && (movableOf(scene, ref)!.keys[path] ?? []);
      if (!ref || !before || before.length + keys.length > MOST.keys) {
        lost++;
        continue;
      }
      const frame = keyFrame(ref.sort);
      const put = pastedKeys(before, keys, copied.first, frame, rate);
      setKeysOf(ref, path, put);
      next[`${ref.sort} ${ref.id} ${path}`] = keys.map((key) => frame + Math.round((key.frame - copied.first) * rate));
    }
  });
  pick(next);
  if (lost > 0)
    toast.error(
      `${lost} of ${copied.rows.length} copied numbers can’t be pasted: nothing here has such a number, or it would have more than ${MOST.keys} keyframes.`,
    );
  else if (rate !== 1)
    toast(`Copied at ${copied.fps} frames a second and pasted at ${fps}: the times in seconds stay the same.`);
}

/** Whether a thing has a number that such keys fit. */
function takes({ sort, id }: KeyRow['ref'], path: string, keys: readonly Key[]): boolean {
  if (!MOVABLE_SORTS.includes(sort)) return false;
  const thing = movableOf(openedScene(), { sort, id });
  return thing !== undefined && checkKeys({ [path]: keys }, 'keys', numbersOf(sort, thing)).length === 0;
}
