import { useId, useState } from 'react';
import { allowedNumber, fits } from '../../core/document/check-values';
import type { NumberParameter } from '../../core/document/parameters';
import { shownParameter, shownScale } from '../../core/document/shown-number';
import { useSceneStore } from '../state/scene-store';
import { followDrag } from './drag';
import { quantityOf } from './quantity';
import { shownNumber } from './sum';

/** A step of a number: a hundredth of its usual span, to one digit. */
export function stepOf({ usual, whole }: NumberParameter): number {
  const step = 10 ** Math.floor(Math.log10((usual[1] - usual[0]) / 50));
  return whole ? Math.max(1, step) : step;
}

/** A value brought to a multiple of a fine step and into what is possible. */
export function settled(parameter: NumberParameter, value: number): number {
  const grain = stepOf(parameter) / 10;
  const rounded = parameter.whole ? Math.round(value) : Number((Math.round(value / grain) * grain).toPrecision(10));
  const least = parameter.above ? (parameter.min ?? 0) + grain : parameter.min;
  return Math.min(parameter.max ?? Infinity, Math.max(least ?? -Infinity, rounded));
}

interface Props {
  readonly label: string;
  readonly value: number;
  readonly parameter: NumberParameter;
  /** In place of the parameter's own unit. */
  readonly unit?: string | undefined;
  readonly big?: boolean;
  onChange(value: number): void;
}

/** A number, its parameter and its way back, as they are shown: fractions in per cent. */
function inShown<P extends Pick<Props, 'value' | 'parameter' | 'onChange'>>(props: P): P {
  const scale = shownScale(props.parameter);
  if (scale === 1) return props;
  const clean = (n: number) => Number(n.toPrecision(12));
  return {
    ...props,
    value: clean(props.value * scale),
    parameter: shownParameter(props.parameter),
    onChange: (value: number) => props.onChange(clean(value / scale)),
  };
}

/**
 * The text box of a number: takes sums and other units, flags the unusual, and refuses the impossible in words; refused
 * text stays until it is corrected.
 */
export function NumberBox(props: Props) {
  const { label, value, parameter, unit, big = false, onChange } = inShown(props);
  const [typed, setTyped] = useState<string>();
  const [refusal, setRefusal] = useState<{ readonly words: string; readonly at: number }>();
  // A value that comes from elsewhere, such as undo, replaces refused text.
  const refused = refusal?.at === value ? refusal.words : undefined;
  const text = refusal && refused === undefined ? undefined : typed;
  const id = useId();
  const unusual = value < parameter.usual[0] || value > parameter.usual[1];

  const forget = () => {
    setTyped(undefined);
    setRefusal(undefined);
  };

  function take(entered: string): boolean {
    const { scene } = useSceneStore.getState();
    const next = quantityOf(entered, unit || parameter.unit, scene?.time.fps ?? 24);
    if (!fits(parameter, next)) {
      const name = label.replace(/ as a number$/, '');
      setRefusal({ words: `${name} is “${entered}”. Use ${allowedNumber(parameter)}.`, at: value });
      return false;
    }
    forget();
    if (next !== value) onChange(next);
    return true;
  }

  return (
    <span className="relative inline-flex items-baseline gap-1">
      <input
        aria-label={label}
        aria-invalid={refused !== undefined}
        aria-describedby={refused === undefined ? undefined : id}
        data-settled={text === undefined ? '' : undefined}
        className={`w-full min-w-0 rounded-sm bg-transparent text-right hover:bg-raised focus:bg-raised ${big ? 'font-mono text-[14px] tracking-tighter' : 'num'} ${refused ? 'text-signal' : unusual ? 'underline decoration-lamp decoration-dotted underline-offset-4' : ''}`}
        title={unusual ? `Outside the usual ${parameter.usual[0]} to ${parameter.usual[1]}` : undefined}
        value={text ?? shownNumber(value)}
        onFocus={(event) => event.currentTarget.select()}
        onChange={(event) => {
          setRefusal(undefined);
          setTyped(event.currentTarget.value);
        }}
        onBlur={() => {
          if (text?.trim() === '') forget();
          else if (text !== undefined) take(text);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            if (text === undefined || take(text)) event.currentTarget.select();
          } else if (event.key === 'Escape') {
            forget();
          } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
            event.preventDefault();
            const by =
              stepOf(parameter) * (event.key === 'ArrowUp' ? 1 : -1) * (event.shiftKey ? 0.1 : event.altKey ? 10 : 1);
            forget();
            onChange(settled(parameter, value + (parameter.whole ? Math.sign(by) * Math.max(1, Math.abs(by)) : by)));
          }
        }}
      />
      {(unit ?? parameter.unit) && <span className="num w-9 shrink-0 text-faint">{unit ?? parameter.unit}</span>}
      {refused && (
        <span
          id={id}
          role="alert"
          className="absolute top-full right-0 z-20 w-56 border border-signal bg-panel p-1.5 text-xs text-signal"
        >
          {refused}
        </span>
      )}
    </span>
  );
}

/** Label, value, unit. The label is dragged to change the value, double-clicked for the default. */
export function NumberRow(props: Props) {
  const { label, value, parameter, onChange } = inShown(props);
  return (
    <div className="grid grid-cols-[1fr_8.5rem] items-baseline border-b border-rule/60 py-1">
      <span
        className="cursor-ew-resize truncate pr-2 text-second select-none hover:text-text"
        title={`${parameter.help} Drag to change, double-click for ${shownNumber(parameter.default)}.`}
        onDoubleClick={() => onChange(parameter.default)}
        onPointerDown={(event) =>
          followDrag(event, ({ dx, fine }) =>
            onChange(settled(parameter, value + dx * stepOf(parameter) * (fine ? 0.05 : 0.5))),
          )
        }
      >
        {label}
      </span>
      <NumberBox {...props} />
    </div>
  );
}
