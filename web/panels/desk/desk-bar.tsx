import { useSceneOf } from '../../state/scene-store';
import { DeckTabs } from '../keys/deck-bar';
import { useSelection } from '../../state/selection-store';
import { AddField } from './add-field';
import { groupFields } from './desk-edit';
import { canPasteFields, pasteOrTell } from './field-clipboard';
import { TwoStates } from './two-states';

/** What holds for the desk as a whole: adding, grouping, the two ways to look at it, its two states. */
export function DeskBar({ sends, onSends }: { sends: boolean; onSends: (sends: boolean) => void }) {
  const selection = useSelection((s) => s.selection);
  const fields = useSceneOf((scene) => scene.fields.length);
  const selected = selection.type === 'field' ? [selection.id, ...(selection.also ?? [])] : [];
  const view = (label: string, on: boolean, title: string) => (
    <button className="text-button" aria-pressed={sends === on} title={title} onClick={() => onSends(on)}>
      {label}
    </button>
  );
  return (
    <div
      className="flex h-7 shrink-0 items-center gap-1 overflow-x-auto border-b border-rule px-2 whitespace-nowrap [scrollbar-width:none]"
      role="toolbar"
      aria-label="Desk"
    >
      <DeckTabs />
      <span className="mx-2 h-3.5 w-px bg-rule" />
      <AddField />
      <button
        className="text-button"
        disabled={selected.length === 0}
        title="Groups the selected strips (G). Shift-click strips to select several."
        onClick={() => groupFields(selected)}
      >
        group {selected.length > 1 ? `these ${selected.length}` : 'it'}
      </button>
      {canPasteFields() && (
        <button
          className="text-button"
          title="Pastes the copied strip, from this scene or another (Ctrl+V)"
          onClick={pasteOrTell}
        >
          paste
        </button>
      )}
      <span className="mx-2 h-3.5 w-px bg-rule" />
      {view('strips', false, 'The fields as strips')}
      {view('sends', true, 'Every field’s send to every emitter')}
      <span className="flex-1" />
      {selected.length > 1 && <span className="num text-lamp">{selected.length} strips move together</span>}
      {fields > 0 && <TwoStates />}
    </div>
  );
}
