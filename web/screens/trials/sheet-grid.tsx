import { Bookmark } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { MEASURES, type Measure } from '../../../core/measure/trials/trial';
import { shown } from '../../widgets/charts/chart-data';
import { CellPicture } from './cell-picture';
import { mark, setTrials, useTrials, valuesText, type Sheet, type Trial } from './trials-store';

export const unitOf = (measure: Measure): string => (measure === 'difference' ? 'm' : MEASURES[measure].unit);
export const labelOf = (measure: Measure): string =>
  measure === 'difference' ? 'difference from the current' : MEASURES[measure].label;

/** Trials in their rows and columns; or one after another, where they are ordered by a measure. */
function placed(sheet: Sheet, order: Measure | undefined): { trial: Trial; index: number }[] {
  const all = sheet.trials.map((trial, index) => ({ trial, index }));
  if (!order) return all;
  const of = ({ trial }: { trial: Trial }) => {
    const value = trial.measured?.[order];
    return value === undefined || Number.isNaN(value) ? -Infinity : value;
  };
  return all.toSorted((a, b) => of(b) - of(a));
}

function words(sheet: Sheet, trial: Trial): string {
  return valuesText(sheet, trial)
    .map((value, i) => `${sheet.variables[i]!.thing}, ${sheet.variables[i]!.label} ${value}`)
    .join('; ');
}

/** The trial under the pointer, large. */
function Enlarged({ sheet, trial, above }: { sheet: Sheet; trial: Trial; above: boolean }) {
  return (
    <div
      className={`pointer-events-none absolute right-3 z-10 ${above ? 'top-3' : 'bottom-3'}  border border-lamp bg-panel p-1`}
      aria-hidden
    >
      <CellPicture sheet={sheet} trial={trial} width={420} />
      <p className="num px-1 pt-1">{words(sheet, trial)}</p>
    </div>
  );
}

/** The contact sheet. */
export function SheetGrid({ sheet }: { sheet: Sheet }) {
  const chosen = useTrials((state) => state.chosen);
  const order = useTrials((state) => state.order);
  const [over, setOver] = useState<number>();
  // It is shown where the trial itself is not.
  const [low, setLow] = useState(false);
  const [width, setWidth] = useState(800);
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const sizes = new ResizeObserver(([entry]) => setWidth(entry!.contentRect.width));
    sizes.observe(box.current!);
    return () => sizes.disconnect();
  }, []);
  const columns = order ? Math.min(8, Math.ceil(Math.sqrt(sheet.trials.length))) : sheet.variations[0]!.values.length;
  const cell = Math.floor(Math.min(320, (width - 12 * columns) / columns));
  const hovered = over === undefined ? undefined : sheet.trials[over];
  return (
    <div className="relative min-h-0 flex-1">
      <div ref={box} className="h-full overflow-y-auto p-3">
        <div
          role="listbox"
          aria-label="Sheet of trials"
          className="grid w-max gap-x-2 gap-y-1"
          style={{ gridTemplateColumns: `repeat(${columns}, ${cell}px)` }}
        >
          {placed(sheet, order).map(({ trial, index }) => (
            <div
              key={index}
              role="option"
              tabIndex={0}
              aria-selected={chosen === index}
              aria-label={`${words(sheet, trial)}${trial.marked ? ', marked' : ''}`}
              className={`relative border ${chosen === index ? 'border-lamp' : 'border-rule hover:border-second'}`}
              onPointerEnter={(event) => {
                const [own, all] = [event.currentTarget.getBoundingClientRect(), box.current!.getBoundingClientRect()];
                setLow(own.top + own.height / 2 > all.top + all.height / 2);
                setOver(index);
              }}
              onPointerLeave={() => setOver(undefined)}
              onClick={() => setTrials({ chosen: index })}
              onKeyDown={(event) => {
                if (event.key === 'Enter' || event.key === ' ') setTrials({ chosen: index });
                else if (event.key === 'm') mark(index);
                else return;
                event.preventDefault();
                event.stopPropagation();
              }}
            >
              {trial.shots.length > 0 ? (
                <CellPicture sheet={sheet} trial={trial} width={cell - 2} />
              ) : (
                <div
                  className="night grid place-content-center bg-surround p-1 text-xs text-faint"
                  style={{ height: (cell * 9) / 16 }}
                >
                  {trial.refused === undefined ? (
                    '…'
                  ) : (
                    <span className="line-clamp-3 text-signal">{trial.refused}</span>
                  )}
                </div>
              )}
              <p className="num flex justify-between gap-1 truncate px-1" style={{ fontSize: cell < 120 ? 9 : 11 }}>
                <span className="truncate">{valuesText(sheet, trial).join(' · ')}</span>
                {order && trial.measured && <span className="text-second">{shown(trial.measured[order])}</span>}
              </p>
              {trial.marked && <Bookmark size={13} className="absolute top-1 right-1 fill-lamp text-lamp" />}
            </div>
          ))}
        </div>
      </div>
      {hovered && hovered.shots.length > 0 && <Enlarged sheet={sheet} trial={hovered} above={low} />}
    </div>
  );
}
