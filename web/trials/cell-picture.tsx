import { useEffect, useRef } from 'react';
import { coloursOf, drawShot } from './draw-shot';
import { useTrials, type Sheet, type Trial } from './trials-store';

/** The moving picture of a trial, at the frame that all of the sheet are at. */
export function CellPicture({ sheet, trial, width }: { sheet: Sheet; trial: Trial; width: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const at = useTrials((state) => state.at);
  const { width: wide, height: high } = sheet.scene.output;
  const height = Math.round((width * high) / wide);
  useEffect(() => {
    const shot = trial.shots[Math.min(at, trial.shots.length - 1)];
    if (shot) drawShot(canvas.current!, shot, coloursOf(sheet.scene), trial.fine);
  }, [trial, at, sheet.scene, width]);
  return <canvas ref={canvas} width={width} height={height} className="block bg-black" style={{ width, height }} />;
}
