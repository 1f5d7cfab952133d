import { X } from 'lucide-react';
import { useCallback, useEffect, useRef } from 'react';
import { create } from 'zustand';
import { usePlayer } from '../state/player-store';
import { runningScene, useRunningScene } from '../state/running-scene';
import { useAssets } from '../simulation/scene-assets';
import { useStage } from '../simulation/stage';
import { useImages } from './layers/image-textures';
import { Picture } from './picture';
import { shotAt } from './camera/shot';

/** Whether the shot is shown beside the view. */
export const useBeside = create<{ readonly open: boolean }>()(() => ({ open: false }));

/** Shows the shot beside the view, or no longer. */
export const toggleBeside = (): void => useBeside.setState(({ open }) => ({ open: !open }));

/** The picture of the shot camera, beside the view in which one works: what is in the file, quickly drawn. */
export function Beside() {
  const scene = useRunningScene();
  const { assets } = useAssets();
  const { images } = useImages();
  const { session } = useStage();
  const box = useRef<HTMLDivElement>(null);
  const picture = useRef<Picture>(undefined);
  const due = useRef(0);
  const { width, height } = scene.output;
  const draw = useCallback(() => {
    cancelAnimationFrame(due.current);
    due.current = requestAnimationFrame(() => {
      const { shown, frame } = usePlayer.getState();
      picture.current?.draw({ ...shotAt(runningScene(), shown ?? frame, width / height), samples: 1 });
    });
  }, [width, height]);
  useEffect(() => {
    // A canvas of its own each time: a context that was given up can’t be taken again.
    const canvas = document.createElement('canvas');
    canvas.className = 'h-full w-full';
    canvas.dataset['testid'] = 'beside';
    const made = new Picture(canvas);
    const sharp = Math.min(2, window.devicePixelRatio);
    const fit = () => {
      const wide = Math.max(1, Math.round(box.current!.clientWidth * sharp));
      made.setSize(wide, Math.max(1, Math.round((wide * height) / width)));
    };
    fit();
    made.setScene(runningScene(), useAssets.getState().assets);
    box.current!.replaceChildren(canvas);
    picture.current = made;
    const unshow = session.screen.onShow((frame) => {
      made.setFrame(frame, (at) => session.screen.at(at));
      draw();
    });
    const sizes = new ResizeObserver(() => {
      fit();
      draw();
    });
    sizes.observe(box.current!);
    return () => {
      unshow();
      sizes.disconnect();
      picture.current = undefined;
      made.dispose();
    };
  }, [session, width, height, draw]);
  useEffect(() => {
    const { current } = picture;
    if (!current) return;
    current.setScene(scene, assets);
    current.showEmitters((e) => scene.emitters[e]!.rendered);
    if (session.screen.frame) current.setFrame(session.screen.frame, (at) => session.screen.at(at));
    draw();
    // oxlint-disable-next-line react/exhaustive-effect-dependencies -- images are read from a store while it is drawn
  }, [scene, assets, images, session, draw]);
  return (
    <section
      aria-label="The shot beside the view"
      className="night relative grid w-2/5 min-w-60 shrink-0 place-items-center border-l border-rule bg-surround p-2"
    >
      <div ref={box} className="w-full" style={{ aspectRatio: `${width} / ${height}` }} />
      <button
        className="text-button absolute top-1 right-1 px-1"
        aria-label="Close the shot beside the view"
        title="Close (V)"
        onClick={toggleBeside}
      >
        <X size={14} />
      </button>
    </section>
  );
}
