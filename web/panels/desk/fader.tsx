import { shownParameter, shownScale } from '../../../core/document/shown-number';
import { useRef } from 'react';
import type { NumberParameter } from '../../../core/document/parameters';
import { followDrag } from '../../widgets/drag';
import { settled, stepOf } from '../../widgets/number-field';

/** A vertical fader over the usual span, zero in the middle for what can be negative. Shift drags finely. */
export function Fader({
  label,
  value,
  parameter,
  live,
  onChange,
}: {
  label: string;
  value: number;
  parameter: NumberParameter;
  live: boolean;
  onChange: (value: number) => void;
}) {
  const track = useRef<HTMLDivElement>(null);
  const [low, high] = parameter.usual;
  const at = (v: number) => Math.min(1, Math.max(0, (v - low) / (high - low)));
  const zero = at(0);
  const share = at(value);
  const step = stepOf(parameter);

  const begin = (event: React.PointerEvent) => {
    const { height } = track.current!.getBoundingClientRect();
    let last = 0;
    let now = value;
    followDrag(event, ({ dy, fine }) => {
      now += ((last - dy) / height) * (high - low) * (fine ? 0.1 : 1);
      last = dy;
      onChange(settled(parameter, now));
    });
  };
  return (
    <div
      ref={track}
      role="slider"
      tabIndex={0}
      aria-orientation="vertical"
      aria-label={label}
      aria-valuemin={low}
      aria-valuemax={high}
      aria-valuenow={value}
      aria-valuetext={`${value * shownScale(parameter)} ${shownParameter(parameter).unit}`}
      className="relative w-8 cursor-ns-resize touch-none"
      title="Drag; with Shift finely. Double-click for the default."
      onPointerDown={begin}
      onDoubleClick={() => onChange(parameter.default)}
      onKeyDown={(event) => {
        const sign = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[event.key];
        if (sign === undefined || event.altKey) return;
        event.preventDefault();
        event.stopPropagation();
        onChange(settled(parameter, value + sign * step * (event.shiftKey ? 0.1 : 1)));
      }}
    >
      {Array.from({ length: 11 }, (_, i) => (
        <span
          key={i}
          className="absolute left-0 h-px bg-rule"
          style={{ bottom: `${i * 10}%`, width: i % 5 === 0 ? 10 : 6 }}
        />
      ))}
      <span className="absolute inset-y-0 left-2.5 w-px bg-rule" />
      <span className="absolute left-0 h-px w-3.5 bg-second" style={{ bottom: `${zero * 100}%` }} />
      <span
        className={`absolute left-[9px] w-[3px] ${live ? 'bg-lamp' : 'bg-text'}`}
        style={{ bottom: `${Math.min(zero, share) * 100}%`, height: `${Math.abs(share - zero) * 100}%` }}
      />
      <svg
        className={`absolute left-3 h-3 w-6 translate-y-1/2 ${live ? 'text-lamp' : 'text-text'}`}
        style={{ bottom: `${share * 100}%` }}
        viewBox="0 0 24 12"
        aria-hidden
      >
        <path d="M0 6 6 0h18v12H6z" fill="currentColor" />
      </svg>
    </div>
  );
}
