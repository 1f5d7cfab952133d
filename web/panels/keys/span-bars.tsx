import type { Kinded } from '../../../core/document/registry';
import type { Scene } from '../../../core/document/scene';
import type { DeckSpan } from './deck-span';
import { followDrag } from '../../widgets/drag';
import { editCollider, editEmitter, editField } from '../../state/scene-store';

/** A stretch of frames [from, until) with the frames it takes to come and to go. */
export interface Stretch {
  readonly from: number;
  readonly until: number;
  readonly easeIn: number;
  readonly easeOut: number;
}

/** When a thing is on: its stretches, and how they are changed. */
export interface SpanRow {
  readonly id: string;
  readonly thing: string;
  readonly label: string;
  readonly stretches: readonly Stretch[];
  /** True where it comes and goes over frames. */
  readonly eases: boolean;
  set(index: number, next: Stretch): void;
}

type Windows = readonly (readonly [number, number])[];

const inOrder = (windows: Windows): [number, number][] =>
  windows.map(([a, b]): [number, number] => [a, b]).toSorted((a, b) => a[0] - b[0]);

/** The windows of a gate as stretches. */
function gateRow(
  { id, name, gate }: { readonly id: string; readonly name: string; readonly gate: Kinded },
  label: string,
  set: (spans: Windows) => void,
): SpanRow {
  const spans = gate['spans'] as Windows;
  return {
    id: `gate ${id}`,
    thing: name,
    label,
    stretches: spans.map(([from, until]) => ({ from, until, easeIn: 0, easeOut: 0 })),
    eases: false,
    set: (index, { from, until }) => set(inOrder(spans.map((span, i) => (i === index ? [from, until] : span)))),
  };
}

/** Fields that are on in spans, and emitters and colliders whose gates have windows. */
export function spanRows({ fields, emitters, colliders }: Pick<Scene, 'fields' | 'emitters' | 'colliders'>): SpanRow[] {
  const ofFields = fields
    .filter((field) => field.limitedRange)
    .map(
      ({ id, name, activeFrom: from, activeUntil: until, furtherRanges, easeIn, easeOut }): SpanRow => ({
        id: `span ${id}`,
        thing: name,
        label: 'span',
        stretches: [[from, until] as const, ...furtherRanges].map(([a, b]) => ({ from: a, until: b, easeIn, easeOut })),
        eases: true,
        set: (index, next) =>
          editField(id, (field) => {
            field.easeIn = next.easeIn;
            field.easeOut = next.easeOut;
            if (index === 0) Object.assign(field, { activeFrom: next.from, activeUntil: next.until });
            else
              field.furtherRanges = inOrder(
                furtherRanges.map((span, i) => (i === index - 1 ? [next.from, next.until] : span)),
              );
          }),
      }),
    );
  const windowed = <T extends { readonly gate: Kinded }>(things: readonly T[]) =>
    things.filter(({ gate }) => gate.kind === 'windows');
  return [
    ...windowed(emitters).map((emitter) =>
      gateRow(emitter, 'gate', (spans) => editEmitter(emitter.id, (e) => void (e.gate = { ...emitter.gate, spans }))),
    ),
    ...windowed(colliders).map((collider) =>
      gateRow(collider, 'there', (spans) =>
        editCollider(collider.id, (c) => void (c.gate = { ...collider.gate, spans })),
      ),
    ),
    ...ofFields,
  ];
}

/** A stretch with its ends in order, at least a frame long, and no longer in coming and going than it is on. */
export function sound({ from, until, easeIn, easeOut }: Stretch): Stretch {
  const end = Math.max(until, from + 1);
  const long = end - from;
  const up = Math.min(long, Math.max(0, easeIn));
  return { from, until: end, easeIn: up, easeOut: Math.min(long - up, Math.max(0, easeOut)) };
}

/**
 * What is left of a change of a stretch where it may not run over the others: moved whole it stops at them, pulled it
 * ends there.
 */
export function clear(now: Stretch, next: Stretch, others: readonly Stretch[]): Stretch {
  const low = Math.max(-Infinity, ...others.map(({ until }) => until).filter((until) => until <= now.from));
  const high = Math.min(Infinity, ...others.map(({ from }) => from).filter((from) => from >= now.until));
  if (next.until - next.from !== now.until - now.from)
    return sound({ ...next, from: Math.max(low, next.from), until: Math.min(high, next.until) });
  const by = next.from < low ? low - next.from : next.until > high ? high - next.until : 0;
  return { ...next, from: next.from + by, until: next.until + by };
}

