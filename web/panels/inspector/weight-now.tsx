import { useMemo, useState } from 'react';
import { actions } from '../../../core/kinds/actions';
import type { Field } from '../../../core/document/scene';
import { blockOfOne, type ProbeParticle } from '../../../core/measure/probe';
import { weightFactors } from '../../../core/measure/weight-factors';
import { automated } from '../../../core/scene/automated';
import { clockIn } from '../../../core/scene/scene-clock';
import type { EmitterFrame } from '../../../engine/frame';
import { useAssets } from '../../simulation/scene-assets';
import { useStage } from '../../simulation/stage';
import { usePlayer } from '../../state/player-store';
import { useRunningScene } from '../../state/running-scene';
import { pickedParticle } from '../../widgets/formula/particle-context';
import { shownNumber } from '../../widgets/sum';

const brief = (value: number) => shownNumber(Number(value.toPrecision(2)));

/** A particle of a frame, as it is probed. */
function particleOf({ columns: c, id, age }: EmitterFrame, slot: number): ProbeParticle {
  return {
    position: [c.x[slot]!, c.y[slot]!, c.z[slot]!],
    velocity: [c.vx[slot]!, c.vy[slot]!, c.vz[slot]!],
    mass: c.mass[slot] ?? 1,
    drag: c.drag[slot] ?? 0,
    life: c.life[slot]!,
    age: age[slot]!,
    key: id[slot]!,
  };
}

/** How the weight of a field comes about at one of its particles, as a row of factors; while nothing plays. */
export function WeightNow({ field }: { field: Field }) {
  const opened = useRunningScene();
  const scene = useMemo(() => automated(opened), [opened]);
  const { session } = useStage();
  const { assets } = useAssets();
  const playing = usePlayer((state) => state.playing);
  const shown = usePlayer((state) => state.shown);
  const [turn, setTurn] = useState(0);
  const reading = useMemo(() => {
    const frame = playing ? undefined : session.screen.frame;
    const picked = frame && pickedParticle(scene, field, frame, turn);
    if (!picked) return undefined;
    const particles = frame.emitters[picked.emitter]!;
    const now = clockIn(scene).at(frame.frame);
    const block = blockOfOne(particleOf(particles, picked.slot), picked.emitter, now / scene.time.fps);
    const found = weightFactors(scene, assets, field.id, block, now);
    return found && { ...found, particle: particles.id[picked.slot]! };
    // The frame on the screen is another where the number of the frame shown is.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [scene, session, assets, field, playing, shown, turn]);
  if (!reading) return null;
  const { factors, weight, delivered, particle } = reading;
  return (
    <p className="flex flex-wrap items-baseline gap-x-1.5 py-1 text-xs text-second" aria-label="Weight at a particle">
      <button
        className="num text-faint hover:text-text"
        title="Show another particle"
        onClick={() => setTurn((t) => t + 1)}
      >
        particle {particle}
      </button>
      {factors.map(({ name, value }, f) => (
        <span key={f} className="whitespace-nowrap">
          {f > 0 && '× '}
          {name} <span className={`num ${value === 0 ? 'text-signal' : 'text-text'}`}>{brief(value)}</span>
        </span>
      ))}
      <span className="num whitespace-nowrap">
        {factors.length > 0 ? '= ' : 'weight '}
        {brief(weight)}, gives {brief(delivered)} {actions.get(field.actsAs).vectorUnit}
      </span>
    </p>
  );
}
