import { useMemo } from 'react';
import { emptiesAt, COVERAGE_GRID } from '../../../core/measure/coverage';
import { BINS, QUANTITIES, type CensusEntry, type Quantity } from '../../../core/measure/census';
import { PERCENTILES } from '../../../core/measure/statistics';
import type { NumberParameter } from '../../../core/document/parameters';
import type { Scene } from '../../../core/document/scene';
import { estimateRun } from '../../../core/sim/step/estimate';
import { Chart } from '../../widgets/charts/chart';
import { shown, type ChartData } from '../../widgets/charts/chart-data';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { NumberRow } from '../../widgets/number-field';
import { thousands } from '../../widgets/sum';
import { usePlayer } from '../../state/player-store';
import { useRunningScene } from '../../state/running-scene';
import { useAssets } from '../../simulation/scene-assets';
import { useStage } from '../../simulation/stage';
import { identity } from './identity';
import { useSounding } from './sounder';
import { setSounding, useSoundings } from './sounding-store';
import { MeasuringStatus } from './measuring-status';
import { EmitterRow, SwitchRow } from './what-rows';

/** A share of the particles so that no more than about so many are alive at the end of the shot. */
export function useShare(scene: Scene, most: number): number {
  const { assets } = useAssets();
  const alive = useMemo(() => {
    const { first, last } = scene.time;
    return Math.max(
      ...[0, 0.25, 0.5, 0.75, 1].map(
        (part) => estimateRun(scene, assets, Math.round(first + part * (last - first))).alive,
      ),
    );
  }, [scene, assets]);
  return Math.min(1, most / Math.max(1, alive));
}

const percent = (share: number) => `${shown(100 * share)} %`;
const ofShare = (share: number) => (share < 1 ? ` (of ${percent(share)} of the particles, a true sample)` : '');

const UNITS: Readonly<Record<Quantity, readonly [string, string]>> = {
  speed: ['speed', 'm/s'],
  age: ['age', 's'],
  height: ['height', 'm'],
  distance: ['distance to the falloff shape', 'm'],
};

const LEAST: NumberParameter = {
  type: 'number',
  label: 'Covered from',
  unit: '',
  default: 1,
  min: 1,
  max: 10000,
  whole: true,
  usual: [1, 20],
  help: `A cell of the shot camera’s picture (${COVERAGE_GRID.columns} × ${COVERAGE_GRID.rows} of them) counts as covered when it holds at least this many particles.`,
};

function useCensus() {
  const scene = useRunningScene();
  const { emitter, alone, least, subject } = useSoundings();
  const draftFraction = useShare(scene, 60_000);
  const field = subject.of === 'field' ? subject.id : undefined;
  const options = { emitter: alone ? emitter : undefined, field, grid: { ...COVERAGE_GRID, least } };
  const sounded = useSounding<'census'>(
    { sort: 'census', scene, options, draftFraction, through: scene.time.last },
    JSON.stringify([identity(scene), options, draftFraction]),
    true,
  );
  return { scene, share: draftFraction, sounded };
}

