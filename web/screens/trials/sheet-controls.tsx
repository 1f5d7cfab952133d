import { useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { NumberParameter } from '../../../core/document/parameters';
import { MEASURE_NAMES, type Measure } from '../../../core/measure/trials/trial';
import { variablesOf, type Variable } from '../../../core/measure/trials/variation';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { NumberRow } from '../../widgets/number-field';
import { useScene } from '../../state/scene-store';
import { labelOf } from './sheet-grid';
import { makeSheet, setTrials, stopSheet, usualText, useTrials, type Axis } from './trials-store';

const FRAMES: NumberParameter = {
  type: 'number',
  label: 'Frames',
  unit: '',
  default: 48,
  min: 1,
  max: 2000,
  whole: true,
  usual: [12, 240],
  help: 'The number of frames shown, from the first of the shot. Every trial is simulated from the start of the scene.',
};
const PARTICLES: NumberParameter = {
  type: 'number',
  label: 'Particles',
  unit: '',
  default: 2000,
  min: 10,
  max: 100000,
  whole: true,
  usual: [500, 5000],
  help: 'The approximate number of particles in each trial: a random sample of the scene’s.',
};

/** The thing that an address is of. */
const rootOf = (address: string) => address.split('/').slice(0, -1).join('/');

/** One number that is varied, and over what. */
function AxisRows({
  name,
  axis,
  all,
  onChange,
}: {
  name: string;
  axis: Axis;
  all: readonly Variable[];
  onChange: (axis: Axis) => void;
}) {
  const things = [...new Map(all.map((v) => [rootOf(v.address), v.thing]))];
  const root = rootOf(axis.address);
  const own = all.filter((v) => rootOf(v.address) === root);
  const choose = (variable: Variable | undefined) =>
    variable && onChange({ address: variable.address, text: usualText(variable) });
  const now = all.find((v) => v.address === axis.address);
  return (
    <>
      <LabelledRow label={name} help="The thing with the number to vary.">
        <Choice
          label={`${name}: thing`}
          value={root}
          options={things.map(([value, label]) => ({ value, label }))}
          onChange={(chosen) => {
            const of = all.filter((v) => rootOf(v.address) === chosen);
            choose(of.find((v) => v.address.endsWith('/strength')) ?? of[0]);
          }}
        />
      </LabelledRow>
      <LabelledRow label="Number" help="The number, choice or seed to vary.">
        <Choice
          label={`${name}: number`}
          value={axis.address}
          options={own.map((v) => ({ value: v.address, label: v.label }))}
          onChange={(address) => choose(all.find((v) => v.address === address))}
        />
      </LabelledRow>
      <label
        className="grid grid-cols-[1fr_11rem] items-baseline border-b border-rule/60 py-1"
        title="The values to try: low:high:steps, or single values separated by commas."
      >
        <span className="truncate pr-2 text-second">
          Values{now?.fraction ? ', %' : now?.unit ? `, ${now.unit}` : ''}
        </span>
        <input
          aria-label={`${name}: values`}
          className="num w-full min-w-0 rounded-sm bg-transparent text-right hover:bg-raised focus:bg-raised"
          value={axis.text}
          onChange={(event) => onChange({ ...axis, text: event.currentTarget.value })}
        />
      </label>
      {now?.moved && <p className="py-1 text-xs text-second">Its keyframes and automation are off in the trials.</p>}
    </>
  );
}

/** What is varied, and how the sheet is made and ordered. */
export function SheetControls() {
  const scene = useScene();
  const all = useMemo(() => variablesOf(scene), [scene]);
  const { across, down, frames, particles, sheet, fault, order } = useTrials(
    useShallow((state) => ({
      across: state.across,
      down: state.down,
      frames: state.frames,
      particles: state.particles,
      sheet: state.sheet,
      fault: state.fault,
      order: state.order,
    })),
  );
  const made = sheet?.trials.filter((t) => t.fine >= 1 || t.refused !== undefined).length ?? 0;
  const busy = sheet !== undefined && !sheet.stopped && made < sheet.trials.length;
  return (
    <section aria-label="Trial settings" className="px-4 py-2">
      <h2 className="pb-1 font-semibold">Trial settings</h2>
      <AxisRows name="Across" axis={across} all={all} onChange={(axis) => setTrials({ across: axis })} />
      {down ? (
        <>
          <AxisRows name="Down" axis={down} all={all} onChange={(axis) => setTrials({ down: axis })} />
          <button className="text-button my-1" onClick={() => setTrials({ down: undefined })}>
            One number only
          </button>
        </>
      ) : (
        <button
          className="text-button my-1"
          onClick={() => {
            const seed = all.find((v) => v.address === 'seed')!;
            const other = all.find((v) => v.address.endsWith('/strength') && v.address !== across.address) ?? seed;
            setTrials({ down: { address: other.address, text: usualText(other) } });
          }}
        >
          A second number, down
        </button>
      )}
      <NumberRow label="Frames" parameter={FRAMES} value={frames} onChange={(value) => setTrials({ frames: value })} />
      <NumberRow
        label="Particles"
        parameter={PARTICLES}
        value={particles}
        onChange={(value) => setTrials({ particles: value })}
      />
      <LabelledRow
        label="Ordered by"
        help="Sorts the trials by a measurement at the last frame, largest first, or by their values."
      >
        <Choice
          label="Ordered by"
          value={order ?? ''}
          options={[
            { value: '', label: 'their values' },
            ...MEASURE_NAMES.map((m) => ({ value: m, label: labelOf(m) })),
          ]}
          onChange={(value) => setTrials({ order: value === '' ? undefined : (value as Measure) })}
        />
      </LabelledRow>
      <p className="flex items-center gap-3 py-2">
        <button className="border border-lamp px-3 py-1 text-lamp hover:bg-raised" onClick={() => makeSheet(scene)}>
          {sheet ? 'Make the sheet again' : 'Make the sheet'}
        </button>
        {busy && (
          <>
            <span className="num text-second" role="status">
              {made} of {sheet.trials.length}
            </span>
            <button className="text-button" onClick={stopSheet}>
              Stop
            </button>
          </>
        )}
      </p>
      {fault !== undefined && (
        <p role="alert" className="text-signal">
          {fault}.
        </p>
      )}
    </section>
  );
}
