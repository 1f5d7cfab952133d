import { useMemo } from 'react';
import { actions } from '../../../core/kinds/actions';
import type { Field } from '../../../core/document/scene';
import { rms, type Meter as FieldMeter } from '../../../core/measure/meters';
import { usePlayer } from '../../state/player-store';
import { shownNumber } from '../../widgets/sum';
import { deskParameters } from '../../../core/document/descriptions';
import { NumberBox } from '../../widgets/number-field';
import { editScene, useSceneOf } from '../../state/scene-store';
import { MoveLine } from '../../widgets/move-line';
import { Fader } from './fader';
import { Meter } from './meter';
import { useNumberNow } from './moved-strength';

const brief = (value: number, digits = 3) => (value > 0 ? shownNumber(Number(value.toPrecision(digits))) : '0');

/** What a field does that is no acceleration, in its own unit; undefined where it pushes, or reaches no particle. */
function ownUnit({ actsAs }: Field, meter: FieldMeter): { text: string; words: string } | undefined {
  if (meter.touched === 0) return undefined;
  if (actsAs === 'move') {
    const speed = `${brief(rms(meter), 2)} m/s`;
    return { text: speed, words: `moves particles by ${speed} RMS` };
  }
  if (!actions.get(actsAs).blends) return undefined;
  const part = brief(100 * rms({ squares: meter.weightSquares, count: meter.count }), 2);
  return { text: `${part} %/f`, words: `${OWN_WORDS[actsAs] ?? 'limits the speed by'} ${part} % per frame` };
}

/** What fields that blend do by a part of it a frame. */
const OWN_WORDS: Readonly<Record<string, string>> = {
  'set-velocity': 'replaces the velocity by',
  steer: 'turns the direction by',
};

/** What all fields add up to, and what each contributes, in the one unit in which unlike fields compare. */
export function SumStrip() {
  const fields = useSceneOf((scene) => scene.fields);
  const desk = useSceneOf((scene) => scene.desk);
  const meters = usePlayer((player) => player.meters);
  const shown = usePlayer((player) => player.shown);
  const shares = useMemo(() => {
    const all = fields.map((field, i) => {
      const meter = meters.fields[i];
      return {
        field,
        felt: meter ? rms({ squares: meter.feltSquares, count: meter.count }) : 0,
        own: meter && ownUnit(field, meter),
        holdsBack: !actions.get(field.actsAs).isVector,
      };
    });
    return all.toSorted((a, b) => b.felt - a.felt);
  }, [fields, meters]);
  const most = Math.max(1e-9, ...shares.map((s) => s.felt));
  const { peak } = meters.total;
  const delivered = rms(meters.total);
  const moved = rms(meters.moved);
  const master = useNumberNow({ sort: 'desk', id: '', path: 'master' }, desk.master, (value) =>
    editScene((s) => void (s.desk.master = value)),
  );
  const ceiling = useNumberNow({ sort: 'desk', id: '', path: 'ceiling' }, desk.ceiling, (value) =>
    editScene((s) => void (s.desk.ceiling = value)),
  );
  const allMuted = fields.length > 0 && fields.every((f) => f.mute);
  return (
    <section className="flex w-44 shrink-0 flex-col bg-panel px-3 pt-2 pb-2" aria-label="Sum of the fields">
      <h2
        className="flex items-baseline justify-between font-semibold"
        title="The acceleration that each field gives the particles on this frame: root mean square"
      >
        Sum <span className="text-xs font-normal text-second">at particles, frame {shown ?? '–'}</span>
      </h2>
      <ul tabIndex={0} aria-label="Each field’s contribution" className="mt-1 min-h-0 flex-1 overflow-y-auto text-xs">
        {shares.map(({ field, felt, own, holdsBack }) => (
          <li
            key={field.id}
            className={`grid items-center gap-2 py-0.5 ${own ? 'grid-cols-[1fr_auto]' : 'grid-cols-[1fr_3.4rem]'}`}
            title={`${field.name}: ${own ? `${own.words}, ` : ''}${brief(felt)} m/s² RMS`}
          >
            <span className={`truncate ${felt > 0 || own ? 'text-second' : 'text-faint'}`}>{field.name}</span>
            {own ? (
              <span className="num text-xs whitespace-nowrap text-second">{own.text}</span>
            ) : (
              <span className={`relative h-2 ${holdsBack ? 'text-faint' : 'text-text'}`}>
                <span className="absolute inset-y-0 left-0 bg-current" style={{ width: `${(100 * felt) / most}%` }} />
              </span>
            )}
          </li>
        ))}
        {delivered > 0 && shares.every(({ felt }) => felt === 0) && (
          <li className="text-second">Only the particles’ own drag acts: it slows them.</li>
        )}
        {moved > 0 && (
          <li className="text-second" title="Root mean square of all fields that move particles, together">
            Besides, they are moved by {brief(moved, 2)} m/s.
          </li>
        )}
      </ul>
      <div className="mt-1 flex h-20 gap-1.5">
        <Meter rms={delivered} peak={peak} unit="m/s²" />
        <Fader
          label="Master"
          value={master.value}
          parameter={deskParameters.master}
          live={false}
          onChange={master.set}
        />
        <div className="min-w-0 flex-1">
          <div className="relative">
            <NumberBox
              label="Master as a number"
              value={master.value}
              parameter={deskParameters.master}
              unit="×"
              onChange={master.set}
            />
            <MoveLine of={master.of} label="Master" parameter={deskParameters.master} moved={master.moved} narrow />
          </div>
          <p className="mt-1">
            <span className="font-mono text-[17px] tracking-tight">{brief(delivered)}</span>{' '}
            <span className="num text-second">m/s²</span>
          </p>
          <p className="num text-second">peak {brief(peak)}</p>
          <label className="num mt-1 flex items-center gap-1 text-second" title={deskParameters.limited.help}>
            <input
              type="checkbox"
              className="accent-lamp"
              checked={desk.limited}
              onChange={(event) => editScene((s) => void (s.desk.limited = event.target.checked))}
            />
            limit
            {desk.limited && (
              <span className="relative">
                <NumberBox
                  label="Limit of the desk"
                  value={ceiling.value}
                  parameter={deskParameters.ceiling}
                  unit=""
                  onChange={ceiling.set}
                />
                <MoveLine
                  of={ceiling.of}
                  label="Limit of the desk"
                  parameter={deskParameters.ceiling}
                  moved={ceiling.moved}
                  narrow
                />
              </span>
            )}
          </label>
        </div>
      </div>
      <button
        className="text-button mt-1 -ml-1.5 self-start"
        aria-pressed={allMuted}
        disabled={fields.length === 0}
        onClick={() =>
          editScene((scene) => {
            for (const field of scene.fields) field.mute = !allMuted;
          })
        }
      >
        mute all
      </button>
    </section>
  );
}
