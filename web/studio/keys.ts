import { useHotkeys } from 'react-hotkeys-hook';
import { useStage } from '../stage/stage';
import { openedScene, redo, undo } from '../store/scene-store';

/** Keys that work anywhere in the Studio, but not while something is typed. */
export function useStudioKeys(): void {
  const { transport } = useStage();
  const options = { preventDefault: true };
  useHotkeys('space', () => transport.toggle(), { ...options, ignoreEventWhen: (event) => event.target instanceof HTMLButtonElement });
  useHotkeys('comma', () => transport.step(-1), options);
  useHotkeys('period', () => transport.step(1), options);
  useHotkeys('home', () => transport.seek(openedScene().time.first), options);
  useHotkeys('end', () => transport.seek(openedScene().time.last), options);
  useHotkeys('mod+z', undo, options);
  useHotkeys('mod+shift+z, mod+y', redo, options);
  useHotkeys('+', () => document.getElementById('add-field')?.click(), { ...options, useKey: true });
}
