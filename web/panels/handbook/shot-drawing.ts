import { snapshot } from '../../../engine/frame';
import { shotAt } from '../../view/camera/shot';
import { History } from '../../view/layers/history';
import { Picture } from '../../view/picture';
import { HEIGHT, WIDTH, type Drawing } from './drawing';

/** Particles as the shot camera sees them, in their looks, the same as in a render. */
export function shotDrawing(canvas: HTMLCanvasElement): Drawing {
  const picture = new Picture(canvas);
  picture.setSize(WIDTH, HEIGHT);
  let past: History | undefined;
  return {
    setScene(scene) {
      picture.setScene(scene, new Map());
      picture.showEmitters(() => true);
    },
    take(run) {
      if (!past || run.frame === run.scene.time.first) past = new History(run.scene);
      past.add(snapshot(run, 1));
    },
    draw({ scene, frame }) {
      const made = past?.at(frame);
      if (!made) return;
      picture.setFrame(made, past!.at);
      picture.draw(shotAt(scene, frame, WIDTH / HEIGHT));
    },
    dispose: () => picture.dispose(),
  };
}
