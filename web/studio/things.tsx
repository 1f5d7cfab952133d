import { Circle, Plus, Video, Waves } from 'lucide-react';
import { addEmitter } from '../inspect/emitter-edit';
import { useSceneOf } from '../store/scene-store';
import { useSelection, type Selection } from '../store/selection-store';

function Thing({
  icon,
  name,
  active,
  onSelect,
  aside,
}: {
  icon: React.ReactNode;
  name: string;
  active: boolean;
  onSelect: () => void;
  aside?: React.ReactNode;
}) {
  return (
    <li className="flex items-center gap-1">
      <button
        className={`pointer-events-auto flex items-center gap-1.5 rounded-sm px-1 py-0.5 [text-shadow:0_0_4px_black] hover:bg-raised ${active ? 'text-text' : 'text-second'}`}
        aria-pressed={active}
        onClick={onSelect}
      >
        <span className={active ? 'text-lamp' : 'text-faint'}>{icon}</span>
        {name}
      </button>
      {aside}
    </li>
  );
}

/** A short list of the scene's things, over the view's left edge. */
export function Things() {
  const emitters = useSceneOf((scene) => scene.emitters);
  const { selection, select } = useSelection();
  const is = (s: Selection) => JSON.stringify(s) === JSON.stringify(selection);
  return (
    <ul className="pointer-events-none absolute top-2 left-2 flex flex-col items-start">
      {emitters.map((emitter) => {
        const own: Selection = { type: 'emitter', id: emitter.id };
        return (
          <Thing
            key={emitter.id}
            icon={<Circle size={12} strokeDasharray={emitter.on ? undefined : '2 3'} />}
            name={emitter.name}
            active={is(own)}
            onSelect={() => select(own)}
            aside={!emitter.on && <span className="num text-faint [text-shadow:0_0_4px_black]">off</span>}
          />
        );
      })}
      <Thing icon={<Video size={12} />} name="Shot camera" active={is({ type: 'camera' })} onSelect={() => select({ type: 'camera' })} />
      <Thing icon={<Waves size={12} />} name="Scene" active={is({ type: 'scene' })} onSelect={() => select({ type: 'scene' })} />
      <li>
        <button
          className="pointer-events-auto flex items-center gap-1.5 rounded-sm px-1 py-0.5 text-second hover:bg-raised hover:text-text"
          onClick={addEmitter}
        >
          <Plus size={12} /> add an emitter
        </button>
      </li>
    </ul>
  );
}
