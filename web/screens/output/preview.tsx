import { useEffect, useMemo, useRef, useState } from 'react';
import { useAssets } from '../../simulation/scene-assets';
import { runFrames } from '../../simulation/run-frames';
import { useScene } from '../../state/scene-store';
import { Picture } from '../../view/picture';
import { loadImages, loadFrameImages, useImages } from '../../view/layers/image-textures';
import { drawnFrom } from '../../../core/kinds/looks/look-back';
import { History } from '../../view/layers/history';
import { shotAt } from '../../view/camera/shot';

/** Milliseconds for which everything is left alone before it is drawn: a hand on a control goes over many values. */
const REST = 200;

/** A value once it has been left alone. */
function useRested<T>(value: T): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const wait = setTimeout(() => setRested(value), REST);
    return () => clearTimeout(wait);
  }, [value]);
  return rested;
}

/** Chooses the frame of the preview among those of the render. */
export function PreviewRuler({
  frame,
  from,
  through,
  onChange,
}: {
  frame: number;
  from: number;
  through: number;
  onChange: (frame: number) => void;
}) {
  return (
    <label className="flex items-center gap-3 px-8 pb-2 text-xs text-second">
      <span>preview</span>
      <input
        type="range"
        aria-label="Frame of the preview"
        className="flex-1 accent-lamp"
        min={from}
        max={through}
        value={frame}
        onChange={(event) => onChange(Number(event.currentTarget.value))}
      />
      <span className="num w-20 text-right">frame {frame}</span>
    </label>
  );
}

/** A frame of the render as the file will have it, small. */
export function Preview({ frame: wanted }: { frame: number }) {
  const sceneNow = useScene();
  const { images } = useImages();
  // Images are read from their store while it is drawn: other ones are another picture.
  const now = useMemo(() => ({ scene: sceneNow, frame: wanted, images }), [sceneNow, wanted, images]);
  const shown = useRested(now);
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const { scene, frame } = shown;
    // A canvas of its own each time: a context that was given up can't be taken again.
    const canvas = document.createElement('canvas');
    canvas.className = 'max-h-full max-w-full';
    canvas.setAttribute('aria-label', `Frame ${frame} as it will be rendered`);
    canvas.setAttribute('role', 'img');
    const stop = new AbortController();
    const { output } = scene;
    // As large as there is room, but not so small that the file can’t be judged by it.
    const { width, height } = box.current!.getBoundingClientRect();
    const scale = Math.min(1, Math.max(960, width) / output.width, Math.max(540, height) / output.height);
    const picture = new Picture(canvas);
    picture.setSize(Math.round(output.width * scale), Math.round(output.height * scale));
    picture.setScene(scene, useAssets.getState().assets);
    picture.showEmitters((e) => scene.emitters[e]!.rendered);
    const past = new History(scene);
    box.current!.replaceChildren(canvas);
    void loadImages(scene);
    void loadFrameImages(scene, frame).catch(() => undefined);
    void runFrames(
      {
        scene,
        assets: useAssets.getState().assets,
        draftFraction: scene.draftFraction,
        from: drawnFrom(scene, frame),
        through: frame,
      },
      stop.signal,
      (made) => {
        past.add(made);
        if (made.frame < frame) return;
        picture.setFrame(made, past.at);
        picture.draw(shotAt(scene, frame, output.width / output.height));
      },
    );
    return () => {
      stop.abort();
      picture.dispose();
    };
  }, [shown]);
  return <div ref={box} className="grid h-full max-h-full w-full place-items-center" />;
}
