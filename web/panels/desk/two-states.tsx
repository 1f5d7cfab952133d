import { create } from 'zustand';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Desk, Scene } from '../../../core/document/scene';
import { useStage } from '../../simulation/stage';
import { notTyping } from '../../widgets/hotkeys';
import type { SceneView } from '../../simulation/stage';
import { changeScene, openedScene, useSceneOf } from '../../state/scene-store';
import { useSelection } from '../../state/selection-store';

type State = Desk['desk']['state'];

/** What each state looked like when it was last left; pictures live as long as the page. */
const usePictures = create<Readonly<Partial<Record<State, string>>>>()(() => ({}));

const other = (state: State): State => (state === 'A' ? 'B' : 'A');

const deskOf = ({ fields, groups, desk }: Scene): Desk => ({ fields, groups, desk });

/** Keeps a copy of the desk beside it, as the other state. */
export function keepDesk(): void {
  changeScene((scene) => ({
    ...scene,
    keptDesk: { ...deskOf(scene), desk: { ...scene.desk, state: other(scene.desk.state) } },
  }));
}

/** Changes places with the kept state; what is no longer there is no longer selected. */
export function flipDesk(): void {
  changeScene((scene) => (scene.keptDesk ? { ...scene, ...scene.keptDesk, keptDesk: deskOf(scene) } : scene));
  const { selection, select } = useSelection.getState();
  const { fields, groups } = openedScene();
  const lists = { field: fields, group: groups } as const;
  if (
    (selection.type === 'field' || selection.type === 'group') &&
    !lists[selection.type].some((one) => one.id === selection.id)
  )
    select(fields[0] ? { type: 'field', id: fields[0].id } : { type: 'scene' });
}

/** Goes on with the state that is on, and lets the other go. */
export function adoptDesk(): void {
  changeScene((scene) => ({ ...scene, keptDesk: null, desk: { ...scene.desk, state: 'A' } }));
  usePictures.setState({}, true);
}

/** A small picture of the view as it is. */
function takePicture(rig: SceneView | undefined, state: State): void {
  const small = rig?.smallPicture(96, 54);
  if (small) usePictures.setState({ [state]: small });
}

/** Two states of the desk: keep one, flip, adopt. */
export function TwoStates() {
  const stage = useStage();
  const kept = useSceneOf((scene) => scene.keptDesk !== null);
  const state = useSceneOf((scene) => scene.desk.state);
  const pictures = usePictures();
  const flip = () => {
    if (openedScene().keptDesk === null) return;
    takePicture(stage.rig, openedScene().desk.state);
    flipDesk();
  };
  useHotkeys('b', flip, notTyping);
  if (!kept)
    return (
      <button
        className="text-button"
        title="Stores the desk as state A and continues with state B. Press B to switch between the two."
        onClick={() => {
          takePicture(stage.rig, state);
          keepDesk();
          flipDesk();
        }}
      >
        store A · switch to B
      </button>
    );
  return (
    <div
      className="flex items-center gap-1"
      role="group"
      aria-label="Two states of the desk"
      data-handbook="topic/states"
    >
      {(['A', 'B'] as const).map((name) => (
        <button
          key={name}
          className={`group relative flex items-center gap-1 rounded-sm border px-1.5 ${name === state ? 'border-lamp text-lamp' : 'border-rule text-second hover:text-text'}`}
          aria-pressed={name === state}
          aria-label={`State ${name}${name === state ? ', on' : ''}`}
          title={name === state ? 'This state is on' : 'Switch to it (B)'}
          onClick={() => name !== state && flip()}
        >
          <span className="num">{name}</span>
          {pictures[name] && <img src={pictures[name]} alt="" className="h-4.5 w-8 object-cover" />}
          {pictures[name] && (
            <img
              src={pictures[name]}
              alt=""
              className="pointer-events-none absolute right-0 bottom-full z-20 mb-1 hidden w-48 max-w-none border border-rule group-hover:block group-focus-visible:block"
            />
          )}
        </button>
      ))}
      <button className="text-button" title={`Keeps state ${state} and discards the other`} onClick={adoptDesk}>
        adopt {state}
      </button>
    </div>
  );
}
