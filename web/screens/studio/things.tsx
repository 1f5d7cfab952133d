import { Circle, CircleDashed, Eye, EyeOff, Move3d, Plus, Shield, Video, Waves } from 'lucide-react';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { toast } from 'sonner';
import { addCarrier } from '../../panels/inspector/carrier-edit';
import { addCollider } from '../../panels/inspector/collider-edit';
import { addEmitter, canPaste, pasteEmitters } from '../../panels/inspector/emitter-edit';
import { addZone } from '../../panels/inspector/zone-edit';
import { editThing, useSceneOf, type ThingType } from '../../state/scene-store';
import { isSelected, select, selectToo, useSelection } from '../../state/selection-store';
import { messageOf } from '../../../core/lib/errors';

interface Listed {
  readonly id: string;
  readonly name: string;
  /** Undefined for what the view draws only while it is selected. */
  readonly shown?: boolean;
  readonly on?: boolean;
}

const button =
  'pointer-events-auto flex items-center gap-1.5 rounded-sm px-1 py-0.5 [text-shadow:0_0_4px_black] hover:bg-raised';

function ThingRow({
  type,
  thing,
  icon,
}: {
  type: Exclude<ThingType, 'field' | 'group'>;
  thing: Listed;
  icon: React.ReactNode;
}) {
  const active = useSelection(({ selection }) => isSelected(selection, type, thing.id));
  const hide = () => editThing(type, thing.id, (t) => void ((t as { shown: boolean }).shown = !thing.shown));
  return (
    <li className="group flex items-center gap-1">
      <button
        className={`${button} ${active ? 'text-text' : 'text-second'}`}
        aria-pressed={active}
        title={type === 'emitter' ? 'Shift- or Ctrl-click to edit several emitters together' : undefined}
        onClick={(event) =>
          type === 'emitter' && (event.shiftKey || event.ctrlKey || event.metaKey)
            ? selectToo(type, thing.id)
            : select({ type, id: thing.id })
        }
      >
        <span className={active ? 'text-lamp' : 'text-faint'}>{icon}</span>
        {thing.name}
      </button>
      {thing.on === false && <span className="num text-faint [text-shadow:0_0_4px_black]">off</span>}
      {thing.shown !== undefined && (
        <button
          className={`pointer-events-auto rounded-sm p-0.5 text-faint hover:text-text focus-visible:opacity-100 ${thing.shown ? 'opacity-0 group-hover:opacity-100' : ''}`}
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

function AddThing() {
  const items: readonly (readonly [string, string, () => void])[] = [
    ['emitter', 'Emits particles', () => addEmitter()],
    ['collider', 'A surface that stops particles', addCollider],
    ['carrier', 'Moves the things attached to it', addCarrier],
    ['zone', 'Changes or removes the particles inside it', addZone],
    ...(canPaste()
      ? ([['paste emitters', 'Pastes the copied emitters, from this scene or another', paste]] as const)
      : []),
  ];
  return (
    <Menu>
      <MenuButton className={`${button} text-second hover:text-text`}>
        <Plus size={12} /> add
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

/** A short list of the scene's things, over the view's left edge. */
export function Things() {
  const emitters = useSceneOf((scene) => scene.emitters);
  const colliders = useSceneOf((scene) => scene.colliders);
  const carriers = useSceneOf((scene) => scene.carriers);
  const zones = useSceneOf((scene) => scene.zones);
  const { selection } = useSelection();
  const whole = (type: 'camera' | 'scene', name: string, icon: React.ReactNode) => (
    <li>
      <button
        className={`${button} ${selection.type === type ? 'text-text' : 'text-second'}`}
        aria-pressed={selection.type === type}
        onClick={() => select({ type })}
      >
        <span className={selection.type === type ? 'text-lamp' : 'text-faint'}>{icon}</span>
        {name}
      </button>
    </li>
  );
  return (
    <ul
      aria-label="Things of the scene"
      className="pointer-events-none absolute top-2 left-2 flex max-h-[calc(100%-1rem)] flex-col items-start overflow-y-auto"
    >
      {emitters.map((emitter) => (
        <ThingRow
          key={emitter.id}
          type="emitter"
          thing={emitter}
          icon={<Circle size={12} strokeDasharray={emitter.on ? undefined : '2 3'} />}
        />
      ))}
      {colliders.map((collider) => (
        <ThingRow
          key={collider.id}
          type="collider"
          thing={collider}
          icon={<Shield size={12} strokeDasharray={collider.on ? undefined : '2 3'} />}
        />
      ))}
      {carriers.map((carrier) => (
        <ThingRow key={carrier.id} type="carrier" thing={carrier} icon={<Move3d size={12} />} />
      ))}
      {zones.map((zone) => (
        <ThingRow key={zone.id} type="zone" thing={zone} icon={<CircleDashed size={12} />} />
      ))}
      {whole('camera', 'Shot camera', <Video size={12} />)}
      {whole('scene', 'Scene', <Waves size={12} />)}
      <li>
        <AddThing />
      </li>
    </ul>
  );
}
