import { notTyping, typing } from '../../widgets/hotkeys';
import { useHotkeys } from 'react-hotkeys-hook';
import { usePlayer } from '../../state/player-store';
import { useStage } from '../../simulation/stage';
import { openedScene } from '../../state/scene-store';
import { addMarker, markerFrom } from './marker-edit';
import { useNaming } from './markers';

/** Opens the palette of fields; what is typed next goes to its filter. */
const openAddField = (): void => document.getElementById('add-field')?.click();

/** Keys that work anywhere in the Studio, but not while something is typed. */
export function useStudioKeys(): void {
  const { transport } = useStage();
  const options = notTyping;
  const goToMarker = (way: 1 | -1) => {
    const to = markerFrom(usePlayer.getState().frame, way);
    if (to !== undefined) transport.seek(to);
  };
  useHotkeys('space', () => transport.toggle(), {
    ...options,
    ignoreEventWhen: (event) => typing(event) || event.target instanceof HTMLButtonElement,
  });
  useHotkeys('comma', () => transport.step(-1), options);
  useHotkeys('period', () => transport.step(1), options);
  useHotkeys('home', () => transport.seek(openedScene().time.first), options);
  useHotkeys('end', () => transport.seek(openedScene().time.last), options);
  useHotkeys(
    'n',
    () => {
      const { frame } = usePlayer.getState();
      addMarker(frame);
      useNaming.setState({ frame });
    },
    options,
  );
  useHotkeys('shift+comma', () => goToMarker(-1), options);
  useHotkeys('shift+period', () => goToMarker(1), options);
  useHotkeys('+', openAddField, { ...options, useKey: true, splitKey: '&' });
}
