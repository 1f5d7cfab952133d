import type { NumberParameter } from '../../../core/document/parameters';
import { MoveBlock } from '../../widgets/move-block';
import { MoveLine } from '../../widgets/move-line';
import { useMoved, type NumberRef } from '../../widgets/movable';
import { NumberRow } from '../../widgets/number-field';

/**
 * A share of something, shown in per cent, that can be keyed and driven; `isWritten` is false where the scene takes it
 * for granted.
 */
export function ShareRow({
  of,
  label,
  share,
  parameter,
  isWritten,
  onChange,
}: {
  of: NumberRef;
  label: string;
  share: number;
  /** In shares. */
  parameter: NumberParameter;
  isWritten: boolean;
  onChange: (share: number) => void;
}) {
  const moved = useMoved(of);
  const { usual, min = 0, max = 2 } = parameter;
  const percent = {
    ...parameter,
    unit: '%',
    default: 100,
    min: 100 * min,
    max: 100 * max,
    usual: [100 * usual[0], 100 * usual[1]],
  } as const;
  return (
    <>
      <div className="relative">
        <NumberRow
          label={label}
          value={Math.round(((moved.value as number | undefined) ?? share) * 1000) / 10}
          parameter={percent}
          onChange={(value) => ((moved.set as ((value: number) => void) | undefined) ?? onChange)(value / 100)}
        />
        <MoveLine
          of={of}
          label={label}
          parameter={parameter}
          moved={moved}
          unnamed={isWritten ? undefined : () => onChange(share)}
        />
      </div>
      <MoveBlock of={of} label={label} unit="" fraction moved={moved} />
    </>
  );
}
