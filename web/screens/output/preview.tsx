import { useEffect, useRef } from 'react';
import { useAssets } from '../../simulation/scene-assets';
import { runFrames } from '../../simulation/run-frames';
import { useScene } from '../../state/scene-store';
import { Picture } from '../../view/picture';
import { loadImages, loadPlate, useImages } from '../../view/layers/image-textures';
import { drawnFrom } from '../../../core/kinds/looks/look-back';
import { History } from '../../view/layers/history';
import { shotAt } from '../../view/camera/shot';

/** The first frame of the render as the file will have it, small. */
export function Preview({ frame }: { frame: number }) {
  const scene = useScene();
  const { images } = useImages();
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // A canvas of its own each time: a context that was given up can't be taken again.
    const canvas = document.createElement('canvas');
    canvas.className = 'max-h-full max-w-full';
    canvas.setAttribute('aria-label', `Frame ${frame} as it will be rendered`);
    canvas.setAttribute('role', 'img');
    const stop = new AbortController();
    const { output } = scene;
    const scale = Math.min(1, 960 / output.width, 540 / output.height);
    const picture = new Picture(canvas);
    picture.setSize(Math.round(output.width * scale), Math.round(output.height * scale));
    picture.setScene(scene, useAssets.getState().assets);
    picture.show((e) => scene.emitters[e]!.rendered);
    const past = new History(scene);
    box.current!.replaceChildren(canvas);
    void loadImages(scene);
    void loadPlate(scene, frame).catch(() => undefined);
    const wait = setTimeout(() => {
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
    }, 120);
    return () => {
      clearTimeout(wait);
      stop.abort();
      picture.dispose();
    };
    // oxlint-disable-next-line react/exhaustive-effect-dependencies -- images are read from a store while it is drawn
  }, [scene, frame, images]);
  return <div ref={box} className="grid h-full max-h-full w-full place-items-center" />;
}
