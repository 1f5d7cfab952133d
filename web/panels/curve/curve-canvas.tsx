import { radiiOf } from '../../../core/kinds/falloff-shapes/falloff-shape';
import { useMemo, useRef, useState } from 'react';
import { MOST_STOPS } from '../../../core/document/check-values';
import type { LevelStop } from '../../../core/document/parameters';
import { weightOf } from '../../../core/kinds/curves';
import type { WeightedThing } from '../../../core/document/scene';
import { editWeighted, setFalloffNumber, type WeightedOwner } from '../../state/falloff-edit';
import { followDrag, type Drag } from '../../widgets/drag';
import { shownNumber, thousands } from '../../widgets/sum';
import { usePlayer } from '../../state/player-store';
import { useAssets } from '../../simulation/scene-assets';
import { useStage } from '../../simulation/stage';
import { openedScene } from '../../state/scene-store';
import { distancesOn, histogram } from './distances';

const WIDTH = 440;
const HEIGHT = 150;
/** The part under the curve that the histogram has. */
const BARS = 38;
const BINS = 55;
const STEPS = 110;

const clamp = (n: number) => Math.min(1, Math.max(0, n));

/** How many particles are at which distance on the frame on the screen. */
function useHistogram(thing: WeightedThing, end: number): { counts: number[]; within: number; total: number } {
  const stage = useStage();
  const shown = usePlayer((player) => player.shown);
  const { assets } = useAssets();
  return useMemo(() => {
    const frame = stage.session.screen.frame;
    if (shown === undefined || !frame) return { counts: [], within: 0, total: 0 };
    const distances = distancesOn(openedScene(), assets, thing, frame);
    const outer = thing.falloff['outer'] as number;
    return {
      counts: histogram(distances, end, BINS),
      within: distances.filter((d) => d < outer).length,
      total: distances.length,
    };
  }, [stage, shown, assets, thing, end]);
}