type Grip = 'from' | 'until' | 'all' | 'easeIn' | 'easeOut';

/** What pulling a stretch by one of its grips makes of it. */
export function pulled(stretch: Stretch, grip: Grip, by: number): Stretch {
  const { from, until, easeIn, easeOut } = stretch;
  if (grip === 'all') return { ...stretch, from: from + by, until: until + by };
  if (grip === 'from') return sound({ ...stretch, from: Math.min(from + by, until - 1) });
  if (grip === 'until') return sound({ ...stretch, until: Math.max(until + by, from + 1) });
  return sound(grip === 'easeIn' ? { ...stretch, easeIn: easeIn + by } : { ...stretch, easeOut: easeOut - by });
}

/** The frame at which a grip is. */
function gripped({ from, until, easeIn, easeOut }: Stretch, which: Grip): number {
  return which === 'until' ? until : which === 'easeIn' ? from + easeIn : which === 'easeOut' ? until - easeOut : from;
}

const WORDS: Readonly<Record<Grip, string>> = {
  from: 'beginning',
  until: 'end',
  all: 'whole',
  easeIn: 'ease-in',
  easeOut: 'ease-out',
};

/** The stretches of one thing as bars: dragged whole, by their ends, and by how they come and go. */
export function SpanBars({ row, span, width }: { row: SpanRow; span: DeckSpan; width: () => number }) {
  const x = (frame: number) => (100 * (span.clock.back(frame) - span.from)) / (span.to - span.from);
  return row.stretches.map((stretch, index) => {
    const { from, until, easeIn, easeOut } = stretch;
    const long = until - from;
    const others = row.stretches.filter((_, i) => i !== index);
    const pull = (which: Grip, by: number) => row.set(index, clear(stretch, pulled(stretch, which, by), others));
    const grip = (which: Grip, className: string, style: React.CSSProperties) => (
      <button
        className={`absolute touch-none focus-visible:outline focus-visible:outline-lamp ${className}`}
        style={style}
        aria-label={`${row.thing}, ${WORDS[which]} of ${row.label} ${index + 1}: frame ${gripped(stretch, which)}`}
        onPointerDown={(event) => {
          const aFrame = width() / (span.to - span.from);
          const { clock } = span;
          const held = gripped(stretch, which);
          followDrag(event, ({ dx }) => pull(which, Math.round(clock.at(clock.back(held) + dx / aFrame) - held)));
        }}
        onKeyDown={(event) => {
          const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          event.stopPropagation();
          pull(which, by * (event.shiftKey ? 10 : 1));
        }}
      />
    );
    return (
      <div
        key={index}
        className="absolute inset-y-0.5"
        style={{ left: `${x(from)}%`, width: `${x(until) - x(from)}%` }}
      >
        <svg
          viewBox="0 0 100 100"
          preserveAspectRatio="none"
          className="absolute inset-0 h-full w-full text-second/50"
          aria-hidden
        >
          <polygon
            points={`0,100 ${(100 * easeIn) / long},12 ${100 - (100 * easeOut) / long},12 100,100`}
            fill="currentColor"
          />
        </svg>
        {grip('all', 'inset-0 cursor-grab', {})}
        {grip('from', 'inset-y-0 -left-1 w-2 cursor-ew-resize border-l-2 border-text', {})}
        {grip('until', 'inset-y-0 -right-1 w-2 cursor-ew-resize border-r-2 border-text', {})}
        {row.eases &&
          grip(
            'easeIn',
            '-top-0.5 h-2.5 w-2.5 -translate-x-1/2 cursor-ew-resize rounded-full border border-lamp bg-panel',
            {
              left: `${(100 * easeIn) / long}%`,
            },
          )}
        {row.eases &&
          grip(
            'easeOut',
            '-top-0.5 h-2.5 w-2.5 -translate-x-1/2 cursor-ew-resize rounded-full border border-lamp bg-panel',
            {
              left: `${100 - (100 * easeOut) / long}%`,
            },
          )}
      </div>
    );
  });
}
