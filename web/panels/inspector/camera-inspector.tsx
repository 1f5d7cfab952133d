import { cameraParameters } from '../../../core/document/descriptions';
import type { NumberParameter } from '../../../core/document/parameters';
import { usePlayer } from '../../state/player-store';
import { useMoved } from '../../widgets/movable';
import { ParameterRow } from '../../widgets/parameter-row';
import { ParameterRows } from '../../widgets/parameter-rows';
import { setIfKeyed } from '../../state/movement';
import { editScene, useScene, useSceneOf } from '../../state/scene-store';
import { useStage } from '../../simulation/stage';
import { placeAtShot } from '../../view/camera/place-at-shot';
import { focalLength, verticalAngle } from '../../../core/lib/camera/lens';
import { CameraFiles } from './camera-files';
import { Section } from './section';

/** The focal length that sees the vertical angle on the sensor. */
const FOCAL: NumberParameter = {
  type: 'number',
  label: 'Focal length',
  unit: 'mm',
  default: 38,
  min: 0.1,
  max: 5000,
  usual: [10, 200],
  help: 'Longer lenses have a narrower angle of view. It follows from the sensor height and the angle of view.',
};

function FocalLength() {
  const angle = { sort: 'camera', id: '', path: 'angle' } as const;
  const sensorOf = { sort: 'camera', id: '', path: 'sensor' } as const;
  const [moved, sensorMoved] = [useMoved(angle), useMoved(sensorOf)];
  const camera = useSceneOf((scene) => scene.camera);
  const sensor = (sensorMoved.value as number | undefined) ?? camera.sensor;
  const now = (moved.value as number | undefined) ?? camera.angle;
  const set = (focal: number) => {
    const next = Math.min(150, Math.max(1, Number(verticalAngle(focal, sensor).toPrecision(6))));
    if (!setIfKeyed(angle, 'angle', next)) editScene((s) => void (s.camera.angle = next));
  };
  if (moved.automations.length > 0 || camera.projection === 'flat') return null;
  return (
    <ParameterRow
      parameter={FOCAL}
      value={Number(focalLength(now, sensor).toPrecision(4))}
      values={{}}
      unit={undefined}
      onChange={(value) => set(value as number)}
      onOther={() => undefined}
    />
  );
}

/** The shot camera. */
export function CameraInspector() {
  const scene = useScene();
  const stage = useStage();
  return (
    <Section title="Shot camera" page="topic/camera" fixed>
      <ParameterRows
        description={cameraParameters}
        values={scene.camera}
        of={{ sort: 'camera', id: '', prefix: '' }}
        onChange={(name, value) => editScene((s) => void Object.assign(s.camera, { [name]: value }))}
      />
      <FocalLength />
      <div className="mt-3 flex gap-2">
        <button className="line-button" onClick={() => stage.rig?.lookThroughShot(scene, usePlayer.getState().frame)}>
          Look through it
        </button>
        <button className="line-button" onClick={() => stage.rig && placeAtShot(stage.rig)}>
          Make this view the shot
        </button>
      </div>
      <CameraFiles />
    </Section>
  );
}
