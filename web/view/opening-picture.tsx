import { useEffect, useRef } from 'react';
import { usePlayer } from '../state/player-store';

/** The opening of the shot where the view will draw its frame, at the frame of the playhead. */
export function OpeningPicture() {
  const opening = usePlayer((player) => player.opening);
  const frame = usePlayer((player) => player.frame);
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (canvas.current) opening?.draw(frame, canvas.current);
  }, [opening, frame]);
  // The view leaves a margin of a twentieth around the frame of the shot.
  return (
    opening && (
      <canvas
        ref={canvas}
        data-testid="opening"
        className="pointer-events-none absolute inset-[5%] h-[90%] w-[90%] object-contain"
      />
    )
  );
}
