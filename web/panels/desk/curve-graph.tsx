import { radiiOf } from '../../../core/kinds/falloff-shapes/falloff-shape';
import { useRef, useState } from 'react';
import { weightOf } from '../../../core/kinds/curves';
import type { WeightedThing } from '../../../core/document/scene';
import { followDrag } from '../../widgets/drag';
import { useThingNow } from '../../simulation/use-thing-now';
import { setFalloffNumber, type WeightedOwner } from '../../state/falloff-edit';

const STEPS = 72;

/** A round number of metres a little beyond the outer radius: the right end of the graph. */
function endOf(outer: number): number {
  return Math.max(0.01, outer * 1.12);
}

/** The falloff over distance, with inner and outer radius as dots that are dragged along it. A press on it opens it large. */
export function CurveGraph({
  thing,
  owner,
  small = false,
  onOpen,
}: {
  thing: WeightedThing;
  owner: WeightedOwner;
  small?: boolean;
  onOpen?: () => void;
}) {
  const field = useThingNow(thing);
  const box = useRef<HTMLDivElement>(null);
  // While a dot is dragged the scale stands still, or the dot would run from the pointer.
  const [frozen, setFrozen] = useState<number>();
  const { inner, outer } = radiiOf(field.falloff);
  const end = frozen ?? endOf(outer);
  const weight = weightOf(field.curve, inner, outer);
  const height = small ? 34 : 110;
  const x = (d: number) => (100 * d) / end;
  const y = (w: number) => 3 + (height - 6) * (1 - w);
  const points = Array.from({ length: STEPS + 1 }, (_, i) => `${x((i * end) / STEPS)},${y(weight((i * end) / STEPS))}`);

  const drag = (parameter: 'inner' | 'outer') => (event: React.PointerEvent) => {
    const { left, width } = box.current!.getBoundingClientRect();
    const scale = end;
    setFrozen(scale);
    followDrag(
      event,
      ({ clientX }) =>
        setFalloffNumber(owner, parameter, Math.max(0, Math.round(((clientX - left) / width) * scale * 100) / 100)),
      () => setFrozen(undefined),
    );
  };
  const dot = (parameter: 'inner' | 'outer', value: number) => (
    <button
      className={`absolute h-3 w-3 -translate-x-1/2 -translate-y-1/2 touch-none rounded-full border-2 border-current hover:border-lamp ${parameter === 'inner' ? 'bg-panel' : 'bg-current'}`}
      style={{ left: `${Math.min(100, x(value))}%`, top: y(weight(value)) }}
      aria-label={`${parameter === 'inner' ? 'Inner radius' : 'Outer radius'} of ${field.name}: ${value} m`}
      onPointerDown={drag(parameter)}
      onKeyDown={(event) => {
        const sign = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
        if (sign === undefined || event.altKey) return;
        event.preventDefault();
        event.stopPropagation();
        setFalloffNumber(
          owner,
          parameter,
          Math.max(0, Math.round((value + sign * (event.shiftKey ? 0.01 : 0.1)) * 100) / 100),
        );
      }}
    />
  );
  const ticks = small ? [] : [0, 0.25, 0.5, 0.75, 1];
  return (
    <div className={small ? '' : 'my-2'}>
      <div ref={box} className="relative" style={{ height }}>
        {onOpen && (
          <button
            className="absolute inset-0"
            aria-label={`Open the falloff of ${field.name} large`}
            title="Open it large"
            onClick={onOpen}
          />
        )}
        <svg
          className="pointer-events-none absolute inset-0 h-full w-full overflow-visible"
          viewBox={`0 0 100 ${height}`}
          preserveAspectRatio="none"
          aria-hidden
        >
          {ticks.map((w) => (
            <line
              key={w}
              x1={0}
              x2={100}
              y1={y(w)}
              y2={y(w)}
              stroke="var(--color-rule)"
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {!small &&
            [inner, outer].map((d, i) => (
              <line
                key={i}
                x1={x(d)}
                x2={x(d)}
                y1={3}
                y2={height - 3}
                stroke="currentColor"
                strokeDasharray="2 4"
                vectorEffect="non-scaling-stroke"
              />
            ))}
          <polyline
            points={points.join(' ')}
            fill="none"
            stroke="currentColor"
            strokeWidth={1.6}
            vectorEffect="non-scaling-stroke"
          />
        </svg>
        {dot('inner', inner)}
        {dot('outer', outer)}
      </div>
      {!small && (
        <div className="num mt-1 flex justify-between text-faint">
          {[0, 0.25, 0.5, 0.75, 1].map((t) => (
            <span key={t}>{(t * end).toFixed(end < 1 ? 2 : 1)}</span>
          ))}
        </div>
      )}
    </div>
  );
}
