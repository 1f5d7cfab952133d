import type { NumberParameter } from '../../../core/document/parameters';
import { MoveBlock } from '../../widgets/move-block';
import { MoveLine } from '../../widgets/move-line';
import { useMoved, type NumberRef } from '../../widgets/movable';
import { NumberRow } from '../../widgets/number-field';

/**
 * A fraction of something that can be keyed and automated; `isWritten` is false where the scene takes it for granted.
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
  /** Of a fraction, which is shown in per cent. */
  parameter: NumberParameter;
  isWritten: boolean;
  onChange: (share: number) => void;
}) {
  const moved = useMoved(of);
  return (
    <>
      <div className="relative">
        <NumberRow
          label={label}
          value={Math.round(((moved.value as number | undefined) ?? share) * 1000) / 1000}
          parameter={parameter}
          onChange={(moved.set as ((value: number) => void) | undefined) ?? onChange}
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
