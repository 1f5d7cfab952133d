import { useEffect, useRef } from 'react';
import { usePlayer } from '../state/player-store';
import { FRAME_SHARE } from './camera/view-rig';

/** The opening of the shot where the view will draw its frame, at the frame of the playhead. */
export function OpeningPicture() {
  const opening = usePlayer((player) => player.opening);
  const frame = usePlayer((player) => player.frame);
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (canvas.current) opening?.draw(frame, canvas.current);
  }, [opening, frame]);
  return (
    opening && (
      <canvas
        ref={canvas}
        data-testid="opening"
        className="pointer-events-none absolute object-contain"
        style={{ inset: `${50 * (1 - FRAME_SHARE)}%`, width: `${100 * FRAME_SHARE}%`, height: `${100 * FRAME_SHARE}%` }}
      />
    )
  );
}
