import { memo } from 'react';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { actions } from '../../core/actions';
import type { NumberParameter } from '../../core/describe/parameters';
import { fields as fieldKinds } from '../../core/fields';
import type { Field } from '../../core/scene/document';
import { Glyph } from '../parts/glyph';
import { NumberBox } from '../parts/number-field';
import { editField, useSceneOf } from '../store/scene-store';
import { isSelected, select, useSelection } from '../store/selection-store';
import { Balance } from './balance';
import { duplicateField, moveField, removeField } from './desk-edit';
import { Fader } from './fader';
import { KindMenu } from './kind-menu';
import { FalloffOrReason, Gives, StripMeter } from './readings';
import { SendDot } from './send-dot';
import { setStrength, strengthParameter } from './strength';

/** Keys of a strip, while something in it has the focus. */
function onKey(event: React.KeyboardEvent, field: Field, index: number): void {
  if (event.ctrlKey || event.metaKey || (event.target as HTMLElement).tagName === 'INPUT') return;
  const strip = event.currentTarget as HTMLElement;
  if (event.altKey && (event.key === 'ArrowLeft' || event.key === 'ArrowRight'))
    moveField(field.id, index + (event.key === 'ArrowLeft' ? -1 : 1));
  else if (event.altKey) return;
  else if (event.key === 'ArrowLeft') (strip.previousElementSibling as HTMLElement | null)?.focus();
  else if (event.key === 'ArrowRight') (strip.nextElementSibling as HTMLElement | null)?.focus();
  else if (event.key === 'm') editField(field.id, (f) => void (f.mute = !f.mute));
  else if (event.key === 'o') editField(field.id, (f) => void (f.solo = !f.solo));
  else if (event.key === 'd') duplicateField(field.id);
  else if (event.key === 'Delete' || event.key === 'Backspace') removeField(field.id);
  else return;
  event.preventDefault();
  event.stopPropagation();
}

/** One field on the desk. */
export const Strip = memo(function Strip({ field, index }: { field: Field; index: number }) {
  const emitters = useSceneOf((scene) => scene.emitters);
  const selected = useSelection(({ selection }) => isSelected(selection, 'field', field.id));
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id: field.id });
  const kind = fieldKinds.get(field.settings.kind);
  const action = actions.get(field.actsAs);
  const parameter = strengthParameter(field);
  return (
    <article
      ref={setNodeRef}
      tabIndex={0}
      aria-label={`${field.name}, field ${index + 1}`}
      aria-current={selected}
      data-field={field.id}
      className={`relative flex h-full w-33 shrink-0 flex-col gap-1.5 border-t-2 border-r border-r-rule px-3 pt-1.5 pb-2 ${selected ? 'border-t-lamp bg-raised text-lamp' : 'border-t-transparent text-text'} ${isDragging ? 'z-10 opacity-80' : ''} ${field.mute ? '[&_.dims]:opacity-45' : ''}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      onPointerDownCapture={() => !selected && select({ type: 'field', id: field.id })}
      onFocus={(event) => event.target === event.currentTarget && select({ type: 'field', id: field.id })}
      onKeyDown={(event) => onKey(event, field, index)}
    >
      <header>
        <div
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          tabIndex={-1}
          className="flex cursor-grab touch-none items-center gap-2 text-text"
          aria-label={`Move ${field.name}: drag, or Alt with the arrow keys`}
        >
          <span className={selected ? 'text-lamp' : ''}>
            <Glyph path={kind.glyph} />
          </span>
          <span className="truncate font-semibold" title={field.name}>
            {field.name}
          </span>
        </div>
        <KindMenu id={field.id} kindName={kind.kind} actsAs={field.actsAs} />
      </header>
      <div className="dims flex min-h-16 flex-1 gap-1.5">
        <StripMeter field={field} index={index} />
        <Fader
          label={`${kind.strength.label} of ${field.name}`}
          value={field.strength}
          parameter={parameter}
          live={selected}
          onChange={(value) => setStrength(field.id, value)}
        />
        <div className="flex min-w-0 flex-1 flex-col justify-center text-text">
          <NumberBox
            label={`${kind.strength.label} of ${field.name} as a number`}
            value={field.strength}
            parameter={parameter}
            unit=""
            big
            onChange={(value) => setStrength(field.id, value)}
          />
          <span className="num text-right text-faint">{action.unit}</span>
          <Gives index={index} />
        </div>
      </div>
      {kind.balance?.map((name) => (
        <Balance
          key={name}
          parameter={kind.parameters[name] as NumberParameter}
          value={field.settings[name] as number}
          onChange={(value) => editField(field.id, (f) => void ((f.settings as Record<string, unknown>)[name] = value))}
        />
      ))}
      <div className="flex h-14 flex-col justify-end">
        <FalloffOrReason field={field} />
      </div>
      <footer className="flex items-center">
        <span className="flex min-w-0 flex-1 flex-wrap gap-0.5">
          {emitters.map((emitter, e) => (
            <SendDot key={emitter.id} field={field} emitter={emitter} index={e} />
          ))}
        </span>
        <button
          className={`text-button px-0.5 text-xs ${field.mute ? 'text-signal' : ''}`}
          aria-pressed={field.mute}
          title="Mute (M)"
          onClick={() => editField(field.id, (f) => void (f.mute = !f.mute))}
        >
          mute
        </button>
        <button
          className="text-button ml-1 px-0.5 text-xs"
          aria-pressed={field.solo}
          title="Solo (O)"
          onClick={() => editField(field.id, (f) => void (f.solo = !f.solo))}
        >
          solo
        </button>
      </footer>
      <span className="num text-faint">{index + 1}</span>
    </article>
  );
});
