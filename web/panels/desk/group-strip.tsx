import { useSortable } from '@dnd-kit/sortable';
import { useNumberNow } from './moved-strength';
import { CSS } from '@dnd-kit/utilities';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { memo } from 'react';
import { actions } from '../../../core/kinds/actions';
import { rules } from '../../../core/kinds/group-rules';
import { groupParameters } from '../../../core/document/descriptions';
import type { Group } from '../../../core/document/scene';
import { actionOf } from '../../../core/document/groups';
import { NumberBox } from '../../widgets/number-field';
import { usePlayer } from '../../state/player-store';
import { editGroup, useSceneOf } from '../../state/scene-store';
import { isSelected, select, useSelection } from '../../state/selection-store';
import { Balance } from './balance';
import { SecondNumbers, ValueLine } from './strip-rows';
import { Bracket } from './bracket';
import { removeGroup, ungroup } from './desk-edit';
import { moveBy } from './desk-row';
import { Fader } from './fader';
import { canPasteFields, copyGroup, pasteOrTell } from './field-clipboard';
import { Meter } from './meter';
import { MuteSolo } from './mute-solo';
import { focusBeside } from './strip-keys';
import { RulePicture } from './rule-picture';
import { SendDots } from './send-dot';

function onKey(event: React.KeyboardEvent, group: Group): void {
  if ((event.target as HTMLElement).tagName === 'INPUT') return;
  const side = { ArrowLeft: -1, ArrowRight: 1 }[event.key] as -1 | 1 | undefined;
  if (event.ctrlKey || event.metaKey) {
    if (event.key === 'c') copyGroup(group.id);
    else if (event.key === 'v' && canPasteFields()) pasteOrTell();
    else return;
  } else if (side && event.altKey) moveBy(group.id, side);
  else if (event.altKey) return;
  else if (side) focusBeside(event.currentTarget as HTMLElement, side);
  else if (event.key === 'm') editGroup(group.id, (g) => void (g.mute = !g.mute));
  else if (event.key === 'o') editGroup(group.id, (g) => void (g.solo = !g.solo));
  else if (event.key === 'f') editGroup(group.id, (g) => void (g.folded = !g.folded));
  else if (event.key === 'u') ungroup(group.id);
  else if (event.key === 'Delete' || event.key === 'Backspace') removeGroup(group.id);
  else return;
  event.preventDefault();
  event.stopPropagation();
}

function GroupMeter({ index, unit }: { index: number; unit: string }) {
  const meter = usePlayer((player) => player.meters.groups[index]);
  return (
    <Meter
      rms={meter && meter.count > 0 ? Math.sqrt(meter.squares / meter.count) : 0}
      peak={meter?.peak ?? 0}
      unit={unit}
    />
  );
}

/** The head of a group on the desk; its members stand to the right of it, under its bracket. */
export const GroupStrip = memo(function GroupStrip({
  group,
  index,
  depth,
}: {
  group: Group;
  index: number;
  depth: number;
}) {
  const selected = useSelection(({ selection }) => isSelected(selection, 'group', group.id));
  const action = useSceneOf((scene) => actionOf(scene, group));
  const mixed = useSceneOf((scene) => rules.get(scene.groups.find((g) => g.id === group.group)?.rule ?? 'sum').mixes);
  const members = useSceneOf((scene) => scene.fields.filter((f) => f.group === group.id).length);
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: group.id,
  });
  const rule = rules.get(group.rule);
  const unit = action ? actions.get(action).vectorUnit : '';
  const strength = useNumberNow({ sort: 'groups', id: group.id, path: 'strength' }, group.strength, (value) =>
    editGroup(group.id, (g) => void (g.strength = value)),
  );
  return (
    <article
      ref={setNodeRef}
      tabIndex={0}
      aria-label={`${group.name}, group`}
      aria-current={selected}
      data-group={group.id}
      data-handbook={`rule/${rule.kind}`}
      className={`relative flex h-full w-29 shrink-0 flex-col select-none gap-1 border-t-2 border-r border-r-rule bg-surround/60 px-2.5 pt-1.5 pb-1.5 ${selected ? 'border-t-lamp text-lamp' : 'border-t-transparent text-text'} ${isDragging ? 'z-10 opacity-80' : ''} ${group.mute ? '[&_.dims]:opacity-45' : ''}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      onPointerDownCapture={() => !selected && select({ type: 'group', id: group.id })}
      onFocus={(event) => event.target === event.currentTarget && select({ type: 'group', id: group.id })}
      onKeyDown={(event) => onKey(event, group)}
    >
      <Bracket depth={depth + 1} first />
      <header className="h-9 shrink-0">
        <div className="flex items-center gap-1">
          <div
            ref={setActivatorNodeRef}
            {...attributes}
            {...listeners}
            tabIndex={-1}
            className="min-w-0 flex-1 cursor-grab touch-none truncate font-semibold text-text"
            aria-label={`Move ${group.name}: drag, or Alt with the arrow keys`}
            title={group.name}
          >
            {group.name}
          </div>
          <button
            className="text-button px-0"
            aria-expanded={!group.folded}
            aria-label={group.folded ? `Show the members of ${group.name}` : `Fold the members of ${group.name} in`}
            title={group.folded ? 'Show its members (F)' : 'Fold its members in (F)'}
            onClick={() => editGroup(group.id, (g) => void (g.folded = !g.folded))}
          >
            {group.folded ? <ChevronRight size={14} /> : <ChevronLeft size={14} />}
          </button>
        </div>
        <span className="flex items-center gap-1.5 text-xs text-second" title={rule.summary}>
          <RulePicture rule={rule.kind} />
          <span className="truncate">
            {rule.label} of {members}
          </span>
        </span>
      </header>
      <ValueLine unit="×">
        <NumberBox
          label={`Strength of ${group.name} as a number`}
          value={strength.value}
          parameter={groupParameters.strength}
          unit=""
          big
          onChange={strength.set}
        />
      </ValueLine>
      <div className="flex min-h-8 flex-1 gap-1.5">
        <div className="dims flex gap-1.5">
          <GroupMeter index={index} unit={unit} />
          <Fader
            label={`Strength of ${group.name}`}
            value={strength.value}
            parameter={groupParameters.strength}
            live={selected}
            onChange={strength.set}
          />
        </div>
      </div>
      <SecondNumbers>
        {mixed && (
          <Balance
            of={group.name}
            parameter={groupParameters.mix}
            value={group.mix}
            onChange={(value) => editGroup(group.id, (g) => void (g.mix = value))}
          />
        )}
      </SecondNumbers>
      <div className="flex h-18 shrink-0 flex-col justify-end">
        {members === 0 && <p className="text-xs text-faint">empty: drop a strip on it</p>}
        {group.limited && (
          <p className="num text-faint">
            {group.floor}…{group.ceiling} {unit}
          </p>
        )}
      </div>
      <footer className="flex h-5 shrink-0 items-center">
        <SendDots thing={group} type="group" />
        <MuteSolo
          thing={group}
          onMute={() => editGroup(group.id, (g) => void (g.mute = !g.mute))}
          onSolo={() => editGroup(group.id, (g) => void (g.solo = !g.solo))}
        />
      </footer>
    </article>
  );
});
