import { useMemo } from 'react';
import type { Ledger } from '../../../core/measure/ledger';
import { Chart } from '../../widgets/charts/chart';
import { shown, type ChartData } from '../../widgets/charts/chart-data';
import type { NumberParameter } from '../../../core/document/parameters';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { NumberRow } from '../../widgets/number-field';
import { usePlayer } from '../../state/player-store';
import { useRunningScene } from '../../state/running-scene';
import { useStage } from '../../simulation/stage';
import { identity } from './identity';
import { useShare } from './run-panels';
import { useSounding } from './sounder';
import { PARTS, setSounding, useSoundings, type Part } from './sounding-store';
import { MeasuringStatus } from './measuring-status';
import { EmitterRow } from './what-rows';

const WORDS: Readonly<Record<Part, readonly [string, string]>> = {
  along: ['speed gained', 'm/s'],
  work: ['work done', 'J'],
  x: ['Δv along x', 'm/s'],
  y: ['Δv along y', 'm/s'],
  z: ['Δv along z', 'm/s'],
};

const NUMBER: NumberParameter = {
  type: 'number',
  label: 'Number',
  unit: '',
  default: 1,
  min: 0,
  max: 4294967295,
  whole: true,
  usual: [0, 1e9],
  help: 'The particle’s permanent number.',
};

/** The number of the emitter’s particle that has lived longest at the playhead. */
function useOldest(): () => number | undefined {
  const { session } = useStage();
  return () => {
    const particles = session.screen.frame?.emitters[useSoundings.getState().emitter];
    if (!particles || particles.count === 0) return undefined;
    let oldest = 0;
    for (let i = 1; i < particles.count; i++) if (particles.age[i]! > particles.age[oldest]!) oldest = i;
    return particles.id[oldest];
  };
}

export function LedgerControls() {
  const { particle, part } = useSoundings();
  const oldest = useOldest();
  return (
    <>
      <EmitterRow label="Emitter" help="The emitter of the particles." />
      <LabelledRow
        label="Particles"
        help="Measures the mean of all its particles, or one of them. Click a particle in the view to choose it."
      >
        <Choice
          label="Particles of the ledger"
          value={particle === undefined ? 'mean' : 'one'}
          options={[
            { value: 'mean', label: 'mean of all' },
            { value: 'one', label: 'one particle' },
          ]}
          onChange={(value) => setSounding({ particle: value === 'mean' ? undefined : (oldest() ?? 1) })}
        />
      </LabelledRow>
      {particle !== undefined && (
        <NumberRow
          label="Number"
          parameter={NUMBER}
          value={particle}
          onChange={(value) => setSounding({ particle: value })}
        />
      )}
      <LabelledRow
        label="Quantity"
        help="The quantity that is split up by field: speed gained, work done, or the change of velocity along an axis."
      >
        <Choice
          label="Quantity of the ledger"
          value={part}
          options={PARTS.map((p) => ({ value: p, label: WORDS[p][0] }))}
          onChange={(value) => setSounding({ part: value as Part })}
        />
      </LabelledRow>
    </>
  );
}

/** The numbers of a term, frame by frame. */
function valuesOf({ entries }: Ledger, term: number, part: Part): number[] {
  const axis = part === 'x' ? 0 : part === 'y' ? 1 : 2;
  return entries.map((entry) =>
    part === 'work' ? entry.work[term]! : part === 'along' ? entry.along[term]! : entry.change[3 * term + axis]!,
  );
}

interface Row {
  readonly name: string;
  readonly values: readonly number[];
}

function rowsOf(ledger: Ledger, part: Part): Row[] {
  return ledger.terms
    .map((name, term) => ({ name, values: valuesOf(ledger, term, part) }))
    .filter(({ values }) => values.some((v) => v !== 0));
}

/** What the run has done, to hold the sum of the rows against. */
function wholeOf({ entries }: Ledger, part: Part): number[] {
  if (part === 'work') return entries.map(({ gained }) => gained);
  if (part === 'along') return entries.map(({ quickened }) => quickened);
  const axis = { x: 0, y: 1, z: 2 }[part];
  return entries.map(({ whole }) => whole[axis]!);
}

