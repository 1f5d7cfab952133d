import { useState } from 'react';
import { Plus, X } from 'lucide-react';
import { allowed, fits } from '../../core/document/check-values';
import type { SpansParameter } from '../../core/document/parameters';
import { NumberBox } from './number-field';

type Span = readonly [number, number];
const frame = {
  type: 'number',
  label: '',
  unit: '',
  default: 0,
  whole: true,
  usual: [-100000, 1000000],
  help: '',
} as const;

/** Windows of frames, each from and to; kept in order, and refused in words where they overlap or are empty. */
export function SpansRow({
  parameter,
  value,
  onChange,
}: {
  parameter: SpansParameter;
  value: readonly Span[];
  onChange: (value: readonly Span[]) => void;
}) {
  const [refused, setRefused] = useState<string>();
  const take = (spans: readonly Span[]) => {
    const sorted = [...spans].toSorted((a, b) => a[0] - b[0]);
    if (!fits(parameter, sorted))
      return setRefused(
        `${parameter.label} are ${sorted.map(([a, b]) => `${a} to ${b}`).join(', ')}. Use ${allowed(parameter)}.`,
      );
    setRefused(undefined);
    onChange(sorted);
  };
  const last = value.at(-1) ?? [0, 0];
  return (
    <div className="border-b border-rule/60 py-1" title={parameter.help}>
      <div className="flex items-baseline justify-between">
        <span className="text-second">{parameter.label}</span>
        <button
          className="text-button flex items-center gap-1"
          onClick={() => take([...value, [last[1] + 12, last[1] + 24]])}
        >
          <Plus size={12} /> add a range
        </button>
      </div>
      {value.map(([from, to], i) => (
        <div key={i} className="grid grid-cols-[3rem_1fr_3rem_1fr_1.5rem] items-baseline gap-1">
          <span className="text-xs text-faint">from</span>
          <NumberBox
            label={`Window ${i + 1} from`}
            value={from}
            parameter={frame}
            onChange={(n) => take(value.map((s, k) => (k === i ? [n, s[1]] : s)))}
          />
          <span className="text-xs text-faint">up to</span>
          <NumberBox
            label={`Range ${i + 1} up to`}
            value={to}
            parameter={frame}
            onChange={(n) => take(value.map((s, k) => (k === i ? [s[0], n] : s)))}
          />
          <button
            className="text-button px-0"
            aria-label={`Delete range ${i + 1}`}
            disabled={value.length === 1}
            onClick={() => take(value.filter((_, k) => k !== i))}
          >
            <X size={11} />
          </button>
        </div>
      ))}
      {refused && (
        <p role="alert" className="text-xs text-signal">
          {refused}
        </p>
      )}
    </div>
  );
}
