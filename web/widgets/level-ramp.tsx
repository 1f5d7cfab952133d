import { useRef } from 'react';
import { MOST_STOPS } from '../../core/document/check-values';
import type { LevelRampParameter, LevelStop } from '../../core/document/parameters';
import { monotoneCubic } from '../../core/lib/math/monotone';
import { followDrag } from './drag';
import { LevelMenu } from './level-menu';

const HEIGHT = 56;

/** A curve, smooth or of straight pieces: drag its points, double-click to add one, Delete to remove. */
export function LevelRampRow({
  parameter,
  value,
  onChange,
}: {
  parameter: LevelRampParameter;
  value: readonly LevelStop[];
  onChange: (value: readonly LevelStop[]) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const most = parameter.within?.[1] ?? Infinity;
  const top = Math.max(1, ...value.map((s) => s.value));
  const under = (clientX: number, clientY: number, scale: number): LevelStop => {
    const { left, width, top: y } = box.current!.getBoundingClientRect();
    const clamp = (n: number) => Math.min(1, Math.max(0, n));
    return {
      at: Math.round(clamp((clientX - left) / width) * 100) / 100,
      value: Math.round(Math.max(0, 1 - (clientY - y) / HEIGHT) * scale * 100) / 100,
    };
  };
  const put = (i: number, stop: LevelStop) => {
    const low = value[i - 1]?.at ?? 0;
    const high = value[i + 1]?.at ?? 1;
    onChange(
      value.map((s, j) =>
        j === i ? { at: Math.min(high, Math.max(low, stop.at)), value: Math.min(most, Math.max(0, stop.value)) } : s,
      ),
    );
  };
  const remove = (i: number) => value.length > 1 && onChange(value.filter((_, j) => j !== i));
  const x = (s: LevelStop) => s.at * 100;
  const y = (s: LevelStop) => HEIGHT * (1 - s.value / top);
  const curve = parameter.smooth ? monotoneCubic(value) : undefined;
  const line = curve
    ? Array.from({ length: 51 }, (_, i) => [2 * i, HEIGHT * (1 - curve(i / 50) / top)])
    : [[0, y(value[0]!)], ...value.map((s) => [x(s), y(s)]), [100, y(value.at(-1)!)]];
  return (
    <div className="border-b border-rule/60 py-1.5" title={parameter.help}>
      <div className="mb-2 flex items-baseline justify-between">
        <span className="text-second">{parameter.label}</span>
        <span className="flex items-baseline gap-3">
          <LevelMenu label={parameter.label} smooth={parameter.smooth === true} onPick={onChange} />
          <span className="num text-faint">× {top}</span>
        </span>
      </div>
      <div
        ref={box}
        className="relative border-b border-rule"
        style={{ height: HEIGHT }}
        onDoubleClick={(event) =>
          value.length < MOST_STOPS &&
          onChange([...value, under(event.clientX, event.clientY, top)].toSorted((a, b) => a.at - b.at))
        }
      >
        <svg
          className="absolute inset-0 h-full w-full overflow-visible"
          viewBox={`0 0 100 ${HEIGHT}`}
          preserveAspectRatio="none"
          aria-hidden
        >
          <polyline
            points={line.map((p) => p.join(',')).join(' ')}
            fill="none"
            stroke="currentColor"
            strokeWidth={1.5}
            vectorEffect="non-scaling-stroke"
          />
        </svg>
        {value.map((s, i) => (
          <button
            key={i}
            className="absolute h-2.5 w-2.5 -translate-x-1/2 -translate-y-1/2 touch-none rounded-full border-2 border-text bg-panel hover:border-lamp focus:border-lamp"
            style={{ left: `${x(s)}%`, top: y(s) }}
            aria-label={`${parameter.label}: ${s.value} at ${s.at}`}
            onPointerDown={(event) => followDrag(event, ({ clientX, clientY }) => put(i, under(clientX, clientY, top)))}
            onDoubleClick={(event) => event.stopPropagation()}
            onKeyDown={(event) => {
              const by = { ArrowUp: [0, 0.05], ArrowDown: [0, -0.05], ArrowLeft: [-0.01, 0], ArrowRight: [0.01, 0] }[
                event.key
              ];
              if (by) put(i, { at: s.at + by[0]!, value: Math.round((s.value + by[1]!) * 100) / 100 });
              else if (event.key === 'Delete' || event.key === 'Backspace') remove(i);
              else return;
              event.preventDefault();
              event.stopPropagation();
            }}
          />
        ))}
      </div>
      <div className="num mt-1 flex justify-between text-faint">
        <span>{parameter.ends?.[0] ?? 'birth'}</span>
        <span>double-click adds</span>
        <span>{parameter.ends?.[1] ?? 'death'}</span>
      </div>
    </div>
  );
}
