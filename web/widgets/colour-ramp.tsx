import { useRef, useState } from 'react';
import { MOST_STOPS } from '../../core/document/check-values';
import type { ColourRampParameter, ColourStop } from '../../core/document/parameters';
import { RampMenu } from './ramp-menu';
import { ColourWell } from './colour-row';
import { followDrag } from './drag';

const inOrder = (stops: readonly ColourStop[]) => [...stops].toSorted((a, b) => a.at - b.at);

/** Stops on a bar: click the bar to add one, drag to move, Delete to remove. */
export function ColourRampRow({
  parameter,
  value,
  mixing,
  onChange,
}: {
  parameter: ColourRampParameter;
  value: readonly ColourStop[];
  /** How the colours between its stops come about. */
  mixing: unknown;
  onChange: (value: readonly ColourStop[]) => void;
}) {
  const bar = useRef<HTMLDivElement>(null);
  const [picked, setPicked] = useState(0);
  const index = Math.min(picked, value.length - 1);
  const stop = value[index]!;
  const placeOf = (clientX: number) => {
    const { left, width } = bar.current!.getBoundingClientRect();
    return Math.round(Math.min(1, Math.max(0, (clientX - left) / width)) * 100) / 100;
  };
  const change = (next: ColourStop) => onChange(value.map((s, i) => (i === index ? next : s)));
  const remove = () => value.length > 1 && onChange(value.filter((_, i) => i !== index));
  const move = (i: number, at: number) => {
    // Neighbours are not overtaken, so that a stop keeps its place in the row while it is dragged.
    const low = value[i - 1]?.at ?? 0;
    const high = value[i + 1]?.at ?? 1;
    onChange(value.map((s, j) => (j === i ? { ...s, at: Math.min(high, Math.max(low, at)) } : s)));
  };
  return (
    <div className="border-b border-rule/60 py-1.5" title={parameter.help}>
      <div className="mb-1 flex items-baseline justify-between">
        <span className="text-second">{parameter.label}</span>
        <ColourWell
          label={`Stop at ${stop.at}`}
          value={stop.colour}
          onChange={(colour) => change({ ...stop, colour })}
        />
      </div>
      <div
        ref={bar}
        className="relative h-4 touch-none"
        style={{
          background: `linear-gradient(in ${mixing === 'perceptual' ? 'oklab' : 'srgb-linear'} 90deg, ${value.map((s) => `${s.colour} ${s.at * 100}%`).join(', ')}${value.length === 1 ? `, ${value[0]!.colour}` : ''})`,
        }}
        onPointerDown={(event) => {
          if (value.length >= MOST_STOPS || event.target !== bar.current) return;
          const at = placeOf(event.clientX);
          const near = value.reduce((best, s) => (Math.abs(s.at - at) < Math.abs(best.at - at) ? s : best));
          const next = inOrder([...value, { at, colour: near.colour }]);
          onChange(next);
          setPicked(next.findIndex((s) => s.at === at && s.colour === near.colour));
        }}
      >
        {value.map((s, i) => (
          <button
            key={i}
            className={`absolute top-full h-3 w-2.5 -translate-x-1/2 touch-none border ${i === index ? 'border-lamp' : 'border-second'}`}
            style={{ left: `${s.at * 100}%`, background: s.colour }}
            aria-label={`${parameter.label}, stop at ${s.at}`}
            aria-pressed={i === index}
            onFocus={() => setPicked(i)}
            onPointerDown={(event) => {
              setPicked(i);
              followDrag(event, ({ clientX }) => move(i, placeOf(clientX)));
            }}
            onKeyDown={(event) => {
              if (event.key === 'Delete' || event.key === 'Backspace') remove();
              else if (event.key === 'ArrowLeft' || event.key === 'ArrowRight')
                move(i, s.at + (event.key === 'ArrowLeft' ? -0.01 : 0.01));
              else return;
              event.preventDefault();
              event.stopPropagation();
            }}
          />
        ))}
      </div>
      <div className="num mt-4 flex justify-between text-faint">
        <span>{parameter.ends?.[0] ?? 'birth'}</span>
        <span>{parameter.ends?.[1] ?? 'death'}</span>
      </div>
      <div className="flex justify-between text-xs text-second">
        <button
          className="hover:text-text"
          onClick={() => onChange(inOrder(value.map((s) => ({ ...s, at: 1 - s.at }))))}
        >
          reverse
        </button>
        <button className="hover:text-text disabled:opacity-40" disabled={value.length < 2} onClick={remove}>
          remove stop
        </button>
        <RampMenu onPick={onChange} />
      </div>
    </div>
  );
}
