import type { Reason } from '../../../core/measure/reason';
import { useStage } from '../../simulation/stage';
import { changeScene } from '../../state/scene-store';

/** Why a thing does nothing, in words, with the button that mends it. */
export function ReasonNote({ reason, lead }: { reason: Reason | undefined; lead: string }) {
  const { transport } = useStage();
  if (!reason) return null;
  const { words, mend, goTo } = reason;
  return (
    <p role="status" className="py-1 text-signal">
      {lead}: {words}.
      {(mend || goTo !== undefined) && (
        <button
          className="ml-2 rounded-sm border border-signal px-1.5 py-0.5 text-xs hover:bg-signal hover:text-surround"
          onClick={() => (mend ? changeScene(mend.change) : transport.seek(goTo!))}
        >
          {mend ? mend.label : `Go to frame ${goTo}`}
        </button>
      )}
    </p>
  );
}
