import { type Vector, mapVector } from '../../core/lib/math/vector';
import {
  isShown,
  waitingFor,
  type Description,
  type NumberParameter,
  type Values,
  type VectorParameter,
} from '../../core/document/parameters';
import { isMovable } from '../../core/document/movable';
import type { ThingRef } from '../state/movement';
import { MoveBlock } from './move-block';
import { MoveLine } from './move-line';
import { useMoved, type NumberRef } from './movable';
import { ParameterRow, type RowProps } from './parameter-row';
import { Waiting } from './waiting';

/** A number that can be keyed and automated: it shows what it is at the playhead, and under it what moves it. */
function MovableRow({
  of,
  parameter,
  value,
  unit,
  onChange,
  ...row
}: RowProps<NumberParameter | VectorParameter> & {
  readonly values: Values;
  readonly of: NumberRef;
  onOther(name: string, value: unknown): void;
}) {
  const moved = useMoved(of);
  const shownUnit = parameter.unit === '=' ? unit : parameter.unit;
  return (
    <>
      <div className="relative">
        <ParameterRow
          {...row}
          parameter={parameter}
          value={rounded(moved.value) ?? value}
          unit={unit}
          onChange={(moved.set as ((value: unknown) => void) | undefined) ?? onChange}
        />
        <MoveLine of={of} label={parameter.label} parameter={parameter} moved={moved} />
      </div>
      <MoveBlock
        of={of}
        label={parameter.label}
        unit={shownUnit}
        fraction={parameter.type === 'number' && parameter.fraction === true}
        moved={moved}
      />
    </>
  );
}

/** A value between keys to as many digits as one reads. */
function rounded(value: number | Vector | undefined): number | Vector | undefined {
  const round = (n: number) => Number(n.toPrecision(6));
  if (value === undefined) return undefined;
  return typeof value === 'number' ? round(value) : mapVector(value, round);
}

/** Rows for those parameters of a description that act; `only` and `without` narrow them by name. */
export function ParameterRows({
  description,
  values: all,
  unit,
  without = [],
  of,
  onChange,
}: {
  description: Description;
  /** By the names of the parameters. */
  values: object;
  unit?: string;
  without?: readonly string[];
  /** Whose numbers they are, where they can be keyed and automated; paths begin with `prefix`. */
  of?: ThingRef & { readonly prefix: string };
  onChange: (name: string, value: unknown) => void;
}) {
  const values = all as Values;
  return Object.entries(description)
    .filter(([name, parameter]) => !without.includes(name) && isShown(parameter, values))
    .map(([name, parameter]) => {
      const row = {
        parameter,
        value: values[name],
        values,
        unit,
        onChange: (value: unknown) => onChange(name, value),
        onOther: onChange,
      };
      return (
        <div key={name} data-setting={name}>
          {of && isMovable(parameter) ? (
            <MovableRow {...row} parameter={parameter} of={{ sort: of.sort, id: of.id, path: `${of.prefix}${name}` }} />
          ) : (
            <ParameterRow {...row} />
          )}
          <Waiting parameter={parameter} labels={waitingFor(description, name, values)} at={values[name]} />
        </div>
      );
    });
}
