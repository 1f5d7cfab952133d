import { radiiOf } from '../../../core/kinds/falloff-shapes/extent';
import { useRef, useState } from 'react';
import { falloffOf } from '../../../core/kinds/curves';
import type { WithReach } from '../../../core/document/scene';
import { followDrag } from '../../widgets/drag';
import { useThingNow } from '../../simulation/use-thing-now';
import { setExtentNumber, type ReachOwner } from '../../state/falloff-edit';

const STEPS = 72;

/** A round number of metres a little beyond the reach: the right end of the graph. */
function endOf(reach: number): number {
  return Math.max(0.01, reach * 1.12);
}

/** The falloff over distance, with core and reach as dots that are dragged along it. A press on it opens it large. */
export function ProfileGraph({
  thing,
  owner,
  small = false,
  onOpen,
}: {
  thing: WithReach;
  owner: ReachOwner;
  small?: boolean;
  onOpen?: () => void;
}) {
  const field = useThingNow(thing);
  const box = useRef<HTMLDivElement>(null);
  // While a dot is dragged the scale stands still, or the dot would run from the pointer.
  const [frozen, setFrozen] = useState<number>();
  const { core, reach } = radiiOf(field.extent);
  const end = frozen ?? endOf(reach);
  const weight = falloffOf(field.profile, core, reach);
  const height = small ? 34 : 110;
  const x = (d: number) => (100 * d) / end;
  const y = (w: number) => 3 + (height - 6) * (1 - w);
  const points = Array.from({ length: STEPS + 1 }, (_, i) => `${x((i * end) / STEPS)},${y(weight((i * end) / STEPS))}`);

  const drag = (parameter: 'core' | 'reach') => (event: React.PointerEvent) => {
    const { left, width } = box.current!.getBoundingClientRect();
    const scale = end;
    setFrozen(scale);
    followDrag(
      event,
      ({ clientX }) =>
        setExtentNumber(owner, parameter, Math.max(0, Math.round(((clientX - left) / width) * scale * 100) / 100)),
      () => setFrozen(undefined),
    );
  };
  const dot = (parameter: 'core' | 'reach', value: number) => (
    <button
      className={`absolute h-3 w-3 -translate-x-1/2 -translate-y-1/2 touch-none rounded-full border-2 border-current hover:border-lamp ${parameter === 'core' ? 'bg-panel' : 'bg-current'}`}
      style={{ left: `${Math.min(100, x(value))}%`, top: y(weight(value)) }}
      aria-label={`${parameter === 'core' ? 'Inner radius' : 'Outer radius'} of ${field.name}: ${value} m`}
      onPointerDown={drag(parameter)}
      onKeyDown={(event) => {
        const sign = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
        if (sign === undefined || event.altKey) return;
        event.preventDefault();
        event.stopPropagation();
        setExtentNumber(
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
            [core, reach].map((d, i) => (
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
        {dot('core', core)}
        {dot('reach', reach)}
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
