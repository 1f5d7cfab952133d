import type { Vector } from '../../core/lib/math/vector';
import {
  isShown,
  waitingFor,
  type Description,
  type NumberParameter,
  type Parameter,
  type Values,
} from '../../core/document/parameters';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { Fragment, lazy, Suspense } from 'react';
import { beginGesture, endGesture, useSceneOf } from '../state/scene-store';
import { SoundRow } from './sound-row';
import { Choice, LabelledRow } from './labelled-row';
import { ColourRow } from './colour-row';
import { NamesRow } from './names-row';
import { PointsRow } from './points-row';
import { ReferenceRow } from './reference-row';
import { SpansRow } from './spans-row';
import { TextRow } from './text-row';
import { latticeOf } from '../../core/kinds/fields/grid';
import { GridRow } from './grid-row';
import { ImageRow } from './image-row';
import { NumberBox, NumberRow } from './number-field';
import { CloudRow } from './cloud-row';
import { Waiting } from './waiting';
import { FontRow } from './font-row';
import { ColourRampRow } from './colour-ramp';
import { LevelRampRow } from './level-ramp';

/** Its editor is large, and few inspectors show one. */
const FormulaRow = lazy(() => import('./formula/formula-row'));

export interface RowProps<P extends Parameter = Parameter> {
  readonly parameter: P;
  readonly value: unknown;
  /** What the unit “=” stands for. */
  readonly unit?: string | undefined;
  onChange(value: unknown): void;
}

function VectorRow({ parameter, value, unit, onChange }: RowProps<Parameter & { type: 'vector' }>) {
  const vector = value as readonly [number, number, number];
  const part = { type: 'number', label: '', unit: '', default: 0, usual: [-100, 100], help: '' } as const;
  return (
    <div className="grid grid-cols-[5.5rem_1fr] items-baseline border-b border-rule/60 py-1" title={parameter.help}>
      <span className="truncate pr-2 text-second" onDoubleClick={() => onChange([...parameter.default])}>
        {parameter.label}
      </span>
      <span className="grid grid-cols-[1fr_1fr_1fr_2.5rem] items-baseline gap-1">
        {(['X', 'Y', 'Z'] as const).map((axis, i) => (
          <NumberBox
            key={axis}
            label={`${parameter.label} ${axis}`}
            value={vector[i]!}
            parameter={part}
            onChange={(n) => onChange(vector.map((old, j) => (j === i ? n : old)))}
          />
        ))}
        <span className="num text-faint">{unit}</span>
      </span>
    </div>
  );
}

/** A seed, with the next and the one before at a press. */
function SeedRow({
  parameter,
  value,
  onChange,
}: {
  parameter: NumberParameter;
  value: number;
  onChange: (value: number) => void;
}) {
  const step = (by: number, label: string, icon: React.ReactNode) => (
    <button
      className="text-button px-0.5"
      aria-label={label}
      title={label}
      disabled={value + by < 0}
      onClick={() => onChange(value + by)}
    >
      {icon}
    </button>
  );
  return (
    <div className="grid grid-cols-[1fr_1.25rem_1.25rem] items-center">
      <NumberRow label={parameter.label} value={value} parameter={parameter} onChange={onChange} />
      {step(-1, 'The seed before', <ChevronLeft size={13} />)}
      {step(1, 'Another seed', <ChevronRight size={13} />)}
    </div>
  );
}

/** Values with a name, to choose from. */
function Presets({
  parameter,
  value,
  onChange,
}: {
  parameter: NumberParameter;
  value: number;
  onChange: (value: number) => void;
}) {
  return (
    <div className="flex gap-1 py-1" role="group" aria-label={`${parameter.label}, presets`}>
      {parameter.presets!.map((preset) => (
        <button
          key={preset.label}
          className="chip-button"
          aria-pressed={preset.value === value}
          onClick={() => onChange(preset.value)}
        >
          {preset.label}
        </button>
      ))}
    </div>
  );
}

/** One of the dials of the scene, by name. */
function DialChoice({ parameter, value, onChange }: RowProps<Parameter & { type: 'text' }>) {
  const dials = useSceneOf((scene) => scene.dials);
  const names = dials.map(({ name }) => name);
  const options = [...(names.includes(value as string) ? [] : [value as string]), ...names];
  return (
    <LabelledRow label={parameter.label} help={parameter.help}>
      <Choice
        label={parameter.label}
        value={value as string}
        options={options.map((name) => ({ value: name, label: name || 'none' }))}
        onChange={onChange}
      />
    </LabelledRow>
  );
}

