import { useEffect, useReducer, useRef } from 'react';
import type { Vector } from '../../core/lib/math/vector';
import { slotOf } from '../simulation/at-particle';
import { useStage } from '../simulation/stage';
import { usePlayer } from '../state/player-store';
import { useWeightPainting } from '../state/weight-painting';
import { usePathDrawing } from '../state/path-drawing';
import { hold, pointAt, probedOf, useProbed, type Probed } from '../state/probed';
import { runningScene } from '../state/running-scene';
import { onClicks } from './clicks';
import { nearestParticle } from './nearest-particle';
import type { ViewRig } from './camera/view-rig';

/** Pixels from the pointer to a particle that is meant. */
const REACH = 9;

/**
 * Marks the particle under the pointer while nothing plays, and the one that was clicked: strips and inspector show what the
 * fields give there. A click beside all particles lets go of it.
 */
export function ParticleProbe({ rig }: { rig: ViewRig }) {
  const { session } = useStage();
  const place = useRef<HTMLDivElement>(null);
  const probed = useProbed(probedOf);
  const held = useProbed((state) => state.held);
  const playing = usePlayer((player) => player.playing);
  usePlayer((player) => player.shown);
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  useEffect(() => rig.drawing.onDrawn(redraw), [rig]);

  useEffect(() => {
    const view = place.current!.closest<HTMLElement>('[role=application]')!;
    let due = 0;
    const find = ({ clientX, clientY }: PointerEvent): Probed | undefined => {
      const { frame } = session.screen;
      if (!frame) return undefined;
      const box = view.getBoundingClientRect();
      const { emitters } = runningScene();
      const point = { x: clientX - box.left, y: clientY - box.top };
      const isHidden = (e: number) => emitters[e]?.drawn === false || emitters[e]?.shown === false;
      const found = nearestParticle(frame, rig.toClip(), box, point, REACH, isHidden);
      return found && { emitter: found.emitter, id: frame.emitters[found.emitter]!.id[found.slot]! };
    };
    const onView = ({ target }: Event) => target instanceof HTMLCanvasElement;
    const move = (event: PointerEvent) => {
      cancelAnimationFrame(due);
      if (usePlayer.getState().playing || event.buttons !== 0 || !onView(event)) return pointAt(undefined);
      due = requestAnimationFrame(() => pointAt(find(event)));
    };
    const leave = () => {
      cancelAnimationFrame(due);
      pointAt(undefined);
    };
    const endClicks = onClicks(view, (event) => {
      const draws = usePathDrawing.getState().id !== undefined || useWeightPainting.getState().id !== undefined;
      if (onView(event) && !draws && !usePlayer.getState().playing) hold(find(event));
    });
    view.addEventListener('pointermove', move);
    view.addEventListener('pointerleave', leave);
    return () => {
      leave();
      view.removeEventListener('pointermove', move);
      view.removeEventListener('pointerleave', leave);
      endClicks();
    };
  }, [rig, session]);

  const { frame } = session.screen;
  const mark = (one: Probed, isHeld: boolean) => {
    const slot = frame && slotOf(frame, one);
    if (slot === undefined) return null;
    const { x, y, z } = frame!.emitters[one.emitter]!.columns;
    const at = rig.project([x[slot]!, y[slot]!, z[slot]!] as Vector);
    return (
      at && (
        <span
          key={isHeld ? 'held' : 'under'}
          className={`absolute h-4 w-4 -translate-x-1/2 -translate-y-1/2 rounded-full border ${isHeld ? 'border-lamp' : 'border-second'}`}
          style={{ left: at.x, top: at.y }}
          data-testid={isHeld ? 'held-particle' : 'particle-under'}
        />
      )
    );
  };
  const isOther = probed && (probed.emitter !== held?.emitter || probed.id !== held.id);
  return (
    <div ref={place} className="pointer-events-none absolute inset-0">
      {held && mark(held, true)}
      {isOther && !playing && mark(probed, false)}
    </div>
  );
}
