import type { NumberParameter } from '../../../core/document/parameters';
import { shownParameter, shownScale } from '../../../core/document/shown-number';
import { followDrag } from '../../widgets/drag';
import { settled, stepOf } from '../../widgets/number-field';
import { shownNumber } from '../../widgets/sum';

/** A small lying fader for a number that is balanced against the strength. */
export function Balance({
  of,
  parameter,
  value,
  onChange,
}: {
  /** The name of the thing that it belongs to. */
  of: string;
  parameter: NumberParameter;
  value: number;
  onChange: (value: number) => void;
}) {
  const [low, high] = parameter.usual;
  const at = (v: number) => 100 * Math.min(1, Math.max(0, (v - low) / (high - low)));
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={`${parameter.label} of ${of}`}
      aria-valuemin={low}
      aria-valuemax={high}
      aria-valuenow={value}
      className="relative flex h-5 shrink-0 cursor-ew-resize touch-none items-center justify-between gap-1 pb-1.5 text-xs leading-none text-second"
      title={parameter.help}
      onDoubleClick={() => onChange(parameter.default)}
      onPointerDown={(event) => {
        const { width } = event.currentTarget.getBoundingClientRect();
        followDrag(event, ({ dx, fine }) =>
          onChange(settled(parameter, value + ((dx * 2) / width) * (high - low) * (fine ? 0.1 : 1))),
        );
      }}
      onKeyDown={(event) => {
        const sign = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
        if (sign === undefined || event.altKey) return;
        event.preventDefault();
        event.stopPropagation();
        onChange(settled(parameter, value + sign * stepOf(parameter) * (event.shiftKey ? 0.1 : 1)));
      }}
    >
      <span className="min-w-0 truncate">{parameter.label.toLowerCase()}</span>
      <span className="num shrink-0">
        {shownNumber(value * shownScale(parameter))}
        {shownParameter(parameter).unit === '%' && ' %'}
      </span>
      <span className="absolute inset-x-0 bottom-0 h-1.5">
        <span className="absolute inset-x-0 top-1/2 h-px bg-rule" />
        <span className="absolute h-1.5 w-px bg-faint" style={{ left: `${at(0)}%` }} />
        <span className="absolute top-0 h-1.5 w-1 -translate-x-1/2 bg-text" style={{ left: `${at(value)}%` }} />
      </span>
    </div>
  );
}