/** One parameter, edited in the way of its type. */
export function ParameterRow({
  parameter,
  value,
  values,
  unit,
  onChange,
  onOther,
}: RowProps & { readonly values: Values; onOther(name: string, value: unknown): void }) {
  const shownUnit =
    'unit' in parameter && parameter.unit === '=' ? unit : 'unit' in parameter ? parameter.unit : undefined;
  switch (parameter.type) {
    case 'number':
      if (parameter.seed) return <SeedRow parameter={parameter} value={value as number} onChange={onChange} />;
      return (
        <>
          <NumberRow
            label={parameter.label}
            value={value as number}
            parameter={parameter}
            unit={parameter.unit === '=' ? unit : undefined}
            onChange={onChange}
          />
          {parameter.presets && <Presets parameter={parameter} value={value as number} onChange={onChange} />}
        </>
      );
    case 'vector':
      return <VectorRow parameter={parameter} value={value} unit={shownUnit} onChange={onChange} />;
    case 'choice':
      return (
        <LabelledRow label={parameter.label} help={parameter.help}>
          <Choice label={parameter.label} value={value as string} options={parameter.options} onChange={onChange} />
        </LabelledRow>
      );
    case 'switch':
      return (
        <LabelledRow label={parameter.label} help={parameter.help}>
          <input
            type="checkbox"
            className="justify-self-end accent-lamp"
            checked={value as boolean}
            onChange={(event) => onChange(event.currentTarget.checked)}
          />
        </LabelledRow>
      );
    case 'colour':
      return <ColourRow parameter={parameter} value={value as string} onChange={onChange} />;
    // A value is of the type of its parameter, which the check of the document has made sure of.
    case 'colours':
      return (
        <ColourRampRow
          parameter={parameter}
          value={value as never}
          mixing={values['interpolation']}
          onChange={onChange}
        />
      );
    case 'levels':
      return <LevelRampRow parameter={parameter} value={value as never} onChange={onChange} />;
    case 'image':
      return <ImageRow parameter={parameter} value={value as string} onChange={onChange} />;
    case 'sound':
      return <SoundRow parameter={parameter} value={value as string} onChange={onChange} />;
    case 'grid':
      return (
        <GridRow
          parameter={parameter}
          value={value as string}
          lattice={latticeOf(values as never)}
          onChange={onChange}
        />
      );
    case 'text':
      if (parameter.font)
        return <FontRow parameter={parameter} value={value as string} values={values} onChange={onChange} />;
      if (parameter.dial) return <DialChoice parameter={parameter} value={value} onChange={onChange} />;
      return parameter.formula ? (
        <Suspense fallback={<p className="num py-1 text-second">{value as string}</p>}>
          <FormulaRow parameter={parameter} value={value as string} onChange={onChange} />
        </Suspense>
      ) : (
        <TextRow parameter={parameter} value={value as string} onChange={onChange} />
      );
    case 'points':
      if (parameter.fromFile !== undefined)
        return <CloudRow parameter={parameter} value={value as readonly Vector[]} onChange={onChange} />;
      return (
        <PointsRow
          parameter={parameter}
          value={value as readonly Vector[]}
          onChange={onChange}
          onStroke={
            parameter.flat
              ? undefined
              : ({ points, closed }) => {
                  beginGesture();
                  onChange(points);
                  onOther('closed', closed);
                  onOther('smooth', false);
                  endGesture();
                }
          }
        />
      );
    case 'reference':
      return <ReferenceRow parameter={parameter} value={value as string} rows={PlainRows} onChange={onChange} />;
    case 'names':
      return <NamesRow parameter={parameter} value={value as readonly string[]} values={values} onChange={onChange} />;
    case 'spans':
      return (
        <SpansRow parameter={parameter} value={value as readonly (readonly [number, number])[]} onChange={onChange} />
      );
  }
}

/** Rows for those parameters of a description that act, without what moves them; `without` leaves some out by name. */
export function PlainRows({
  description,
  values,
  without = [],
  onChange,
}: {
  description: Description;
  /** By the names of the parameters. */
  values: Values;
  without?: readonly string[];
  onChange: (name: string, value: unknown) => void;
}) {
  return Object.entries(description)
    .filter(([name, parameter]) => !without.includes(name) && isShown(parameter, values))
    .map(([name, parameter]) => (
      <Fragment key={name}>
        <ParameterRow
          parameter={parameter}
          value={values[name]}
          values={values}
          onChange={(value) => onChange(name, value)}
          onOther={onChange}
        />
        <Waiting parameter={parameter} labels={waitingFor(description, name, values)} at={values[name]} />
      </Fragment>
    ));
}
