import type { Diagnosis } from '../../../core/measure/diagnosis';
import { useStage } from '../../simulation/stage';
import { changeScene } from '../../state/scene-store';

/** Why a thing does nothing, in words, with the button that mends it. */
export function DiagnosisNote({ reason, lead }: { reason: Diagnosis | undefined; lead: string }) {
  const { transport } = useStage();
  if (!reason) return null;
  const { words, fix, goTo } = reason;
  return (
    <p role="status" className="py-1 text-signal">
      {lead}: {words}.
      {(fix || goTo !== undefined) && (
        <button
          className="ml-2 rounded-sm border border-signal px-1.5 py-0.5 text-xs hover:bg-signal hover:text-surround"
          onClick={() => (fix ? changeScene(fix.change) : transport.seek(goTo!))}
        >
          {fix ? fix.label : `Go to frame ${goTo}`}
        </button>
      )}
    </p>
  );
}
