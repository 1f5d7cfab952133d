import {
  ChevronsLeft,
  ChevronsRight,
  Circle,
  CircleDashed,
  Eye,
  EyeOff,
  Move3d,
  Plus,
  Shield,
  Spline,
  Video,
  Waves,
} from 'lucide-react';
import {
  DndContext,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useState } from 'react';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { toast } from 'sonner';
import { addCarrier, addPath } from '../../panels/inspector/carrier-edit';
import { addCollider } from '../../panels/inspector/collider-edit';
import { addEmitter, canPaste, pasteEmitters } from '../../panels/inspector/emitter-edit';
import { addZone } from '../../panels/inspector/zone-edit';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { MOST } from '../../../core/document/scene';
import { holdsPath } from '../../../core/scene/shared-paths';
import { Glyph } from '../../widgets/glyph';
import { editThing, openedScene, useSceneOf, type ThingType } from '../../state/scene-store';
import { isSelected, select, selectToo, useSelection } from '../../state/selection-store';
import { useFoldedList } from './list-fold';
import { draggedOf, dropOn, dropWords, keyOf } from './things-drag';
import { messageOf } from '../../../core/lib/errors';
import { NameBox } from '../../widgets/name-box';

interface Listed {
  readonly id: string;
  readonly name: string;
  /** Undefined for things that can’t be hidden in the view. */
  readonly shown?: boolean;
  /** One word about a thing that does nothing now. */
  readonly off?: string | undefined;
}

const button = 'flex min-w-0 items-center gap-1.5 rounded-sm px-1.5 py-0.5 text-left hover:bg-raised';

/** Selects a thing that is clicked; with Shift or Ctrl beside others, where several can be set together. */
function onClick(event: React.MouseEvent, type: ThingType, id: string): void {
  const adding = event.shiftKey || event.ctrlKey || event.metaKey;
  if (adding && (type === 'emitter' || type === 'field')) selectToo(type, id);
  else select({ type, id });
}

function ThingRow({
  type,
  thing,
  icon,
  folded,
}: {
  type: Exclude<ThingType, 'group'>;
  thing: Listed;
  icon: React.ReactNode;
  folded: boolean;
}) {
  const active = useSelection(({ selection }) => isSelected(selection, type, thing.id));
  const [renaming, setRenaming] = useState(false);
  const hide = () => editThing(type, thing.id, (t) => void ((t as { shown: boolean }).shown = !thing.shown));
  const rename = (name: string | undefined) => {
    setRenaming(false);
    if (name && name !== thing.name) editThing(type, thing.id, (t) => void ((t as { name: string }).name = name));
  };
  const own = { type, id: thing.id };
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: keyOf(own) });
  const { setNodeRef: setPlace, isOver, active: held } = useDroppable({ id: keyOf(own) });
  const dragged = isOver && held ? draggedOf(held.id) : undefined;
  const words = dragged ? dropWords(openedScene(), dragged, own) : undefined;
  if (renaming)
    return (
      <li>
        <NameBox label={`New name of ${thing.name}`} initial={thing.name} most={MOST.name} onDone={rename} />
      </li>
    );
  return (
    <li
      ref={setPlace}
      className={`group flex items-center rounded-sm ${words ? 'outline outline-lamp' : ''} ${isDragging ? 'opacity-50' : ''}`}
    >
      <button
        ref={setNodeRef}
        {...listeners}
        className={`${button} flex-1 ${active ? 'text-text' : 'text-second'}`}
        aria-pressed={active}
        // A field has a strip of its own name on the desk.
        aria-label={type === 'field' ? `${thing.name}, field` : thing.name}
        title={`${thing.name}: a double-click or F2 renames it${
          type === 'emitter' || type === 'field' ? '; Shift- or Ctrl-click selects several' : ''
        }. Drag it to another place, or onto a carrier or path to attach it.`}
        onClick={(event) => onClick(event, type, thing.id)}
        onDoubleClick={() => setRenaming(true)}
        onKeyDown={(event) => event.key === 'F2' && setRenaming(true)}
      >
        <span className={`shrink-0 ${active ? 'text-lamp' : 'text-faint'}`}>{icon}</span>
        {!folded && <span className={`truncate ${thing.off ? 'text-faint' : ''}`}>{thing.name}</span>}
      </button>
      {words && <span className="px-1 text-xs text-lamp">{words}</span>}
      {!folded && !words && thing.off && <span className="num px-1 text-xs text-faint">{thing.off}</span>}
      {!folded && thing.shown !== undefined && (
        <button
          className={`rounded-sm p-0.5 text-faint hover:text-text focus-visible:opacity-100 ${thing.shown ? 'opacity-0 group-hover:opacity-100' : ''}`}
          aria-label={`${thing.shown ? 'Hide' : 'Show'} ${thing.name} in the view`}
          title="Shows or hides it in the view; the simulation stays the same"
          onClick={hide}
        >
          {thing.shown ? <Eye size={12} /> : <EyeOff size={12} />}
        </button>
      )}
    </li>
  );
}

function paste(): void {
  try {
    pasteEmitters();
  } catch (error) {
    toast.error(messageOf(error));
  }
}

