import { useMemo } from 'react';
import { EVEN, type Clock } from '../../../core/document/time/clock';
import { isByShot, type MovableSort } from '../../../core/scene/numbers';
import { usePlayer } from '../../state/player-store';
import { useClock } from '../../state/scene-clock';
import { useSceneOf } from '../../state/scene-store';

/** Frames that the deck spans: the run, pre-roll included. */
export function useSpan(): DeckSpan {
  const { first, last, preRoll } = useSceneOf((scene) => scene.time);
  const end = last + usePlayer((player) => player.beyond);
  const clock = useClock();
  return useMemo(
    () => ({ from: first - preRoll, to: Math.max(end, first - preRoll + 1), clock }),
    [first, end, preRoll, clock],
  );
}

/** The frames of the shot that a deck spans, and how the scene’s own time runs beside them. */
export interface DeckSpan {
  readonly from: number;
  readonly to: number;
  readonly clock: Clock;
}

/** The time in which the keys of a row stand. */
export const clockOfRow = (span: DeckSpan, sort: MovableSort): Clock => (isByShot(sort) ? EVEN : span.clock);
