import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { USUAL_HANDLES, type Handles } from '../../../core/lib/math/bezier';
import { valueAt, type Key } from '../../../core/document/keys/keys';
import type { Vector } from '../../../core/lib/math/vector';
import { followDrag } from '../../widgets/drag';
import { shownNumber } from '../../widgets/sum';
import { usePlayer } from '../../state/player-store';
import { useStage } from '../../simulation/stage';
import { ticksOf } from '../../widgets/ticks';
import { useSceneOf } from '../../state/scene-store';
import { setKeysOf } from '../../state/movement';
import { DeckOfKeys, RowName } from './deck-of-keys';
import { useSpan } from './deck-span';
import { isPicked, pick, useKeys } from './keys-store';
import { startMove } from './key-actions';
import { useRows } from './use-deck-keys';
import {
  curvesOf,
  MARGIN,
  part,
  perPixelX,
  perPixelY,
  rangeOf,
  withPart,
  xOf,
  yOf,
  type Curve,
  type Frame,
} from './curve-frame';

/** How dashes tell the curves apart; they are no colours of the work. */
const DASHES = ['', '6 3', '2 3', '8 3 2 3'] as const;

/** Whether two states of a curve are drawn alike. */
const alike = (a: { curve: Curve; frame: Frame }, b: { curve: Curve; frame: Frame }): boolean =>
  a.curve.row.keys === b.curve.row.keys &&
  a.curve.row.id === b.curve.row.id &&
  a.curve.part === b.curve.part &&
  a.curve.clock === b.curve.clock &&
  a.frame === b.frame;

const Line = memo(function Line({ curve, frame, dash }: { curve: Curve; frame: Frame; dash: string }) {
  const points = useMemo(() => {
    const list: string[] = [];
    const keys = curve.row.keys as readonly Key<Vector>[];
    for (let x = MARGIN.left; x <= frame.width - MARGIN.right; x += 2)
      list.push(
        `${x},${yOf(frame, part(valueAt(keys, curve.clock.at(frame.from + (x - MARGIN.left) * perPixelX(frame))), curve.part)).toFixed(1)}`,
      );
    return list.join(' ');
  }, [curve, frame]);
  return (
    <polyline
      points={points}
      fill="none"
      stroke="currentColor"
      strokeWidth={1.3}
      strokeDasharray={dash}
      className="text-second"
    />
  );
}, alike);

/** A number of a curve at a key, to as many digits as a pixel tells. */
const settled = (value: number, grain: number) =>
  Number(value.toPrecision(Math.max(1, Math.min(12, Math.ceil(Math.log10(Math.abs(value) / grain + 1)) + 1))));

/** Begins to drag a key: along the frames with all that are selected, up and down by itself. */
function dragPoint(event: React.PointerEvent, curve: Curve, key: Key, frame: Frame): void {
  const state = useKeys.getState();
  if (!isPicked(state, curve.row.id, key.frame) || event.shiftKey)
    pick({ [curve.row.id]: [key.frame] }, event.shiftKey);
  const { ref, path, keys } = curve.row;
  const alone = Object.values(useKeys.getState().picked).flat().length === 1;
  const move = startMove();
  const was = part(key.value, curve.part);
  followDrag(event, ({ dx, dy, fine }) => {
    const by = Math.round(curve.clock.at(curve.clock.back(key.frame) + dx * perPixelX(frame))) - key.frame;
    const value = settled(was - dy * perPixelY(frame) * (fine ? 0.1 : 1), perPixelY(frame));
    if (!alone) return move(by);
    const raised = keys.map((k) =>
      k.frame === key.frame ? { ...k, frame: k.frame + by, value: withPart(k.value, curve.part, value) } : k,
    );
    const others = raised.filter((k, i) => keys[i]!.frame === key.frame || k.frame !== key.frame + by);
    setKeysOf(
      ref,
      path,
      others.toSorted((a, b) => a.frame - b.frame),
    );
    pick({ [curve.row.id]: [key.frame + by] });
  });
}