function AddThing({ folded }: { folded: boolean }) {
  const items: readonly (readonly [string, string, () => void])[] = [
    ['emitter', 'Emits particles', () => addEmitter()],
    ['collider', 'A surface that stops particles', addCollider],
    ['path', 'A line that emitters, fields and falloffs share', addPath],
    ['carrier', 'Moves the things attached to it', addCarrier],
    ['zone', 'Changes or removes the particles inside it', addZone],
    ...(canPaste()
      ? ([['paste emitters', 'Pastes the copied emitters, from this scene or another', paste]] as const)
      : []),
  ];
  return (
    <Menu>
      <MenuButton className={`${button} text-second hover:text-text`}>
        <Plus size={12} /> {folded ? <span className="sr-only">add</span> : 'add'}
      </MenuButton>
      <MenuItems anchor="bottom start" className="z-20 w-60 border border-rule bg-panel py-1 focus:outline-none">
        {items.map(([label, help, act]) => (
          <MenuItem key={label}>
            <button className="block w-full px-3 py-1.5 text-left data-focus:bg-raised" onClick={act}>
              {label}
              <span className="block text-xs text-faint">{help}</span>
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}

/** A name in the list; folded, only its icon is there. */
function WholeRow({
  type,
  name,
  icon,
  folded,
}: {
  type: 'camera' | 'scene';
  name: string;
  icon: React.ReactNode;
  folded: boolean;
}) {
  const active = useSelection(({ selection }) => selection.type === type);
  return (
    <li>
      <button
        className={`${button} w-full ${active ? 'text-text' : 'text-second'}`}
        aria-pressed={active}
        aria-label={name}
        title={name}
        onClick={() => select({ type })}
      >
        <span className={active ? 'text-lamp' : 'text-faint'}>{icon}</span>
        {!folded && name}
      </button>
    </li>
  );
}

function onDrop({ active, over }: DragEndEvent): void {
  const [dragged, onto] = [draggedOf(active.id), over && draggedOf(over.id)];
  if (dragged && onto) dropOn(dragged, onto);
}

/** The scene’s things in a column beside the view, which can be folded to their icons. */
export function Things() {
  const emitters = useSceneOf((scene) => scene.emitters);
  const colliders = useSceneOf((scene) => scene.colliders);
  const carriers = useSceneOf((scene) => scene.carriers);
  const zones = useSceneOf((scene) => scene.zones);
  const fields = useSceneOf((scene) => scene.fields);
  const [folded, toggle] = useFoldedList();
  // A click and a double-click are no drag.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const dashed = (on: boolean) => (on ? undefined : '2 3');
  return (
    <nav
      aria-label="Things"
      className={`flex shrink-0 flex-col border-r border-rule bg-panel py-1.5 ${folded ? 'w-8' : 'w-38'}`}
    >
      <DndContext sensors={sensors} collisionDetection={pointerWithin} onDragEnd={onDrop}>
        <ul aria-label="Things of the scene" className="min-h-0 flex-1 overflow-x-hidden overflow-y-auto px-0.5">
          {emitters.map((emitter) => (
            <ThingRow
              key={emitter.id}
              type="emitter"
              thing={{ ...emitter, off: emitter.on ? undefined : 'off' }}
              icon={<Circle size={12} strokeDasharray={dashed(emitter.on)} />}
              folded={folded}
            />
          ))}
          {colliders.map((collider) => (
            <ThingRow
              key={collider.id}
              type="collider"
              thing={{ ...collider, off: collider.on ? undefined : 'off' }}
              icon={<Shield size={12} strokeDasharray={dashed(collider.on)} />}
              folded={folded}
            />
          ))}
          {carriers.map((carrier) => (
            <ThingRow
              key={carrier.id}
              type="carrier"
              thing={carrier}
              icon={holdsPath(carrier) ? <Spline size={12} /> : <Move3d size={12} />}
              folded={folded}
            />
          ))}
          {zones.map((zone) => (
            <ThingRow key={zone.id} type="zone" thing={zone} icon={<CircleDashed size={12} />} folded={folded} />
          ))}
          {fields.map(({ id, name, mute, settings }) => (
            <ThingRow
              key={id}
              type="field"
              thing={{ id, name, off: mute ? 'muted' : undefined }}
              icon={<Glyph path={fieldKinds.get(settings.kind).glyph} size={12} />}
              folded={folded}
            />
          ))}
          <WholeRow type="camera" name="Shot camera" icon={<Video size={12} />} folded={folded} />
          <WholeRow type="scene" name="Scene" icon={<Waves size={12} />} folded={folded} />
          <li>
            <AddThing folded={folded} />
          </li>
        </ul>
      </DndContext>
      <button
        className="mx-0.5 self-start rounded-sm px-1.5 py-0.5 text-faint hover:text-text"
        aria-label={folded ? 'Show the names of the things' : 'Fold the list to icons'}
        title={folded ? 'Show the names' : 'Fold to icons'}
        onClick={toggle}
      >
        {folded ? <ChevronsRight size={12} /> : <ChevronsLeft size={12} />}
      </button>
    </nav>
  );
}
