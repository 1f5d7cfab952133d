import { memo, useCallback, useRef, useState } from 'react';
import type { Clock } from '../../../core/document/time/clock';
import { frameOf } from '../../state/key-frame';
import { usePlayer } from '../../state/player-store';
import { useStage } from '../../simulation/stage';
import { KeyMark } from '../../widgets/key-mark';
import { followDrag } from '../../widgets/drag';
import { movableOf, setKeysOf, valueOn } from '../../state/movement';
import { openedScene, useSceneOf } from '../../state/scene-store';
import { withKey, type Key } from '../../../core/document/keys/keys';
import { DeckOfKeys, RowName } from './deck-of-keys';
import { startMove } from './key-actions';
import type { KeyRow } from './key-rows';
import { isPicked, pick, useKeys } from './keys-store';
import { SpanBars, spanRows } from './span-bars';
import { ticksOf } from '../../widgets/ticks';
import { clockOfRow, useSpan, type DeckSpan } from './deck-span';
import { useRows } from './use-deck-keys';

/** Begins a drag of the selected keys from one of them; Alt scales them about the first of them. */
function dragKeys(event: React.PointerEvent, row: KeyRow, frame: number, pixelsAFrame: number, clock: Clock): void {
  const state = useKeys.getState();
  const already = isPicked(state, row.id, frame);
  if (!already || event.shiftKey) pick({ [row.id]: [frame] }, event.shiftKey);
  const move = startMove();
  const first = Math.min(...Object.values(useKeys.getState().picked).flat());
  const scales = event.altKey && frame !== first;
  followDrag(
    event,
    ({ dx }) => {
      const by = Math.round(clock.at(clock.back(frame) + dx / pixelsAFrame)) - frame;
      if (scales) move(0, { about: first, by: Math.max(0.01, (frame + by - first) / (frame - first)) });
      else move(by);
    },
    (moved) => {
      if (!moved && already && !event.shiftKey) pick({ [row.id]: [frame] });
    },
  );
}

interface MarksProps {
  readonly row: KeyRow;
  readonly span: DeckSpan;
  readonly width: () => number;
}

/** The keys of one row; only a change of its own keys draws them again. */
const Marks = memo(
  function Marks({ row, span, width }: MarksProps) {
    const picked = useKeys((state) => state.picked[row.id]);
    const clock = clockOfRow(span, row.ref.sort);
    // By their place in the row, so that a key that is moved keeps the focus.
    return row.keys.map((key, i) => {
      const on = picked?.includes(key.frame) ?? false;
      return (
        <button
          key={i}
          data-key={`${row.id} ${key.frame}`}
          className={`absolute top-1/2 -translate-x-1/2 -translate-y-1/2 touch-none p-0.5 hover:text-lamp ${on ? 'text-lamp' : 'text-second'}`}
          style={{ left: `${(100 * (clock.back(key.frame) - span.from)) / (span.to - span.from)}%` }}
          aria-label={`${row.thing}, ${row.label}: key at frame ${key.frame}`}
          aria-pressed={on}
          onPointerDown={(event) => dragKeys(event, row, key.frame, width() / (span.to - span.from), clock)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' && event.key !== ' ') return;
            event.preventDefault();
            event.stopPropagation();
            pick({ [row.id]: [key.frame] }, event.shiftKey);
          }}
        >
          <KeyMark here={on} />
        </button>
      );
    });
  },
  (a, b) => a.row.keys === b.row.keys && a.row.id === b.row.id && a.row.thing === b.row.thing && a.span === b.span,
);

/** The playhead over the rows. */
function Playhead({ span }: { span: { from: number; to: number } }) {
  const frame = usePlayer((player) => player.frame);
  return (
    <span
      className="pointer-events-none absolute inset-y-0 w-px bg-lamp"
      style={{ left: `${(100 * (frame - span.from)) / (span.to - span.from)}%` }}
    />
  );
}

/** Writes a key where a row was double-pressed, of the value that it has there. */
function writeKey(row: KeyRow, shotFrame: number): void {
  const scene = openedScene();
  const frame = Math.round(frameOf(scene, row.ref.sort, shotFrame));
  const value = valueOn(scene, row.ref, row.path, shotFrame);
  const thing = movableOf(scene, row.ref);
  if (value === undefined || !thing) return;
  const keys = (thing.keys[row.path] ?? []) as readonly Key[];
  setKeysOf(
    row.ref,
    row.path,
    withKey(keys, { ease: 'linear', ...keys.filter((key) => key.frame <= frame).at(-1), frame, value }),
  );
  pick({ [row.id]: [frame] });
}

