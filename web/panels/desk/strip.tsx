import { shownParameter } from '../../../core/document/shown-number';
import { memo } from 'react';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { actions } from '../../../core/kinds/actions';
import type { NumberParameter } from '../../../core/document/parameters';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { rules } from '../../../core/kinds/group-rules';
import { fieldParameters } from '../../../core/document/descriptions';
import type { Field } from '../../../core/document/scene';
import { Glyph } from '../../widgets/glyph';
import { NumberBox } from '../../widgets/number-field';
import { editField, editFields, openedScene, useSceneOf } from '../../state/scene-store';
import { isSelected, select, selectedWith, selectToo, useSelection } from '../../state/selection-store';
import { Balance } from './balance';
import { Bracket } from './bracket';
import { duplicateFields, groupFields, removeFields } from './desk-edit';
import { moveBy } from './desk-row';
import { Fader } from './fader';
import { canPasteFields, copyFields, pasteOrTell } from './field-clipboard';
import { KindMenu } from './kind-menu';
import { MuteSolo } from './mute-solo';
import { FalloffOrDiagnosis, Gives, StripMeter } from './readings';
import { SecondNumbers, ValueLine } from './strip-rows';
import { SendDots } from './send-dot';
import { MoveLine } from '../../widgets/move-line';
import { useNumberNow } from './moved-strength';
import { setStrength, strengthParameter } from './strength';
import { focusBeside } from './strip-keys';

/** Keys of a strip, while something in it has the focus. */
function onKey(event: React.KeyboardEvent, field: Field): void {
  if ((event.target as HTMLElement).tagName === 'INPUT') return;
  const ids = selectedWith('field', field.id);
  const side = { ArrowLeft: -1, ArrowRight: 1 }[event.key] as -1 | 1 | undefined;
  if (event.ctrlKey || event.metaKey) {
    if (event.key === 'c')
      copyFields(
        openedScene().fields.filter((f) => ids.includes(f.id)),
        openedScene(),
      );
    else if (event.key === 'v' && canPasteFields()) pasteOrTell();
    else return;
  } else if (side && event.altKey) moveBy(field.id, side);
  else if (event.altKey) return;
  else if (side) focusBeside(event.currentTarget as HTMLElement, side, event.shiftKey);
  else if (event.key === 'm') editFields(ids, (f) => void (f.mute = !field.mute));
  else if (event.key === 'o') editFields(ids, (f) => void (f.solo = !field.solo));
  else if (event.key === 'd') duplicateFields(ids);
  else if (event.key === 'g') groupFields(ids);
  else if (event.key === 'x') selectToo('field', field.id);
  else if (event.key === 'Delete' || event.key === 'Backspace') removeFields(ids);
  else return;
  event.preventDefault();
  event.stopPropagation();
}

/**
 * Selects a strip that is pressed; with Shift or Ctrl beside those that are selected. A press on a control leaves
 * several selected as they are, so that they move together; there a modifier makes the drag fine.
 */
function onPress(event: React.PointerEvent, id: string, selected: boolean): void {
  const onControl = (event.target as HTMLElement).closest('[role=slider], input, button') !== null;
  const adding = event.shiftKey || event.ctrlKey || event.metaKey;
  if (onControl) {
    if (!selected) select({ type: 'field', id });
  } else if (adding) selectToo('field', id);
  else if (!selected || selectedWith('field', id).length > 1) select({ type: 'field', id });
}

/** One field on the desk. */
export const Strip = memo(function Strip({ field, index, depth }: { field: Field; index: number; depth: number }) {
  const mixed = useSceneOf((scene) => rules.get(scene.groups.find((g) => g.id === field.group)?.rule ?? 'sum').mixes);
  const selected = useSelection(({ selection }) => isSelected(selection, 'field', field.id));
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: field.id,
  });
  const kind = fieldKinds.get(field.settings.kind);
  const action = actions.get(field.actsAs);
  const parameter = strengthParameter(field);
  const strength = useNumberNow({ sort: 'fields', id: field.id, path: 'strength' }, field.strength, (value) =>
    setStrength(field.id, value),
  );
  const balanced = kind.balance?.filter((name) => kind.parameters[name]?.shown?.(field.settings) !== false);
  return (
    <article
      ref={setNodeRef}
      tabIndex={0}
      aria-label={`${field.name}, field ${index + 1}`}
      aria-current={selected}
      data-field={field.id}
      data-handbook={`field/${kind.kind}`}
      className={`relative flex h-full w-29 shrink-0 flex-col select-none gap-1 border-t-2 border-r border-r-rule px-2.5 pt-1.5 pb-1.5 ${selected ? 'border-t-lamp bg-raised text-lamp' : 'border-t-transparent text-text'} ${isDragging ? 'z-10 opacity-80' : ''} ${field.mute ? '[&_.dims]:opacity-45' : ''}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      onPointerDownCapture={(event) => onPress(event, field.id, selected)}
      onFocus={(event) =>
        event.target === event.currentTarget &&
        event.currentTarget.matches(':focus-visible') &&
        !isSelected(useSelection.getState().selection, 'field', field.id) &&
        select({ type: 'field', id: field.id })
      }
      onKeyDown={(event) => onKey(event, field)}
    >
      <Bracket depth={depth} />
      <header className="h-9 shrink-0">
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
      <ValueLine unit={shownParameter(parameter).unit}>
        <NumberBox
          label={`${parameter.label} of ${field.name} as a number`}
          value={strength.value}
          parameter={parameter}
          unit=""
          big
          onChange={strength.set}
        />
        <MoveLine
          of={strength.of}
          label={`${parameter.label} of ${field.name}`}
          parameter={parameter}
          moved={strength.moved}
          narrow
        />
      </ValueLine>
      <div className="flex min-h-8 flex-1 gap-1.5">
        <div className="dims flex gap-1.5">
          <StripMeter field={field} index={index} />
          <Fader
            label={`${parameter.label} of ${field.name}`}
            value={strength.value}
            parameter={parameter}
            live={selected}
            onChange={strength.set}
          />
        </div>
        <Gives field={field} index={index} needsDrag={action.needsDrag} />
      </div>
      <SecondNumbers>
        {balanced?.map((name) => (
          <Balance
            key={name}
            of={field.name}
            parameter={kind.parameters[name] as NumberParameter}
            value={field.settings[name] as number}
            onChange={(value) => editField(field.id, (f) => void (f.settings[name] = value))}
          />
        ))}
        {mixed && (
          <Balance
            of={field.name}
            parameter={fieldParameters.mix}
            value={field.mix}
            onChange={(value) => editField(field.id, (f) => void (f.mix = value))}
          />
        )}
      </SecondNumbers>
      <div className="flex h-18 shrink-0 flex-col justify-end">
        <FalloffOrDiagnosis field={field} />
      </div>
      <footer className="flex h-5 shrink-0 items-center">
        <SendDots thing={field} type="field" />
        <MuteSolo
          thing={field}
          onMute={() => editFields(selectedWith('field', field.id), (f) => void (f.mute = !field.mute))}
          onSolo={() => editFields(selectedWith('field', field.id), (f) => void (f.solo = !field.solo))}
        />
      </footer>
    </article>
  );
});
