import { useEffect, useMemo, useRef, useState } from 'react';
import { buildMesh } from '../../core/scene/scene-meshes';
import { clockIn } from '../../core/scene/scene-clock';
import { hasAutomations } from '../../core/scene/automated';
import { isMoving } from '../../core/document/keys/thing-at';
import { motionOf } from '../../core/document/keys/motion';
import { sceneNow, usePrecomputedPaths } from '../simulation/motions';
import type { Scene } from '../../core/document/scene';
import { usePlayer } from '../state/player-store';
import { runningScene, useRunningScene } from '../state/running-scene';
import { toggleBeside } from './beside';
import { toggleDirections } from './directions-store';
import { useDirectionsIn } from './use-directions';
import { loadImages, loadFrameImages, useImages } from './layers/image-textures';
import { useAssets } from '../simulation/scene-assets';
import { fields as fieldKinds } from '../../core/kinds/fields';
import { afterPaint } from '../simulation/after-task';
import { useWeightPainting } from '../state/weight-painting';
import { useStage } from '../simulation/stage';
import { useSelection } from '../state/selection-store';
import { OpeningCover } from './opening-cover';
import { OpeningPicture } from './opening-picture';
import { Overlay } from './overlay';
import { selectionBounds } from './handles/selection-bounds';
import { ViewReadout } from './view-readout';
import { ViewRig } from './camera/view-rig';
import { isVector } from '../../core/document/check-values';

/** Keys of the view, while it has the focus. */
function onKey(rig: ViewRig, event: React.KeyboardEvent): boolean {
  const { key, shiftKey } = event;
  const arrows: Record<string, readonly [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, 1],
    ArrowDown: [0, -1],
  };
  const arrow = arrows[key];
  if (arrow && shiftKey) rig.pan(arrow[0] * 0.05, arrow[1] * 0.05);
  else if (arrow) rig.orbit(arrow[0] * 0.1, arrow[1] * 0.1);
  else if (key === 'PageUp') rig.dolly(0.9);
  else if (key === 'PageDown') rig.dolly(1 / 0.9);
  else if (key === 'a') rig.frameAll();
  else if (key === 's') rig.frame(selectionBounds(useSelection.getState().selection));
  else if (key === 'v') toggleBeside();
  else if (key === 'c') rig.lookThroughShot(runningScene(), usePlayer.getState().frame);
  else if (key === 'd') toggleDirections();
  else if (key === 'f') rig.drawing.setRefined(!rig.drawing.isRefined);
  else if (key === '1') rig.lookFrom('front');
  else if (key === '2') rig.lookFrom('side');
  else if (key === '3') rig.lookFrom('top');
  else return false;
  return true;
}

/** Whether anything of the scene moves or deforms by itself. */
function useMoves(scene: Scene): boolean {
  const { assets } = useAssets();
  const moving =
    hasAutomations(scene) ||
    [...scene.emitters, ...scene.fields, ...scene.groups, ...scene.colliders, scene.bounds, scene.camera].some((t) =>
      isMoving(t),
    );
  return useMemo(
    () =>
      [
        ...scene.emitters,
        ...scene.colliders,
        ...scene.carriers,
        ...scene.fields,
        ...scene.groups,
        scene.sceneTransform,
      ].some((t) => motionOf(scene.carriers, t).moves) ||
      scene.carriers.some((c) => c.motion !== 'keyframes') ||
      moving ||
      [...scene.fields, ...scene.groups].some((t) => t.modulators.length > 0) ||
      scene.meshes.some((m) => buildMesh(m, assets)?.motion !== undefined),
    [
      scene.emitters,
      scene.colliders,
      scene.carriers,
      scene.fields,
      scene.groups,
      scene.sceneTransform,
      scene.meshes,
      assets,
      moving,
    ],
  );
}

/**
 * The picture one works in: particles by their looks, and over them what is only there to work by; handles of the
 * selection where nothing else is wanted.
 */
