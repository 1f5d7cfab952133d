import { useRef } from 'react';
import type { Kinded } from '../../../core/document/registry';
import type { Emitter } from '../../../core/document/scene';
import { followDrag } from '../../widgets/drag';
import { shownNumber } from '../../widgets/sum';
import { BINS, useMaskRange } from './mask-range';

const WIDTH = 300;
const HEIGHT = 46;

/** The limits of a mask on a histogram of what it looks at; both are dragged on it. */
export function RangeGraph({
  emitter,
  mask,
  row,
  onChange,
}: {
  emitter: Emitter;
  mask: Kinded;
  row: number;
  onChange: (name: 'low' | 'high', value: number) => void;
}) {
  const range = useMaskRange(emitter, mask, row);
  const svg = useRef<SVGSVGElement>(null);
  if (!range) return null;
  const { low, high, counts, label, unit } = range;
  const span = high - low || 1;
  const most = Math.max(...counts);
  const x = (value: number) => Math.min(WIDTH, Math.max(0, ((value - low) / span) * WIDTH));
  const limits = { low: mask['low'] as number, high: mask['high'] as number };
  const grain = 10 ** Math.floor(Math.log10(span / 100));
  const valueAt = (clientX: number) => {
    const box = svg.current!.getBoundingClientRect();
    const value = low + Math.min(1, Math.max(0, (clientX - box.left) / box.width)) * span;
    return Number((Math.round(value / grain) * grain).toPrecision(10));
  };
  const inside = (bin: number) => {
    const middle = low + ((bin + 0.5) / BINS) * span;
    return (middle >= limits.low && middle <= limits.high) !== (mask['invert'] === true);
  };
  return (
    <div className="py-1">
      <svg
        ref={svg}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="block h-12 w-full touch-none overflow-visible"
        role="img"
        aria-label={`Distribution of ${label}`}
      >
        {counts.map((n, i) => (
          <rect
            key={i}
            x={(i * WIDTH) / BINS}
            width={WIDTH / BINS - 0.5}
            y={HEIGHT * (1 - n / most)}
            height={(HEIGHT * n) / most}
            fill={inside(i) ? 'var(--color-second)' : 'var(--color-rule)'}
          />
        ))}
        {(['low', 'high'] as const).map((name) => (
          <g
            key={name}
            className="cursor-ew-resize"
            transform={`translate(${x(limits[name])} 0)`}
            role="slider"
            tabIndex={0}
            aria-label={name === 'low' ? `From ${label}` : `To ${label}`}
            aria-valuemin={low}
            aria-valuemax={high}
            aria-valuenow={limits[name]}
            onPointerDown={(event) => followDrag(event, ({ clientX }) => onChange(name, valueAt(clientX)))}
            onKeyDown={(event) => {
              const sign = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
              if (sign === undefined) return;
              event.preventDefault();
              onChange(name, Number((limits[name] + sign * grain).toPrecision(10)));
            }}
          >
            <rect x={-7} width={14} y={-2} height={HEIGHT + 6} fill="transparent" />
            <path d={`M0 -2V${HEIGHT + 2}`} stroke="var(--color-lamp)" strokeWidth={1.5} />
            <path
              d={name === 'low' ? `M0 ${HEIGHT + 2}h7l-7 -7z` : `M0 ${HEIGHT + 2}h-7l7 -7z`}
              fill="var(--color-lamp)"
            />
          </g>
        ))}
      </svg>
      <div className="num mt-1 flex justify-between text-faint">
        <span>
          {shownNumber(Number(low.toPrecision(3)))} {unit}
        </span>
        <span>{label}</span>
        <span>
          {shownNumber(Number(high.toPrecision(3)))} {unit}
        </span>
      </div>
    </div>
  );
}
