import type { Sounded } from './sounder';
import type { Sort } from './jobs';

/** What is said while there is no answer: that one is on its way, how far it has come, or why there is none. */
export function MeasuringStatus<S extends Sort>({
  sounded,
  last,
}: {
  sounded: Sounded<S> & { stop(): void };
  last?: number;
}) {
  const { busy, frame, refused } = sounded;
  if (refused !== undefined)
    return (
      <p role="alert" className="p-4 text-signal">
        This measurement failed: {refused}.
      </p>
    );
  if (!busy) return null;
  return (
    <p role="status" className="flex items-baseline gap-3 px-3 pt-2 text-second">
      <span className="num">
        {frame === undefined ? 'measuring …' : `measuring: frame ${frame}${last === undefined ? '' : ` of ${last}`}`}
      </span>
      {frame !== undefined && (
        <button className="text-button" onClick={sounded.stop}>
          Stop
        </button>
      )}
    </p>
  );
}
