import { useDeferredValue } from 'react';
import { cameraParameters, outputParameters, sceneParameters, timeParameters } from '../../core/scene/descriptions';
import { ParameterRows } from '../parts/parameter-row';
import { editScene, useScene } from '../store/scene-store';
import { useSelection } from '../store/selection-store';
import { useStage } from '../stage/stage';
import { placeAtShot } from '../view/place-at-shot';
import { EmitterInspector } from './emitter-inspector';
import { FieldInspector } from './field-inspector';
import { Section } from './section';

type Draftable = Record<string, unknown>;

/** A change of one time number that keeps the last frame from coming before the first. */
function setTime(name: string, value: unknown): void {
  editScene((scene) => {
    (scene.time as Draftable)[name] = value;
    if (scene.time.last < scene.time.first) scene.time[name === 'last' ? 'first' : 'last'] = value as number;
  });
}

function CameraInspector() {
  const scene = useScene();
  const stage = useStage();
  return (
    <Section title="Shot camera">
      <ParameterRows
        description={cameraParameters}
        values={scene.camera}
        onChange={(name, value) => editScene((s) => void ((s.camera as Draftable)[name] = value))}
      />
      <div className="mt-3 flex gap-2">
        <button className="line-button" onClick={() => stage.rig?.lookThroughShot(scene)}>
          Look through it
        </button>
        <button className="line-button" onClick={() => stage.rig && placeAtShot(stage.rig)}>
          Make this view the shot
        </button>
      </div>
    </Section>
  );
}

function SceneInspector() {
  const scene = useScene();
  return (
    <>
      <Section title="Scene" aside={`${scene.emitters.length} emitters, ${scene.fields.length} fields`}>
        <ParameterRows
          description={sceneParameters}
          values={{ seed: scene.seed, draftShare: scene.draftShare }}
          onChange={(name, value) => editScene((s) => void ((s as Draftable)[name] = value))}
        />
        <ParameterRows
          description={{ background: outputParameters.background }}
          values={scene.output}
          onChange={(_, value) => editScene((s) => void (s.output.background = value as string))}
        />
      </Section>
      <Section title="Time">
        <ParameterRows description={timeParameters} values={scene.time} onChange={setTime} />
      </Section>
    </>
  );
}

/** The numbers of the selected thing. */
export function Inspector() {
  const scene = useScene();
  // Another thing's numbers are many rows: they are drawn in slices of time, while a drag that began goes on.
  const selection = useDeferredValue(useSelection((state) => state.selection));
  const field = selection.type === 'field' ? scene.fields.find((f) => f.id === selection.id) : undefined;
  const emitter = selection.type === 'emitter' ? scene.emitters.find((e) => e.id === selection.id) : undefined;
  return (
    <aside className="h-full overflow-y-auto bg-panel" aria-label="Inspector">
      {field ? (
        <FieldInspector key={field.id} field={field} />
      ) : emitter ? (
        <EmitterInspector key={emitter.id} emitter={emitter} />
      ) : selection.type === 'camera' ? (
        <CameraInspector />
      ) : (
        <SceneInspector />
      )}
    </aside>
  );
}
