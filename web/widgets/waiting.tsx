import type { Parameter } from '../../core/document/parameters';

/** Settings that a number keeps from having an effect: they would not be found otherwise. */
export function Waiting({ parameter, labels, at }: { parameter: Parameter; labels: readonly string[]; at: unknown }) {
  if (labels.length === 0) return null;
  const percent = parameter.type === 'number' && parameter.fraction === true;
  return (
    <p className="border-b border-rule/60 pb-1 text-xs text-second">
      Not used at {percent ? `${100 * Number(at)} %` : String(at)}: {labels.join(', ')}.
    </p>
  );
}
