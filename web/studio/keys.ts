import { useHotkeys } from 'react-hotkeys-hook';
import { useStage } from '../stage/stage';
import { openedScene, redo, undo } from '../store/scene-store';

/** Opens the menu of fields the way its own button is opened by keys. */
function openAddField(): void {
  const button = document.getElementById('add-field');
  button?.focus();
  button?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
}

/** Keys that work anywhere in the Studio, but not while something is typed. */
export function useStudioKeys(): void {
  const { transport } = useStage();
  // Faders and the ruler count as form fields, too; only what is typed into keeps its keys to itself.
  const typing = (event: KeyboardEvent) => event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement;
  const options = { preventDefault: true, enableOnFormTags: true, ignoreEventWhen: typing };
  useHotkeys('space', () => transport.toggle(), {
    ...options,
    ignoreEventWhen: (event) => typing(event) || event.target instanceof HTMLButtonElement,
  });
  useHotkeys('comma', () => transport.step(-1), options);
  useHotkeys('period', () => transport.step(1), options);
  useHotkeys('home', () => transport.seek(openedScene().time.first), options);
  useHotkeys('end', () => transport.seek(openedScene().time.last), options);
  useHotkeys('mod+z', undo, options);
  useHotkeys('mod+shift+z, mod+y', redo, options);
  useHotkeys('+', openAddField, { ...options, useKey: true, splitKey: '&' });
}
