import { sendTo, type Emitter, type Field, type Group } from '../../../core/document/scene';
import { followDrag } from '../../widgets/drag';
import { useThingNow } from '../../simulation/use-thing-now';
import { useSceneOf } from '../../state/scene-store';
import { setSend } from './sends';

/** Marks that tell emitters apart without colour: how the ring of the dot is drawn. */
export const RINGS = ['', '3 2', '1 2', '6 2 1 2'];

/** How much of a field one emitter feels, as the fill of a dot: press for none or all, drag for a part up to 200 %. */
function SendDot({
  thing,
  type,
  emitter,
  index,
}: {
  thing: Field | Group;
  type: 'field' | 'group';
  emitter: Emitter;
  index: number;
}) {
  const send = sendTo(thing, emitter.id);
  const set = (value: number) => setSend(type, thing.id, emitter.id, value);
  const angle = Math.min(1, send) * 2 * Math.PI;
  const fill =
    send >= 1
      ? 'M8 2a6 6 0 1 1 0 12a6 6 0 1 1 0-12'
      : `M8 8V2A6 6 0 ${angle > Math.PI ? 1 : 0} 1 ${8 + 6 * Math.sin(angle)} ${8 - 6 * Math.cos(angle)}Z`;
  return (
    <button
      className="touch-none rounded-full"
      role="slider"
      aria-label={`Send from ${emitter.name} to ${thing.name}`}
      aria-valuemin={0}
      aria-valuemax={200}
      aria-valuenow={Math.round(send * 100)}
      title={`${emitter.name}: ${Math.round(send * 100)} %. Click for 0 or 100 %, drag up and down for values between.`}
      onPointerDown={(event) =>
        followDrag(
          event,
          ({ dy, fine }) => set(send - dy * (fine ? 0.002 : 0.01)),
          (moved) => moved || set(send > 0 ? 0 : 1),
        )
      }
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') set(send > 0 ? 0 : 1);
        else if ((event.key === 'ArrowUp' || event.key === 'ArrowDown') && !event.altKey)
          set(send + (event.key === 'ArrowUp' ? 0.05 : -0.05));
        else return;
        event.preventDefault();
        event.stopPropagation();
      }}
    >
      <svg viewBox="0 0 16 16" width={16} height={16} className="text-second" aria-hidden>
        <circle cx={8} cy={8} r={7} fill="none" stroke="currentColor" strokeDasharray={RINGS[index % RINGS.length]} />
        {send > 0 && <path d={fill} fill="currentColor" />}
        {send > 1 && <circle cx={8} cy={8} r={1.5 + 2 * (send - 1)} fill="var(--color-lamp)" />}
      </svg>
    </button>
  );
}

/** The sends of a field or group, a dot for each emitter. */
export function SendDots({ thing: own, type }: { thing: Field | Group; type: 'field' | 'group' }) {
  const thing = useThingNow(own);
  const emitters = useSceneOf((scene) => scene.emitters);
  return (
    <span className="flex min-w-0 flex-1 gap-0.5 overflow-x-auto [scrollbar-width:none]">
      {emitters.map((emitter, e) => (
        <SendDot key={emitter.id} thing={thing} type={type} emitter={emitter} index={e} />
      ))}
    </span>
  );
}