/** The two handles of a curve that begins at a selected key. */
function HandlePair({ curve, index, frame }: { curve: Curve; index: number; frame: Frame }) {
  const { row, part: p } = curve;
  const [a, b] = [row.keys[index]!, row.keys[index + 1]!];
  const [va, vb] = [part(a.value, p), part(b.value, p)];
  if (va === vb) return null;
  const handles = a.handles ?? USUAL_HANDLES;
  const [xa, xb] = [a, b].map((key) => xOf(frame, curve.clock.back(key.frame))) as [number, number];
  const set = (next: Handles) =>
    setKeysOf(
      row.ref,
      row.path,
      row.keys.map((key, i) => (i === index ? { ...key, handles: next } : key)),
    );
  const one = (which: 0 | 1) => {
    const [hx, hy] = [handles[2 * which]!, handles[2 * which + 1]!];
    const x = xOf(frame, curve.clock.back(a.frame + hx * (b.frame - a.frame)));
    const y = yOf(frame, va + hy * (vb - va));
    const [end, endX] = which === 0 ? [a, xa] : [b, xb];
    const to = (nx: number, ny: number) => {
      const round = (n: number) => Math.round(n * 1000) / 1000;
      const next = [...handles] as [number, number, number, number];
      next[2 * which] = round(Math.min(1, Math.max(0, nx)));
      next[2 * which + 1] = round(ny);
      set(next);
    };
    return (
      <g key={which}>
        <line
          x1={endX}
          y1={yOf(frame, part(end.value, p))}
          x2={x}
          y2={y}
          stroke="currentColor"
          className="text-lamp/70"
        />
        <circle
          cx={x}
          cy={y}
          r={4.5}
          tabIndex={0}
          role="button"
          aria-label={`Handle ${which + 1} of ${curve.name} at frame ${a.frame}`}
          className="cursor-grab touch-none fill-panel stroke-lamp focus:outline-none focus-visible:fill-lamp"
          onPointerDown={(event) =>
            followDrag(event, ({ dx, dy }) => to(hx + dx / (xb - xa), hy - (dy * perPixelY(frame)) / (vb - va)))
          }
          onKeyDown={(event) => {
            const by = { ArrowLeft: [-0.02, 0], ArrowRight: [0.02, 0], ArrowUp: [0, 0.02], ArrowDown: [0, -0.02] }[
              event.key
            ];
            if (!by) return;
            event.preventDefault();
            event.stopPropagation();
            to(hx + by[0]!, hy + by[1]! * Math.sign(vb - va));
          }}
        />
      </g>
    );
  };
  return (
    <>
      {one(0)}
      {one(1)}
    </>
  );
}

const Points = memo(function Points({ curve, frame }: { curve: Curve; frame: Frame }) {
  const picked = useKeys((state) => state.picked[curve.row.id]);
  return (
    <>
      {curve.row.keys.map((key, i) => {
        const on = picked?.includes(key.frame) ?? false;
        return (
          <g key={i}>
            {on && key.ease === 'curve' && i + 1 < curve.row.keys.length && (
              <HandlePair curve={curve} index={i} frame={frame} />
            )}
            <rect
              x={xOf(frame, curve.clock.back(key.frame)) - 4}
              y={yOf(frame, part(key.value, curve.part)) - 4}
              width={8}
              height={8}
              tabIndex={0}
              role="button"
              aria-pressed={on}
              aria-label={`${curve.row.thing}, ${curve.name}: ${shownNumber(part(key.value, curve.part))} at frame ${key.frame}`}
              className={`cursor-move touch-none focus:outline-none focus-visible:stroke-text ${on ? 'fill-lamp stroke-lamp' : 'fill-panel stroke-second hover:stroke-lamp'}`}
              onPointerDown={(event) => dragPoint(event, curve, key, frame)}
            />
          </g>
        );
      })}
    </>
  );
}, alike);