export function Viewport({ over }: { over?: (rig: ViewRig) => React.ReactNode }) {
  const stage = useStage();
  const scene = useRunningScene();
  const { selection } = useSelection();
  const { assets } = useAssets();
  const { images } = useImages();
  useEffect(() => {
    void loadImages(scene);
    void loadFrameImages(scene, usePlayer.getState().frame).catch(() => undefined);
  }, [scene]);
  // Only what moves is drawn anew with each frame.
  const moves = useMoves(scene);
  const filled = usePlayer((player) => player.filled);
  const shownFrame = usePlayer((player) => (moves ? (player.shown ?? player.frame) : scene.time.first));
  const runs = usePrecomputedPaths((courses) => courses.runs);
  const { id: painted, painting } = useWeightPainting();
  const box = useRef<HTMLDivElement>(null);
  const [rig, setRig] = useState<ViewRig>();
  const covers = useRef<OpeningCover>(undefined);
  const [lost, setLost] = useState(false);
  // Counts how often the view was made anew by hand.
  const [made, setMade] = useState(0);

  // The page shows the opening before the graphics keep it busy.
  const [begun, setBegun] = useState(false);
  useEffect(() => afterPaint(() => setBegun(true)), []);

  useEffect(() => {
    if (!begun) return;
    // A canvas of its own each time: a graphics context that was given up can't be taken again.
    const canvas = document.createElement('canvas');
    canvas.className = 'absolute inset-0 h-full w-full';
    canvas.dataset['testid'] = 'view';
    box.current!.prepend(canvas);
    const view = new ViewRig(canvas);
    stage.rig = view;
    const unhold = stage.transport.holdWhile(() => view.drawing.isBusy);
    setLost(false);
    const unlose = view.onLost(setLost);
    view.picture.setScene(runningScene(), useAssets.getState().assets);
    const { width, height } = box.current!.getBoundingClientRect();
    view.resize(width, height);
    view.lookThroughShot(runningScene(), usePlayer.getState().frame);
    const cover = (covers.current = new OpeningCover(view, stage.session.screen));
    const unshow = stage.session.screen.onShow((frame) => {
      void loadFrameImages(runningScene(), frame.frame).catch(() => undefined);
      cover.show(frame);
      view.followShot(runningScene(), frame.frame);
    });
    const uncover = view.drawing.onDrawn(() => cover.drawn());
    const sizes = new ResizeObserver(([entry]) => view.resize(entry!.contentRect.width, entry!.contentRect.height));
    sizes.observe(box.current!);
    setRig(view);
    return () => {
      unhold();
      unlose();
      unshow();
      uncover();
      sizes.disconnect();
      stage.rig = undefined;
      view.dispose();
      canvas.remove();
    };
    // oxlint-disable-next-line react/exhaustive-effect-dependencies -- a lost graphics context is made anew by another number
  }, [stage, made, begun]);

  useEffect(() => {
    if (!rig) return;
    rig.picture.setScene(scene, assets);
    const shown = stage.session.screen.frame;
    if (shown) covers.current!.show(shown);
    rig.followShot(scene, shownFrame);
    const field = selection.type === 'field' ? scene.fields.find((f) => f.id === selection.id) : undefined;
    const name = field && fieldKinds.get(field.settings.kind).direction;
    const written = name && field.settings[name];
    const direction = isVector(written) ? written : undefined;
    const drawn = {
      scene: sceneNow(scene, shownFrame),
      assets,
      selection,
      direction,
      frame: clockIn(scene).at(shownFrame),
      filled,
    };
    rig.drawing.guides.update(drawn);
    rig.drawing.surfaces.setPainting(painted, painting);
    rig.drawing.surfaces.update(drawn);
    rig.drawing.slice.update(drawn);
    rig.request();
    // oxlint-disable-next-line react/exhaustive-effect-dependencies -- images and precomputed paths are read from stores while it is drawn
  }, [rig, scene, selection, stage, assets, images, shownFrame, runs, filled, painted, painting]);

  useDirectionsIn(rig);

  return (
    <div
      ref={box}
      className="night relative h-full w-full overflow-hidden bg-surround"
      tabIndex={0}
      role="application"
      aria-label="View. Arrow keys orbit, with Shift they pan, page keys dolly; A frames all, S the selection, C looks through the shot camera, V shows the shot beside, D shows arrows of the fields, 1 2 3 front side top."
      onKeyDown={(event) => {
        if (
          event.target === event.currentTarget &&
          !event.ctrlKey &&
          !event.metaKey &&
          !event.altKey &&
          rig &&
          onKey(rig, event)
        )
          event.preventDefault();
      }}
    >
      <OpeningPicture />
      {rig && (over ? over(rig) : <Overlay rig={rig} />)}
      {rig && <ViewReadout rig={rig} />}
      {lost && (
        <div role="alert" className="absolute inset-0 z-10 grid place-content-center gap-2 bg-surround/90 text-center">
          <p>This page has lost the graphics card.</p>
          <p className="text-second">
            Your work is kept, and saving goes on. The view comes back by itself as soon as the system allows.
          </p>
          <button className="line-button justify-self-center" onClick={() => setMade((n) => n + 1)}>
            Restart the view
          </button>
        </div>
      )}
    </div>
  );
}