export function PopulationControls() {
  const { fields } = useRunningScene();
  const { quantity, alone, least, subject } = useSoundings();
  const reaching = fields.filter((f) => f.falloff.kind !== 'everywhere');
  return (
    <>
      <LabelledRow label="Quantity" help="The quantity of the histogram and the percentiles.">
        <Choice
          label="Quantity"
          value={quantity}
          options={QUANTITIES.filter((q) => q !== 'distance' || reaching.length > 0).map((q) => ({
            value: q,
            label: UNITS[q][0],
          }))}
          onChange={(value) => setSounding({ quantity: value as Quantity })}
        />
      </LabelledRow>
      {quantity === 'distance' && (
        <LabelledRow label="Distance from" help="The field with the falloff shape that distances are measured from.">
          <Choice
            label="Distance from"
            value={subject.of === 'field' ? subject.id : ''}
            options={[
              { value: '', label: 'choose a field' },
              ...reaching.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChange={(id) => setSounding({ subject: id === '' ? { of: 'stack' } : { of: 'field', id } })}
          />
        </LabelledRow>
      )}
      <SwitchRow
        label="One emitter alone"
        help="Counts one emitter alone. When off, all emitters are counted together."
        on={alone}
        onChange={(on) => setSounding({ alone: on })}
      />
      {alone && <EmitterRow help="The emitter that is counted." />}
      <NumberRow
        label="Covered from"
        parameter={LEAST}
        value={least}
        onChange={(value) => setSounding({ least: value })}
      />
    </>
  );
}

const overTime = (entries: readonly CensusEntry[]) => ({
  label: 'frame',
  unit: '',
  values: entries.map(({ frame }) => frame),
});

function countsOf(name: string, entries: readonly CensusEntry[], share: number, playhead: number): ChartData {
  const whole = (n: number) => Math.round(n / share);
  const first = entries[0];
  return {
    sort: 'particles',
    title: `${name}: particles${ofShare(share)}`,
    x: overTime(entries),
    series: [
      { name: 'alive', unit: '', values: entries.map(({ alive }) => whole(alive)) },
      {
        name: 'born since the first frame',
        unit: '',
        values: entries.map(({ born }) => whole(born - (first?.born ?? 0))),
      },
      { name: 'died since', unit: '', values: entries.map(({ died }) => whole(died - (first?.died ?? 0))) },
    ],
    playhead,
  };
}

function coverageData(name: string, entries: readonly CensusEntry[], share: number, playhead: number): ChartData {
  const empty = emptiesAt(entries);
  return {
    sort: 'coverage',
    title: `${name}: coverage of the picture${ofShare(share)}`,
    x: overTime(entries),
    series: [{ name: 'coverage', unit: '%', values: entries.map(({ coverage }) => 100 * coverage) }],
    marks: empty === undefined ? [] : [{ at: empty, label: `empties at ${empty}` }],
    playhead,
  };
}

function percentilesOf(name: string, entries: readonly CensusEntry[], quantity: Quantity, playhead: number): ChartData {
  const [label, unit] = UNITS[quantity];
  return {
    sort: `percentiles of ${quantity}`,
    title: `${name}: percentiles of ${label}`,
    x: overTime(entries),
    series: PERCENTILES.map((p, i) => ({
      name: p === 50 ? 'median' : `${p} %`,
      unit,
      values: entries.map(({ spreads }) => spreads[quantity]?.percentiles[i] ?? NaN),
      quiet: p !== 50,
    })),
    playhead,
  };
}

function histogramOf(name: string, entry: CensusEntry | undefined, quantity: Quantity): ChartData | undefined {
  const spread = entry?.spreads[quantity];
  if (!entry || !spread || entry.alive === 0) return undefined;
  const [label, unit] = UNITS[quantity];
  const width = (spread.most - spread.least) / BINS;
  return {
    sort: `histogram of ${quantity}`,
    title: `${name}: ${label} at frame ${entry.frame}`,
    x: { label, unit, values: Array.from({ length: BINS }, (_, i) => spread.least + (i + 0.5) * width) },
    series: [{ name: 'particles', unit: '', values: spread.bins, kind: 'bar' }],
  };
}

/** How many live, where they are in what is measured of them, and how much of the picture they cover. */
export function PopulationPanel() {
  const { scene, share, sounded } = useCensus();
  const quantity = useSoundings((state) => state.quantity);
  const frame = usePlayer((player) => player.frame);
  const { transport } = useStage();
  const { answer } = sounded;
  const seek = (x: number) => transport.seek(Math.round(x));
  const { name } = scene;
  const over = useMemo(
    () =>
      answer && [
        countsOf(name, answer, share, frame),
        coverageData(name, answer, share, frame),
        percentilesOf(name, answer, quantity, frame),
      ],
    [answer, name, share, frame, quantity],
  );
  const histogram = useMemo(
    () =>
      answer &&
      histogramOf(
        name,
        answer.find((e) => e.frame === frame),
        quantity,
      ),
    [answer, name, frame, quantity],
  );
  const empty = answer && emptiesAt(answer);
  return (
    <>
      <MeasuringStatus sounded={sounded} last={scene.time.last} />
      {over && (
        <div className="grid min-h-0 flex-1 grid-cols-2 grid-rows-2">
          {over.map((data) => (
            <Chart key={data.title} data={data} onPick={seek} />
          ))}
          {histogram ? (
            <Chart data={histogram} />
          ) : (
            <p className="p-4 text-second">
              {quantity === 'distance'
                ? 'Choose the field to measure distances from.'
                : 'No particle is alive at this frame.'}
            </p>
          )}
        </div>
      )}
      {empty !== undefined && (
        <p role="note" className="px-3 pb-2">
          The frame empties at {empty}.
        </p>
      )}
    </>
  );
}

/** What became non-finite, what was given up, and what a finer step would change. */
export function HealthPanel() {
  const scene = useRunningScene();
  const draftFraction = useShare(scene, 4000);
  const { transport } = useStage();
  const frame = usePlayer((player) => player.frame);
  const census = useCensus();
  const sounded = useSounding<'health'>(
    { sort: 'health', scene, draftFraction, through: scene.time.last },
    JSON.stringify([identity(scene), draftFraction]),
    true,
  );
  const { answer } = sounded;
  const counted = census.sounded.answer;
  const charts = useMemo((): ChartData[] => {
    const frames = answer?.frames.filter((f) => f.frame >= scene.time.first) ?? [];
    return [
      ...(answer
        ? [
            {
              sort: 'step',
              title: `${scene.name}: ${answer.substeps} against ${2 * answer.substeps} substeps`,
              x: { label: 'frame', unit: '', values: frames.map((f) => f.frame) },
              series: [
                { name: 'mean distance', unit: 'm', values: frames.map((f) => f.mean) },
                { name: 'root mean square', unit: 'm', values: frames.map((f) => f.rms) },
                { name: 'farthest', unit: 'm', values: frames.map((f) => f.most), quiet: true },
              ],
              playhead: frame,
            },
          ]
        : []),
      ...(counted
        ? [
            {
              sort: 'energy',
              title: `${scene.name}: kinetic energy`,
              x: overTime(counted),
              series: [
                { name: 'kinetic energy', unit: 'J', values: counted.map(({ energy }) => energy / census.share) },
              ],
              playhead: frame,
            },
          ]
        : []),
    ];
  }, [answer, counted, scene, frame, census.share]);
  const last = counted?.at(-1);
  const worst = answer?.frames.at(-1);
  return (
    <>
      <MeasuringStatus sounded={sounded} last={scene.time.last} />
      <dl className="grid grid-cols-[max-content_1fr] gap-x-4 gap-y-1 px-3 pt-3">
        {last && worst && answer && (
          <>
            <dt className="text-second">Retired because they became non-finite</dt>
            <dd>
              {answer.retired.length === 0 && last.retired === 0
                ? 'none'
                : `${thousands(Math.round(last.retired / census.share))}: ${answer.retired.map(([field, n]) => `${field} ${n}`).join(', ') || 'no single field is the cause'}`}
            </dd>
            <dt className="text-second">Contacts whose remaining motion was dropped</dt>
            <dd>{last.dropped === 0 ? 'none' : thousands(Math.round(last.dropped / census.share))}</dd>
            <dt className="text-second">Change with steps half as long, at the last frame</dt>
            <dd>
              {shown(worst.rms)} m root mean square, {shown(worst.most)} m at most, over {thousands(worst.compared)}{' '}
              particles
            </dd>
          </>
        )}
      </dl>
      <div className="grid min-h-0 flex-1 grid-rows-2">
        {charts.map((data) => (
          <Chart key={data.title} data={data} onPick={(x) => transport.seek(Math.round(x))} />
        ))}
      </div>
    </>
  );
}