/** Keyed numbers as curves over the scene. */
export function CurvesDeck() {
  const rows = useRows();
  const span = useSpan();
  const { transport } = useStage();
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 800, height: 200 });
  const [hidden, setHidden] = useState<ReadonlySet<string>>(new Set());
  const fps = useSceneOf((scene) => scene.time.fps);
  const playhead = usePlayer((player) => player.frame);
  const empty = rows.length === 0;
  useEffect(() => {
    const element = box.current;
    if (!element) return undefined;
    const watch = new ResizeObserver(([entry]) =>
      setSize({ width: Math.max(200, entry!.contentRect.width), height: Math.max(60, entry!.contentRect.height) }),
    );
    watch.observe(element);
    return () => watch.disconnect();
    // oxlint-disable-next-line react/exhaustive-effect-dependencies -- the box is there only where there are curves
  }, [empty]);
  const shown = useMemo(
    () =>
      curvesOf(
        rows.filter((row) => !hidden.has(row.id)),
        span,
      ),
    [rows, hidden, span],
  );
  // While a key is dragged the scale stays, so that the key stays under the pointer.
  const range = useMemo(() => rangeOf(shown, span.from, span.to), [shown, span.from, span.to]);
  const [held, setHeld] = useState<{ low: number; high: number }>();
  const { low, high } = held ?? range;
  const frame = useMemo<Frame>(
    () => ({ ...size, from: span.from, to: span.to, low, high }),
    [size, span.from, span.to, low, high],
  );
  // Fractions are shown in per cent, where nothing else shares the axis.
  const percent =
    shown.length > 0 && shown.every(({ row: { parameter } }) => parameter.type === 'number' && parameter.fraction);
  const ticks = ticksOf(span.from, span.to, fps);
  const toggle = (id: string) => {
    const next = new Set(hidden);
    if (!next.delete(id)) next.add(id);
    setHidden(next);
  };
  return (
    <DeckOfKeys label="Curves" rows={rows} empty={empty}>
      <div className="flex min-h-0 flex-1">
        <ul className="w-56 shrink-0 overflow-y-auto border-r border-rule">
          {rows.map((row, i) => (
            <li key={row.id}>
              <button
                className={`flex h-6 w-full items-center gap-1.5 px-3 text-left hover:bg-raised ${hidden.has(row.id) ? 'opacity-45' : ''}`}
                aria-pressed={!hidden.has(row.id)}
                title="Show or hide its curve"
                onClick={() => toggle(row.id)}
              >
                <svg width={18} height={6} aria-hidden className="shrink-0 text-second">
                  <line
                    x1={0}
                    x2={18}
                    y1={3}
                    y2={3}
                    stroke="currentColor"
                    strokeWidth={1.5}
                    strokeDasharray={DASHES[i % DASHES.length]}
                  />
                </svg>
                <RowName row={row} />
              </button>
            </li>
          ))}
        </ul>
        <div ref={box} className="min-w-0 flex-1 overflow-hidden">
          <svg
            width={size.width}
            height={size.height}
            className="block touch-none select-none"
            role="group"
            aria-label="Curves: drag keyframes and handles, or move them with the arrow keys"
            onPointerDownCapture={() => {
              setHeld({ low, high });
              window.addEventListener('pointerup', () => setHeld(undefined), { once: true });
            }}
            onPointerDown={(event) => {
              if (event.target !== event.currentTarget) return;
              pick({});
              const { left } = event.currentTarget.getBoundingClientRect();
              transport.seek(span.from + (event.clientX - left - MARGIN.left) * perPixelX(frame));
            }}
          >
            {[low, (low + high) / 2, high].map((value) => (
              <g key={value} className="pointer-events-none">
                <line
                  x1={MARGIN.left}
                  x2={size.width - MARGIN.right}
                  y1={yOf(frame, value)}
                  y2={yOf(frame, value)}
                  stroke="currentColor"
                  className="text-rule"
                />
                <text x={MARGIN.left - 6} y={yOf(frame, value) + 4} textAnchor="end" className="num fill-faint">
                  {percent
                    ? `${shownNumber(Number((100 * value).toPrecision(3)))} %`
                    : shownNumber(Number(value.toPrecision(3)))}
                </text>
              </g>
            ))}
            {ticks.map((at) => (
              <text
                key={at}
                x={xOf(frame, at)}
                y={size.height - 2}
                textAnchor="middle"
                className="num pointer-events-none fill-faint"
              >
                {at}
              </text>
            ))}
            <line
              x1={xOf(frame, playhead)}
              x2={xOf(frame, playhead)}
              y1={0}
              y2={size.height}
              stroke="currentColor"
              className="pointer-events-none text-lamp"
            />
            <g className="pointer-events-none">
              {shown.map((curve) => (
                <Line
                  key={`${curve.row.id} ${curve.part}`}
                  curve={curve}
                  frame={frame}
                  dash={DASHES[rows.indexOf(curve.row) % DASHES.length]!}
                />
              ))}
            </g>
            {shown.map((curve) => (
              <Points key={`${curve.row.id} ${curve.part}`} curve={curve} frame={frame} />
            ))}
          </svg>
        </div>
      </div>
    </DeckOfKeys>
  );
}