/** Part of the ruler behind which there is no room for a number. */
const NEAR_END = 0.93;

/** Numbers of frames over the rows. */
function DeckRuler({ span }: { span: { from: number; to: number } }) {
  const fps = useSceneOf((scene) => scene.time.fps);
  const ticks = ticksOf(span.from, span.to, fps);
  return (
    <div className="relative h-5 border-b border-rule/40" aria-hidden>
      {ticks.map((frame) => {
        const share = (frame - span.from) / (span.to - span.from);
        // A number at the end stands before its line: behind it, it would be cut off.
        const side = share > NEAR_END ? '-translate-x-full border-r pr-1' : 'border-l pl-1';
        return (
          <span
            key={frame}
            className={`num absolute top-0.5 border-rule text-faint ${side}`}
            style={{ left: `${100 * share}%` }}
          >
            {frame}
          </span>
        );
      })}
    </div>
  );
}

interface Box {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

/** What is keyed, a row a number, with all keys at their frames. */
export function KeysDeck() {
  const rows = useRows();
  const fields = useSceneOf((scene) => scene.fields);
  const emitters = useSceneOf((scene) => scene.emitters);
  const colliders = useSceneOf((scene) => scene.colliders);
  const spans = spanRows({ fields, emitters, colliders });
  const span = useSpan();
  const { transport } = useStage();
  const lines = useRef<HTMLDivElement>(null);
  const [box, setBox] = useState<Box>();
  const width = useCallback(() => lines.current?.getBoundingClientRect().width ?? 1, []);
  const frameAt = (clientX: number) => {
    const { left, width: whole } = lines.current!.getBoundingClientRect();
    return Math.round(span.from + ((clientX - left) / whole) * (span.to - span.from));
  };
  const startBox = (event: React.PointerEvent) => {
    const { left, top } = lines.current!.getBoundingClientRect();
    const [x0, y0] = [event.clientX - left, event.clientY - top];
    const add = event.shiftKey;
    let last: Box | undefined;
    followDrag(
      event,
      ({ dx, dy }) => {
        last = {
          x0: Math.min(x0, x0 + dx),
          x1: Math.max(x0, x0 + dx),
          y0: Math.min(y0, y0 + dy),
          y1: Math.max(y0, y0 + dy),
        };
        setBox(last);
      },
      (moved) => {
        setBox(undefined);
        if (!moved || !last) {
          if (!add) pick({});
          transport.seek(frameAt(event.clientX));
          return;
        }
        const within: Record<string, number[]> = {};
        for (const mark of lines.current!.querySelectorAll<HTMLElement>('[data-key]')) {
          const at = mark.getBoundingClientRect();
          const [x, y] = [at.left + at.width / 2 - left, at.top + at.height / 2 - top];
          if (x < last.x0 || x > last.x1 || y < last.y0 || y > last.y1) continue;
          const name = mark.dataset['key']!;
          const cut = name.lastIndexOf(' ');
          (within[name.slice(0, cut)] ??= []).push(Number(name.slice(cut + 1)));
        }
        pick(within, add);
      },
    );
  };
  return (
    <DeckOfKeys label="Keys" rows={rows} empty={rows.length + spans.length === 0}>
      <div className="flex min-h-0 flex-1 overflow-y-auto">
        <ul className="w-56 shrink-0 border-r border-rule pt-5">
          {[...spans, ...rows].map((row) => (
            <li key={row.id} className="flex h-6 items-center gap-1.5 border-b border-rule/40 px-3">
              <RowName row={row} />
            </li>
          ))}
        </ul>
        <div className="min-w-0 flex-1 px-4">
          <div
            ref={lines}
            className="relative h-full touch-none"
            tabIndex={0}
            aria-label="Rows of keyframes: drag a box to select, move them with the arrow keys"
            role="group"
            onPointerDown={startBox}
          >
            <DeckRuler span={span} />
            {spans.map((row) => (
              <div key={row.id} className="relative h-6 border-b border-rule/40">
                <SpanBars row={row} span={span} width={width} />
              </div>
            ))}
            {rows.map((row) => (
              <div
                key={row.id}
                className="relative h-6 border-b border-rule/40"
                onDoubleClick={(event) => writeKey(row, frameAt(event.clientX))}
              >
                <Marks row={row} span={span} width={width} />
              </div>
            ))}
            <Playhead span={span} />
            {box && (
              <span
                className="pointer-events-none absolute border border-lamp bg-lamp/10"
                style={{ left: box.x0, top: box.y0, width: box.x1 - box.x0, height: box.y1 - box.y0 }}
              />
            )}
          </div>
        </div>
      </div>
    </DeckOfKeys>
  );
}
