import { memo, useCallback, useSyncExternalStore } from 'react';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { usePlayer } from '../state/player-store';
import { couples } from '../../core/scene/coupling';
import { runningScene } from '../state/running-scene';
import { useSceneOf } from '../state/scene-store';
import { thousands } from '../widgets/sum';
import { useStage } from '../simulation/stage';
import { toggleBeside } from './beside';
import { showDirections, toggleDirections, useDirections } from './directions-store';
import { placeAtShot } from './camera/place-at-shot';
import { hasBodies } from '../../formats/bodies-obj';
import { saveBodies, saveParticles } from './save-particles';
import { selectionBounds } from './handles/selection-bounds';
import { useSelection } from '../state/selection-store';
import type { ViewRig } from './camera/view-rig';

interface Acts {
  readonly rig: ViewRig;
  onSetShot(): void;
  onSaveParticles(): void;
  /** Left out where the scene has neither strands nor bent meshes. */
  readonly onSaveBodies: (() => void) | undefined;
}

const ViewMenu = memo(function ViewMenu({ rig, onSetShot, onSaveParticles, onSaveBodies }: Acts) {
  const directions = useDirections((state) => state.shows);
  const items: readonly (readonly [string, string, () => void])[] = [
    ['Through the shot camera', 'C', () => rig.lookThroughShot(runningScene(), usePlayer.getState().frame)],
    ['From the front', '1', () => rig.lookFrom('front')],
    ['From the side', '2', () => rig.lookFrom('side')],
    ['From the top', '3', () => rig.lookFrom('top')],
    ['Frame all', 'A', () => rig.frameAll()],
    ['Frame the selection', 'S', () => rig.frame(selectionBounds(useSelection.getState().selection))],
    ['Final picture, or quick', 'F', () => rig.drawing.setRefined(!rig.drawing.isRefined)],
    ['The shot beside the view', 'V', toggleBeside],
    [directions === 'none' ? 'Arrows, as they were last' : 'No arrows', 'D', toggleDirections],
    ['Arrows in a box', '', () => showDirections('box')],
    ['Arrows on a plane', '', () => showDirections('plane')],
    ['Streamlines on a plane', '', () => showDirections('lines')],
    ['Make this view the shot', '', onSetShot],
    ['Save this frame’s particles (CSV)', '', onSaveParticles],
    ...(onSaveBodies ? ([['Save this frame’s strands and meshes (OBJ)', '', onSaveBodies]] as const) : []),
  ];
  return (
    <Menu>
      <MenuButton className="text-button pointer-events-auto -mr-1.5">view</MenuButton>
      <MenuItems anchor="bottom end" className="z-10 border border-rule bg-panel py-1 focus:outline-none">
        {items.map(([label, key, act]) => (
          <MenuItem key={label}>
            <button
              className="flex w-full justify-between gap-6 px-4 py-1.5 text-left font-sans text-sm text-text data-focus:bg-raised"
              onClick={act}
            >
              {label}
              <kbd className="num text-faint">{key}</kbd>
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
});

/** What is seen, in the corner of the view, with the ready-made views behind it. */
export function ViewReadout({ rig }: { rig: ViewRig }) {
  const { session } = useStage();
  const { alive, retired, frame, shown, draftFraction, tried, filling } = usePlayer();
  const coupled = useSceneOf(couples);
  const said = useDirections((state) => state.said);
  const setShot = useCallback(() => placeAtShot(rig), [rig]);
  const saveShown = useCallback(() => session.exact(saveParticles), [session]);
  const saveCurves = useCallback(() => session.exact(saveBodies), [session]);
  const bodies = useSceneOf(hasBodies);
  const lost = Object.entries(retired);
  const coarse = useSyncExternalStore(
    useCallback((listener) => rig.drawing.onDrawn(listener), [rig]),
    () => rig.drawing.coarsePart,
  );
  return (
    // Numbers stand on a ground of their own: the frame of the shot may go by behind them.
    <div className="num pointer-events-none absolute top-2 right-3 flex flex-col items-end gap-0.5 text-second [&>span]:rounded-sm [&>span]:bg-surround/70 [&>span]:px-1">
      <ViewMenu
        rig={rig}
        onSetShot={setShot}
        onSaveParticles={saveShown}
        onSaveBodies={bodies ? saveCurves : undefined}
      />
      <span>alive {thousands(alive)}</span>
      {said && <span>{said}</span>}
      {coarse !== undefined && (
        <span title="The graphics can’t keep up: while it moves, the view has a sixth of its pixels, and bodies have few faces. Renders are not affected.">
          coarse while it moves{coarse < 1 && `, ${Math.round(100 * coarse)} % drawn`}
        </span>
      )}
      {tried !== undefined && (
        <span
          className="text-lamp"
          title="This preview continues from the previous frame; when you let go, the scene runs again from the start"
        >
          preview from frame {tried}
        </span>
      )}
      {filling !== undefined ? (
        <span className="text-lamp">filling a flow grid … {Math.floor(100 * filling)} %</span>
      ) : (
        shown !== frame && <span className="text-lamp">simulating {frame} …</span>
      )}
      {draftFraction < 1 && coupled && (
        <span
          className="text-lamp"
          title="A field reads the particles. In a draft it reads those of the draft, weighted to stand for all."
        >
          draft: interaction from a sample
        </span>
      )}
      {lost.map(([name, n]) => (
        <span key={name} className="text-signal">
          {n} retired by {name}
        </span>
      ))}
    </div>
  );
}
