import { notTyping, typing } from '../../widgets/hotkeys';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate } from 'react-router';
import { usePlayer } from '../../state/player-store';
import { useStage } from '../../simulation/stage';
import { openedScene, redo, undo } from '../../state/scene-store';
import { useSelection } from '../../state/selection-store';
import { addMarker, markerFrom } from './marker-edit';
import { useNaming } from './markers';

/** Opens the menu of fields the way its own button is opened by keys. */
function openAddField(): void {
  const button = document.getElementById('add-field');
  button?.focus();
  button?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
}

/** The page of the handbook on what has the focus, or on what is selected. */
function handbookAddress(): string {
  const focused = document.activeElement?.closest<HTMLElement>('[data-handbook]')?.dataset['handbook'];
  if (focused) return `/handbook/${focused}`;
  const { selection } = useSelection.getState();
  const { fields, groups } = openedScene();
  const field = selection.type === 'field' ? fields.find((f) => f.id === selection.id) : undefined;
  const group = selection.type === 'group' ? groups.find((g) => g.id === selection.id) : undefined;
  if (field) return `/handbook/field/${field.settings.kind}`;
  return group ? `/handbook/rule/${group.rule}` : '/handbook';
}

/** Keys that work anywhere in the Studio, but not while something is typed. */
export function useStudioKeys(): void {
  const { transport } = useStage();
  const navigate = useNavigate();
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
  useHotkeys('mod+z', undo, options);
  useHotkeys('mod+shift+z, mod+y', redo, options);
  useHotkeys('f1', () => void navigate(handbookAddress()), { preventDefault: true, enableOnFormTags: true });
  useHotkeys('+', openAddField, { ...options, useKey: true, splitKey: '&' });
}
