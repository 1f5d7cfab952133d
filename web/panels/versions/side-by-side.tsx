import { Pause, Play } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Scene } from '../../../core/document/scene';
import { playOnce, shotPicture } from '../../view/play-shot';

const WIDTH = 480;
/** Each scene is played with at most about this many particles. */
const ENOUGH = 3000;

/** Where several runs wait for one another on each frame; one that has ended is waited for no more. */
function meetingOf(count: number) {
  let left = count;
  const waiting = new Map<number, (() => void)[]>();
  const look = (frame: number) => {
    const there = waiting.get(frame) ?? [];
    if (there.length < left) return;
    waiting.delete(frame);
    for (const go of there) go();
  };
  return {
    meet: (frame: number) =>
      new Promise<void>((go) => {
        waiting.set(frame, [...(waiting.get(frame) ?? []), go]);
        look(frame);
      }),
    leave() {
      left--;
      for (const frame of waiting.keys()) look(frame);
    },
  };
}

/** Scenes that are played side by side, frame by frame. */
export function SideBySide({ scenes }: { scenes: readonly { readonly label: string; readonly scene: Scene }[] }) {
  const boxes = useRef<(HTMLDivElement | null)[]>([]);
  const [playing, setPlaying] = useState(() => !window.matchMedia('(prefers-reduced-motion: reduce)').matches);
  const [failed, setFailed] = useState<string>();
  useEffect(() => {
    const stop = new AbortController();
    const { signal } = stop;
    // A canvas of its own each time: a context that was given up can't be taken again.
    const canvases = scenes.map(({ label }, i) => {
      const canvas = document.createElement('canvas');
      canvas.className = 'block w-full';
      canvas.setAttribute('role', 'img');
      canvas.setAttribute('aria-label', label);
      boxes.current[i]?.replaceChildren(canvas);
      return canvas;
    });
    void (async () => {
      const pictures = await Promise.all(scenes.map(({ scene }, i) => shotPicture(scene, canvases[i]!, WIDTH, signal)));
      do {
        const { meet, leave } = meetingOf(scenes.length);
        await Promise.all(
          scenes.map(({ scene }, i) =>
            playOnce(scene, pictures[i]!, { most: ENOUGH, still: !playing, meet }, signal).finally(leave),
          ),
        );
      } while (playing && !signal.aborted);
    })().catch((error: Error) => signal.aborted || setFailed(error.message));
    return () => stop.abort();
  }, [scenes, playing]);
  return (
    <div className="grid grid-cols-2 gap-3">
      {scenes.map(({ label, scene }, i) => (
        <figure key={label}>
          <div
            ref={(box) => void (boxes.current[i] = box)}
            className="w-full night border border-rule bg-surround"
            style={{ aspectRatio: `${scene.output.width} / ${scene.output.height}` }}
          />
          <figcaption className="pt-1 text-second">{label}</figcaption>
        </figure>
      ))}
      <button
        className="text-button -ml-1 flex items-center gap-1 justify-self-start"
        onClick={() => setPlaying(!playing)}
      >
        {playing ? <Pause size={14} /> : <Play size={14} />} {playing ? 'Pause' : 'Play'}
      </button>
      {failed && (
        <p role="alert" className="col-span-2 text-signal">
          These can’t be played: {failed}
        </p>
      )}
    </div>
  );
}
