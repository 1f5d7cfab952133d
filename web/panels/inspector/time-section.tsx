import { useMemo } from 'react';
import { timeParameters } from '../../../core/document/descriptions';
import type { NumberParameter } from '../../../core/document/parameters';
import { useMoved } from '../../widgets/movable';
import { ParameterRow } from '../../widgets/parameter-row';
import { ParameterRows } from '../../widgets/parameter-rows';
import { setIfKeyed } from '../../state/movement';
import { changeScene, useScene, useSceneOf } from '../../state/scene-store';
import { useStage } from '../../simulation/stage';
import { whyOpen } from '../../../core/measure/diagnose-loop';
import { useAssets } from '../../simulation/scene-assets';
import { isChanged } from './changed';
import { Section } from './section';
import { setTime, startShotHere } from './time-edit';

/** How large the scene seems by how fast it goes: speeds of what falls and swings grow with the root of its length. */
const APPARENT: NumberParameter = {
  type: 'number',
  label: 'Apparent size',
  unit: '×',
  default: 1,
  min: 0.0001,
  max: 10000,
  usual: [0.1, 10],
  help: 'Makes the scene read as larger and slower, or as smaller and faster. The time scale becomes 1/√size, as speeds grow with the square root of length.',
};

function ApparentSize() {
  const time = { sort: 'time', id: '', path: 'scale' } as const;
  const moved = useMoved(time);
  const plain = useSceneOf((scene) => scene.time.scale);
  const scale = (moved.value as number | undefined) ?? plain;
  const set = (size: number) => {
    const next = Number((1 / Math.sqrt(size)).toPrecision(6));
    if (!setIfKeyed(time, 'scale', next)) setTime('scale', next);
  };
  if (scale === 0 || moved.automations.length > 0) return null;
  return (
    <ParameterRow
      parameter={APPARENT}
      value={Number((1 / (scale * scale)).toPrecision(4))}
      values={{}}
      unit={undefined}
      onChange={(value) => set(value as number)}
      onOther={() => undefined}
    />
  );
}

/** What keeps a scene that loops from coming back without a seam. */
function Seams() {
  const { transport } = useStage();
  const scene = useScene();
  const { assets } = useAssets();
  const reasons = useMemo(() => whyOpen(scene, assets), [scene, assets]);
  if (scene.time.loop === 0) return null;
  if (reasons.length === 0)
    return (
      <p role="status" className="py-1 text-second">
        It loops seamlessly: after {scene.time.loop} frames it is the same again.
      </p>
    );
  return (
    <div role="status" aria-label="The loop’s seams" className="py-1">
      <p className="text-second">The loop has a seam:</p>
      <ul className="list-disc pl-4">
        {reasons.map(({ words, fix, goTo }) => (
          <li key={words} className="py-0.5">
            {words}
            {(fix ?? goTo) !== undefined && (
              <button
                className="line-button ml-2 py-0"
                onClick={() => (fix ? changeScene(fix.change) : transport.seek(goTo!))}
              >
                {fix ? fix.label : `Go to frame ${goTo}`}
              </button>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Frames and seconds, the scene’s own time, and its loop. */
export function TimeSection() {
  const time = useSceneOf((scene) => scene.time);
  return (
    <Section title="Time" page="topic/time" changed={isChanged(timeParameters, time)}>
      <ParameterRows
        description={{
          ...timeParameters,
          first: { ...timeParameters.first, max: time.last },
          last: { ...timeParameters.last, min: time.first },
        }}
        values={time}
        of={{ sort: 'time', id: '', prefix: '' }}
        onChange={setTime}
      />
      <ApparentSize />
      <Seams />
      <button
        className="line-button mt-2"
        title="Frames before the playhead become pre-roll: the run stays the same, and the shot begins here"
        onClick={startShotHere}
      >
        Start the shot here
      </button>
    </Section>
  );
}
