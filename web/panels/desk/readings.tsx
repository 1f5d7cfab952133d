import { actions } from '../../../core/kinds/actions';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import { rms } from '../../../core/measure/meters';
import type { Diagnosis } from '../../../core/measure/diagnosis';
import { whySilent } from '../../../core/measure/diagnose-field';
import type { Field } from '../../../core/document/scene';
import { useAtParticle } from '../../simulation/at-particle';
import { useThingNow } from '../../simulation/use-thing-now';
import { usePlayer } from '../../state/player-store';
import { useAssets } from '../../simulation/scene-assets';
import { useStage } from '../../simulation/stage';
import { shownNumber } from '../../widgets/sum';
import { changeScene, useScene } from '../../state/scene-store';
import { select } from '../../state/selection-store';
import { Meter } from './meter';
import { openCurve } from '../curve/curve-store';
import { CurveGraph } from './curve-graph';

/**
 * The reading of a field on the frame on the screen. These parts of a strip are drawn with every frame; the rest is
 * not.
 */
const useReading = (index: number) => usePlayer((player) => player.meters.fields[index]);

/** The meter of a strip. */
export function StripMeter({ field, index }: { field: Field; index: number }) {
  const reading = useReading(index);
  return (
    <Meter rms={reading ? rms(reading) : 0} peak={reading?.peak ?? 0} unit={actions.get(field.actsAs).vectorUnit} />
  );
}

/** A time in seconds, in few characters. */
const lag = (seconds: number): string =>
  seconds < 0.0995 ? `${Math.round(1000 * seconds)} ms` : `${shownNumber(Number(seconds.toPrecision(2)))} s`;

const inFew = (delivered: number): string =>
  delivered === 0 ? '0' : delivered < 0.001 ? '<0.001' : shownNumber(Number(delivered.toPrecision(2)));

/** What a field delivers, as a number: at the particle that is pointed at or held, otherwise at all. */
export function Gives({ field, index, needsDrag }: { field: Field; index: number; needsDrag: boolean }) {
  const reading = useReading(index);
  const here = useAtParticle(field.id);
  return (
    <span className="num flex min-w-0 flex-1 flex-col justify-center text-right leading-tight whitespace-nowrap text-second">
      {here ? (
        <span className="text-text" title={`The strength that arrives at particle ${here.id} on this frame`}>
          here
          <br />
          {inFew(here.delivered)}
        </span>
      ) : (
        <span title="The strength that arrives at the particles on this frame: root mean square">
          RMS
          <br />
          {inFew(reading ? rms(reading) : 0)}
        </span>
      )}
      {needsDrag && reading && reading.grip > 0 && (
        <span
          className="text-faint"
          title="The time in which the particles’ drag closes 63 % of the difference between their speed and the medium’s"
        >
          lags
          <br />
          {lag(1 / reading.grip)}
        </span>
      )}
    </span>
  );
}

function useDiagnosis(field: Field): Diagnosis | undefined {
  const scene = useScene();
  const { assets } = useAssets();
  const meters = usePlayer((player) => (player.shown === undefined ? undefined : player.meters));
  const frame = usePlayer((player) => player.shown ?? player.frame);
  const measured =
    meters && meters.fields.length === scene.fields.length && meters.bounds.length === scene.emitters.length;
  return measured && scene.fields.includes(field) ? whySilent(scene, field, meters, frame, assets) : undefined;
}

/** Selects a field, and puts the focus on the part of the inspector that is to blame, as soon as that shows it. */
function lookAt(field: Field, part: 'field' | 'falloff'): void {
  select({ type: 'field', id: field.id });
  const kind = part === 'field' ? field.settings.kind : field.falloff.kind;
  let tries = 60;
  const look = () => {
    const section = document.querySelector<HTMLElement>(
      `[aria-label="Inspector"]:not([inert]) [data-handbook="${part}/${kind}"]`,
    );
    if (!section) return void (tries-- > 0 && requestAnimationFrame(look));
    section.scrollIntoView({ block: 'nearest' });
    section.querySelector<HTMLElement>('select')?.focus();
  };
  requestAnimationFrame(look);
}

/** Inner and outer radius as they are at the playhead. */
function Radii({ field }: { field: Field }) {
  const { falloff } = useThingNow(field);
  const radius = (name: string) => shownNumber(Number((falloff[name] as number).toPrecision(4)));
  return (
    <span className="num mt-1.5 whitespace-nowrap text-second">
      {radius('inner')} → {radius('outer')} m
    </span>
  );
}

/** The falloff of a strip; or, where the field delivers nothing, why, and the button that mends it. */
export function FalloffOrDiagnosis({ field }: { field: Field }) {
  const reason = useDiagnosis(field);
  const { transport } = useStage();
  if (reason)
    return (
      <div role="status" className="max-h-full overflow-y-auto text-xs leading-tight text-signal">
        {reason.words}
        {reason.fix && (
          <button
            className="mt-1 block rounded-sm border border-signal px-1.5 py-0.5 hover:bg-signal hover:text-surround"
            onClick={() => changeScene(reason.fix!.change)}
          >
            {reason.fix.label}
          </button>
        )}
        {reason.look && (
          <button className="text-button mt-0.5 px-0 text-xs" onClick={() => lookAt(field, reason.look!)}>
            show its {reason.look === 'falloff' ? 'falloff' : 'settings'}
          </button>
        )}
        {reason.goTo !== undefined && (
          <button className="text-button mt-0.5 px-0 text-xs" onClick={() => transport.seek(reason.goTo!)}>
            go to frame {reason.goTo}
          </button>
        )}
      </div>
    );
  if (!falloffShapes.get(field.falloff.kind).bounded)
    return <span className="pb-2 text-xs text-faint">no falloff</span>;
  return (
    <>
      <CurveGraph
        thing={field}
        owner={{ type: 'field', id: field.id }}
        small
        onOpen={() => openCurve({ type: 'field', id: field.id })}
      />
      <Radii field={field} />
    </>
  );
}
