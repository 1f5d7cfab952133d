import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import type { PointsParameter } from '../../core/document/parameters';
import { MOST_LISTED } from '../../core/document/check-values';
import { type Vector, mapVector } from '../../core/lib/math/vector';
import type { SvgStroke } from './paths/read-svg';
import { NumberBox } from './number-field';
import { SvgButton } from './svg-button';

const part = { type: 'number', label: '', unit: '', default: 0, usual: [-100, 100], help: '' } as const;

/** So many points are listed before the others are asked for. */
const FEW = 12;

/** A point to go on a path with: as far beyond the last as that is from the one before it. */
export function nextPoint(points: readonly Vector[]): Vector {
  const last = points.at(-1) ?? [0, 0, 0];
  const before = points.at(-2) ?? [last[0] - 0.5, last[1], last[2]];
  return mapVector(last, (n, i) => Math.round((2 * n - before[i]!) * 100) / 100);
}

/** The points of a path as numbers; they are dragged, added and taken away in the view as well. */
export function PointsRow({
  parameter,
  value,
  onChange,
  onStroke,
}: {
  parameter: PointsParameter;
  value: readonly Vector[];
  onChange: (value: readonly Vector[]) => void;
  /** Takes a path from a file in place of the points; undefined where these points are no path. */
  onStroke?: ((stroke: SvgStroke) => void) | undefined;
}) {
  const [all, setAll] = useState(false);
  const change = (index: number, axis: number, n: number) =>
    onChange(value.map((p, i) => (i === index ? mapVector(p, (old, k) => (k === axis ? n : old)) : p)));
  return (
    <div className="border-b border-rule/60 py-1" title={parameter.help}>
      <div className="flex flex-wrap items-baseline justify-between">
        <span className="text-second">
          {parameter.label} <span className="num text-faint">{value.length}</span>
        </span>
        {onStroke && <SvgButton most={MOST_LISTED.points} onTake={onStroke} />}
        <button
          className="text-button flex items-center gap-1"
          disabled={value.length >= MOST_LISTED.points}
          onClick={() => onChange([...value, nextPoint(value)])}
        >
          <Plus size={12} /> add a point
        </button>
      </div>
      <ol>
        {(all ? value : value.slice(0, FEW)).map((point, i) => (
          <li key={i} className="grid grid-cols-[1.5rem_1fr_1fr_1fr_1.5rem] items-baseline gap-1">
            <span className="num text-faint">{i + 1}</span>
            {(['X', 'Y', 'Z'] as const).map((axis, k) =>
              parameter.flat && axis === 'Y' ? (
                <span key={axis} />
              ) : (
                <NumberBox
                  key={axis}
                  label={`Point ${i + 1} ${axis}`}
                  value={point[k]!}
                  parameter={part}
                  onChange={(n) => change(i, k, n)}
                />
              ),
            )}
            <button
              className="text-button px-0"
              aria-label={`Delete point ${i + 1}`}
              onClick={() => onChange(value.filter((_, other) => other !== i))}
            >
              <X size={11} />
            </button>
          </li>
        ))}
      </ol>
      {value.length > FEW && (
        <button className="text-button" onClick={() => setAll(!all)}>
          {all ? `only the first ${FEW}` : `all ${value.length} points`}
        </button>
      )}
    </div>
  );
}
