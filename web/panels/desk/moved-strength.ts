import { useMoved, type NumberRef } from '../../widgets/movable';

/** A number of the desk as it is at the playhead, to as many digits as it has room for, and how it is set there. */
export function useNumberNow(of: NumberRef, plain: number, setPlainly: (value: number) => void) {
  const moved = useMoved(of);
  const now = moved.value as number | undefined;
  return {
    of,
    moved,
    value: now === undefined ? plain : Number(now.toPrecision(3)),
    set: (moved.set as ((value: number) => void) | undefined) ?? setPlainly,
  };
}
