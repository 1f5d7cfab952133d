import { useMemo, useState } from 'react';
import { actions } from '../../../core/kinds/actions';
import type { Field, Scene } from '../../../core/document/scene';
import { clockIn } from '../../../core/scene/scene-clock';
import type { Frame } from '../../../engine/frame';
import { fieldsOf, particleOf, slotOf } from '../../simulation/at-particle';
import { useAssets } from '../../simulation/scene-assets';
import { whereFilled } from '../../simulation/no-filling';
import { useStage } from '../../simulation/stage';
import { hold, probedOf, useProbed, type Probed } from '../../state/probed';
import { usePlayer } from '../../state/player-store';
import { useRunningScene } from '../../state/running-scene';
import { pickedParticle } from '../../widgets/formula/particle-context';
import { shownNumber } from '../../widgets/sum';

const brief = (value: number) => shownNumber(Number(value.toPrecision(2)));

/** The particle that is pointed at or held in the view; otherwise one of those that are sent to the field. */
function chosenParticle(scene: Scene, field: Field, frame: Frame, turn: number, probed: Probed | undefined) {
  const slot = probed && scene.emitters[probed.emitter] ? slotOf(frame, probed) : undefined;
  return probed && slot !== undefined ? { emitter: probed.emitter, slot } : pickedParticle(scene, field, frame, turn);
}

/**
 * How the weight of a field comes about at a particle, as a row of factors; while nothing plays. It is the one that is
 * pointed at or held in the view; the button holds another.
 */
export function WeightNow({ field }: { field: Field }) {
  const scene = useRunningScene();
  const { session } = useStage();
  const { assets } = useAssets();
  const playing = usePlayer((state) => state.playing);
  const shown = usePlayer((state) => state.shown);
  const filled = usePlayer((state) => state.filled);
  const [turn, setTurn] = useState(0);
  const probed = useProbed(probedOf);
  const reading = useMemo(() => {
    const frame = playing ? undefined : session.screen.frame;
    const picked = frame && chosenParticle(scene, field, frame, turn, probed);
    if (!picked) return undefined;
    const particles = frame.emitters[picked.emitter]!;
    const particle = particleOf(particles, picked.slot);
    const now = clockIn(scene).at(frame.frame);
    const found = whereFilled(() => fieldsOf(scene, assets).factors(field.id, particle, picked.emitter, now));
    return found && { ...found, particle: particles.id[picked.slot]! };
    // The frame on the screen is another where the number of the frame shown is.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [scene, session, assets, field, playing, shown, turn, probed, filled]);
  if (!reading) return null;
  const { factors, weight, delivered, particle } = reading;
  const next = () => {
    const { frame } = session.screen;
    const other = frame && pickedParticle(scene, field, frame, turn + 1);
    if (other) hold({ emitter: other.emitter, id: frame.emitters[other.emitter]!.id[other.slot]! });
    setTurn(turn + 1);
  };
  return (
    <p className="flex flex-wrap items-baseline gap-x-1.5 py-1 text-xs text-second" aria-label="Weight at a particle">
      <button className="num text-faint hover:text-text" title="Show another particle" onClick={next}>
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