/** The curve with everything that can be dragged on it, over a histogram of the particles. */
export function CurveCanvas({
  thing,
  owner,
  snap,
  picked,
  onPick,
  onKnots,
}: {
  thing: WeightedThing;
  owner: WeightedOwner;
  snap: boolean;
  picked: number;
  onPick: (index: number) => void;
  onKnots: (knots: readonly LevelStop[]) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  // While something is dragged the scale stands still, or it would run from the pointer.
  const [frozen, setFrozen] = useState<number>();
  const { inner, outer } = radiiOf(thing.falloff);
  const end = frozen ?? Math.max(0.01, outer * 1.3);
  const { counts, within, total } = useHistogram(thing, end);
  const most = Math.max(1, ...counts);
  const weight = weightOf(thing.curve, inner, outer);
  const top = HEIGHT - BARS;
  const x = (d: number) => (WIDTH * d) / end;
  const y = (w: number) => 6 + (top - 10) * (1 - w);
  const points = Array.from({ length: STEPS + 1 }, (_, i) => `${x((i * end) / STEPS)},${y(weight((i * end) / STEPS))}`);
  const knots = thing.curve.kind === 'custom' ? (thing.curve['knots'] as readonly LevelStop[]) : undefined;
  // Knots are drawn before slope and invert, so that they lie where they are dragged.
  const bare = knots && weightOf({ ...thing.curve, slope: 1, invert: false }, inner, outer);

  const under = (clientX: number, clientY: number, fine: boolean): LevelStop => {
    const area = box.current!.getBoundingClientRect();
    const grain = snap && !fine ? 0.05 : 0.01;
    const rounded = (n: number) => Number((Math.round(clamp(n) / grain) * grain).toFixed(2));
    const d = ((clientX - area.left) / area.width) * end;
    return {
      at: rounded((d - inner) / (outer - inner || 1)),
      value: rounded(1 - ((clientY - area.top) / area.height) * (HEIGHT / (top - 10)) + 6 / (top - 10)),
    };
  };
  const put = (list: readonly LevelStop[], index: number, knot: LevelStop) => {
    const at = Math.min(list[index + 1]?.at ?? 1, Math.max(list[index - 1]?.at ?? 0, knot.at));
    onKnots(list.map((k, i) => (i === index ? { at, value: clamp(knot.value) } : k)));
  };
  const hold = (event: React.PointerEvent, move: (drag: Drag) => void) => {
    setFrozen(end);
    followDrag(event, move, () => setFrozen(undefined));
  };
  const addAt = (event: React.MouseEvent) => {
    const knot = under(event.clientX, event.clientY, false);
    const list =
      knots ??
      [0, 0.25, 0.5, 0.75, 1].map((at) => ({ at, value: Number(weight(inner + at * (outer - inner)).toFixed(2)) }));
    if (list.length >= MOST_STOPS) return;
    const next = [...list, knot].toSorted((a, b) => a.at - b.at);
    if (!knots)
      editWeighted(owner, (t) => {
        t.curve = { ...t.curve, kind: 'custom', knots: next, slope: 1, invert: false };
      });
    else onKnots(next);
    onPick(next.indexOf(knot));
  };
  const border = (parameter: 'inner' | 'outer', value: number) => (
    <button
      className="absolute inset-y-0 w-3 -translate-x-1/2 cursor-ew-resize touch-none"
      style={{ left: `${(100 * x(value)) / WIDTH}%` }}
      aria-label={`${parameter === 'inner' ? 'Inner radius' : 'Outer radius'}: ${value} m, drag or use the arrow keys`}
      onPointerDown={(event) => {
        const { left, width } = box.current!.getBoundingClientRect();
        hold(event, ({ clientX }) =>
          setFalloffNumber(owner, parameter, Math.max(0, Math.round(((clientX - left) / width) * end * 100) / 100)),
        );
      }}
      onKeyDown={(event) => {
        const sign = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
        if (sign === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        setFalloffNumber(
          owner,
          parameter,
          Math.max(0, Math.round((value + sign * (event.shiftKey ? 0.01 : 0.1)) * 100) / 100),
        );
      }}
    >
      <span className="absolute inset-y-0 left-1/2 border-l border-dashed border-second" />
      <span className="num absolute top-5 left-2 text-second">{parameter === 'inner' ? 'inner' : 'outer'}</span>
    </button>
  );
  return (
    <>
      <div
        ref={box}
        className="relative touch-none"
        style={{ aspectRatio: `${WIDTH} / ${HEIGHT}` }}
        onDoubleClick={addAt}
      >
        <svg
          className="absolute inset-0 h-full w-full"
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          role="img"
          aria-label="Weight over distance, and how many particles are at each distance"
        >
          {[0, 0.25, 0.5, 0.75, 1].map((v) => (
            <g key={v}>
              <line x1={0} x2={WIDTH} y1={y(v)} y2={y(v)} stroke="var(--color-rule)" />
              <text x={WIDTH} y={y(v) - 2} textAnchor="end" className="num" fill="var(--color-faint)" fontSize={11}>
                {v}
              </text>
            </g>
          ))}
          {counts.map((n, i) => (
            <rect
              key={i}
              x={(i * WIDTH) / BINS}
              width={WIDTH / BINS - 1}
              y={HEIGHT - (BARS * n) / most}
              height={(BARS * n) / most}
              fill={weight(((i + 0.5) * end) / BINS) > 0 ? 'var(--color-second)' : 'var(--color-rule)'}
            />
          ))}
          <polyline points={points.join(' ')} fill="none" stroke="var(--color-lamp)" strokeWidth={1.8} />
          {bare && (thing.curve.slope !== 1 || thing.curve.invert) && (
            <polyline
              points={Array.from(
                { length: STEPS + 1 },
                (_, i) => `${x((i * end) / STEPS)},${y(bare((i * end) / STEPS))}`,
              ).join(' ')}
              fill="none"
              stroke="var(--color-faint)"
              strokeDasharray="3 3"
            />
          )}
        </svg>
        {border('inner', inner)}
        {border('outer', outer)}
        {knots?.map((knot, i) => (
          <button
            key={i}
            className={`absolute h-3 w-3 -translate-x-1/2 -translate-y-1/2 touch-none border-2 ${i === picked ? 'border-lamp bg-lamp' : 'border-lamp bg-panel'}`}
            style={{
              left: `${(100 * x(inner + knot.at * (outer - inner))) / WIDTH}%`,
              top: `${(100 * y(knot.value)) / HEIGHT}%`,
            }}
            aria-label={`Knot ${i + 1}: ${knot.value} at ${knot.at}`}
            onFocus={() => onPick(i)}
            onDoubleClick={(event) => event.stopPropagation()}
            onPointerDown={(event) => {
              onPick(i);
              hold(event, ({ clientX, clientY, fine }) => put(knots, i, under(clientX, clientY, fine)));
            }}
            onKeyDown={(event) => {
              const by = { ArrowUp: [0, 0.05], ArrowDown: [0, -0.05], ArrowLeft: [-0.05, 0], ArrowRight: [0.05, 0] }[
                event.key
              ];
              const rounded = (n: number) => Number(n.toFixed(2));
              if (by) put(knots, i, { at: rounded(knot.at + by[0]!), value: rounded(knot.value + by[1]!) });
              else if ((event.key === 'Delete' || event.key === 'Backspace') && knots.length > 2)
                onKnots(knots.filter((_, j) => j !== i));
              else return;
              event.preventDefault();
              event.stopPropagation();
            }}
          />
        ))}
      </div>
      <div className="num mt-0.5 mb-1 flex justify-between text-faint">
        <span>0 m</span>
        <span className="text-second">
          {total > 0
            ? `${thousands(within)} of ${thousands(total)} particles within the outer radius`
            : 'no particles on this frame'}
        </span>
        <span>{shownNumber(Number(end.toPrecision(3)))} m</span>
      </div>
    </>
  );
}