/** What the whole of a part is called. */
const WHOLES: Readonly<Record<Part, string>> = {
  along: 'Speed gained in the run',
  work: 'Kinetic energy gained in the run',
  x: 'Change of velocity in the run',
  y: 'Change of velocity in the run',
  z: 'Change of velocity in the run',
};

const at = (values: readonly number[], index: number) => (index < 0 ? '–' : shown(values[index]!));
const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);

/** Each field’s share of a particle’s acceleration and of the work done on it, frame by frame. */
export function LedgerPanel() {
  const scene = useRunningScene();
  const frame = usePlayer((player) => player.frame);
  const { transport } = useStage();
  const { emitter, particle, part } = useSoundings();
  const draftFraction = useShare(scene, 1500);
  const account = particle === undefined ? { emitter, draftFraction } : { emitter, id: particle };
  const sounded = useSounding<'ledger'>(
    { sort: 'ledger', scene, account, through: scene.time.last },
    JSON.stringify([identity(scene), account]),
    true,
  );
  const { answer } = sounded;
  const who = particle === undefined ? `mean of ${scene.emitters[emitter]?.name ?? ''}` : `particle ${particle}`;
  const rows = useMemo(() => answer && rowsOf(answer, part), [answer, part]);
  const data = useMemo(
    (): ChartData | undefined =>
      answer && rows
        ? {
            sort: `ledger ${part}`,
            title: `${scene.name}, ${who}: ${WORDS[part][0]} a frame`,
            x: { label: 'frame', unit: '', values: answer.entries.map((e) => e.frame) },
            series: rows.map(({ name, values }) => ({ name, unit: WORDS[part][1], values, kind: 'area' })),
            marks:
              particle === undefined
                ? []
                : answer.entries
                    .filter((e) => e.hits > 0)
                    .slice(0, 12)
                    .map((e) => ({ at: e.frame, label: 'hit' })),
            playhead: frame,
          }
        : undefined,
    [answer, rows, scene.name, who, part, particle, frame],
  );
  const index = answer?.entries.findIndex((e) => e.frame === frame) ?? -1;
  const whole = answer && wholeOf(answer, part);
  return (
    <>
      <MeasuringStatus sounded={sounded} last={scene.time.last} />
      {answer && answer.entries.length === 0 && (
        <p className="p-4 text-second">
          {particle === undefined
            ? 'This emitter has no particle in the shot.'
            : `No particle of this emitter has the number ${particle}.`}
        </p>
      )}
      {data && data.x.values.length > 1 && <Chart data={data} onPick={(x) => transport.seek(Math.round(x))} />}
      {answer && rows && answer.entries.length > 0 && (
        <div className="max-h-[45%] overflow-y-auto px-3 pb-3">
          <table className="w-full" aria-label="Ledger">
            <thead className="text-left text-faint">
              <tr>
                <th className="font-normal">{who}</th>
                <th className="text-right font-normal">frame {frame}</th>
                <th className="text-right font-normal">whole run</th>
                <th className="w-12 pl-1 font-normal">{WORDS[part][1]}</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ name, values }, i) => (
                <tr key={i} className="border-t border-rule/60">
                  <td>{name}</td>
                  <td className="num text-right">{at(values, index)}</td>
                  <td className="num text-right">{shown(sum(values))}</td>
                  <td />
                </tr>
              ))}
              <tr className="border-t border-rule">
                <td>Sum of all rows</td>
                <td className="num text-right">
                  {index < 0 ? '–' : shown(sum(rows.map(({ values }) => values[index]!)))}
                </td>
                <td className="num text-right">{shown(sum(rows.map(({ values }) => sum(values))))}</td>
                <td />
              </tr>
              {whole && (
                <>
                  <tr className="border-t border-rule/60">
                    <td>{WHOLES[part]}</td>
                    <td className="num text-right">{at(whole, index)}</td>
                    <td className="num text-right">{shown(sum(whole))}</td>
                    <td />
                  </tr>
                  <tr className="border-t border-rule/60 text-second">
                    <td>Remainder: rounding</td>
                    <td className="num text-right">
                      {index < 0 ? '–' : shown(whole[index]! - sum(rows.map(({ values }) => values[index]!)))}
                    </td>
                    <td className="num text-right">{shown(sum(whole) - sum(rows.map(({ values }) => sum(values))))}</td>
                    <td />
                  </tr>
                </>
              )}
            </tbody>
          </table>
        </div>
      )}
    </>
  );
}
