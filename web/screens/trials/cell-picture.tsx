import { useEffect, useRef } from 'react';
import { coloursOf, drawShot } from './draw-shot';
import { useTrials, type Sheet, type Trial } from './trials-store';

/** The moving picture of a trial, at the frame that all of the sheet are at. */
export function CellPicture({ sheet, trial, width }: { sheet: Sheet; trial: Trial; width: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width: wide, height: high } = sheet.scene.output;
  const height = Math.round((width * high) / wide);
  useEffect(() => {
    const colours = coloursOf(sheet.scene);
    const draw = () => {
      const shot = trial.shots[Math.min(useTrials.getState().at, trial.shots.length - 1)];
      if (shot) drawShot(canvas.current!, shot, colours, trial.fine);
    };
    draw();
    // While they play, nothing but the pictures is drawn anew.
    return useTrials.subscribe((state, before) => void (state.at !== before.at && draw()));
    // oxlint-disable-next-line react/exhaustive-effect-dependencies -- a canvas of another width is empty
  }, [trial, sheet.scene, width]);
  return <canvas ref={canvas} width={width} height={height} className="block bg-surround" style={{ width, height }} />;
}
