import { useDeferredValue } from 'react';
import {
  boundsParameters,
  cameraParameters,
  outputParameters,
  sceneParameters,
  timeParameters,
  wholeParameters,
  workParameters,
} from '../../core/scene/descriptions';
import type { NumberParameter } from '../../core/describe/parameters';
import { usePlayer } from '../stage/player-store';
import { useMoved } from '../parts/movable';
import { ParameterRow, ParameterRows } from '../parts/parameter-row';
import { setIfKeyed } from '../store/movement';
import { editScene, useScene, useSceneOf } from '../store/scene-store';
import { useSelection } from '../store/selection-store';
import { useStage } from '../stage/stage';
import { placeAtShot } from '../view/place-at-shot';
import { CarrierInspector } from './carrier-inspector';
import { ColliderInspector } from './collider-inspector';
import { DialSection } from './dial-section';
import { EmitterInspector } from './emitter-inspector';
import { FieldInspector } from './field-inspector';
import { GroupInspector } from './group-inspector';
import { PlaceSection } from './place-section';
import { Section } from './section';
import { ZoneInspector } from './zone-inspector';

type Draftable = Record<string, unknown>;

/** Turns all before the playhead into pre-roll. The run itself stays as it is. */
function startShotHere(): void {
  const { frame } = usePlayer.getState();
  editScene(({ time }) => {
    time.preRoll += frame - time.first;
    time.first = frame;
  });
}

/** A change of one time number that keeps the last frame from coming before the first. */
function setTime(name: string, value: unknown): void {
  editScene((scene) => {
    const { fps } = scene.time;
    (scene.time as Draftable)[name] = value;
    // What is stated a frame stays what it is a second.
    if (name === 'fps')
      for (const { amounts } of scene.emitters)
        for (const amount of amounts as Draftable[])
          if (amount['per'] === 'frame')
            for (const n of ['rate', 'variance']) amount[n] = ((amount[n] as number) * fps) / (value as number);
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
        of={{ sort: 'camera', id: '', prefix: '' }}
        onChange={(name, value) => editScene((s) => void ((s.camera as Draftable)[name] = value))}
      />
      <div className="mt-3 flex gap-2">
        <button className="line-button" onClick={() => stage.rig?.lookThroughShot(scene, usePlayer.getState().frame)}>
          Look through it
        </button>
        <button className="line-button" onClick={() => stage.rig && placeAtShot(stage.rig)}>
          Make this view the shot
        </button>
      </div>
    </Section>
  );
}

/** How large the scene seems by how fast it goes: speeds of what falls and swings grow with the root of its length. */
const APPARENT: NumberParameter = {
  type: 'number',
  label: 'Apparent size',
  unit: '×',
  default: 1,
  min: 0.0001,
  max: 10000,
  usual: [0.1, 10],
  help: 'The same set-up made to read as small and hasty, or as large and slow: speeds go with the root of the length, so the time scale is one over the root of this.',
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
  if (scale === 0 || moved.drives.length > 0) return null;
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

const counted = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;

function SceneInspector() {
  const scene = useScene();
  return (
    <>
      <Section title="Scene" aside={`${counted(scene.emitters.length, 'emitter')}, ${counted(scene.fields.length, 'field')}`}>
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
        <ParameterRows description={timeParameters} values={scene.time} of={{ sort: 'time', id: '', prefix: '' }} onChange={setTime} />
        <ApparentSize />
        <button
          className="line-button mt-2"
          title="What comes before the playhead becomes pre-roll: the run is the same, and the shot begins here"
          onClick={startShotHere}
        >
          Start the shot here
        </button>
      </Section>
      <Section title="Scene box">
        <ParameterRows
          description={boundsParameters}
          values={scene.bounds}
          of={{ sort: 'bounds', id: '', prefix: '' }}
          onChange={(name, value) =>
            editScene((s) => {
              // A box without width holds nothing: each side stays above 0.
              (s.bounds as Draftable)[name] = name === 'size' ? (value as number[]).map((n) => Math.max(0.01, n)) : value;
            })
          }
        />
      </Section>
      <Section title="While you work" aside="never in a file">
        <ParameterRows
          description={workParameters}
          values={scene.work}
          onChange={(name, value) => editScene((s) => void ((s.work as Draftable)[name] = value))}
        />
      </Section>
      <DialSection />
      <PlaceSection
        owner={{ type: 'whole' }}
        title="The whole result"
        scale={{ label: 'Scale', help: 'Size of all that is drawn. What is simulated stays in metres of the scene.' }}
      >
        <ParameterRows
          description={wholeParameters}
          values={scene.whole as never}
          onChange={(name, value) => editScene((s) => void ((s.whole as unknown as Draftable)[name] = value))}
        />
      </PlaceSection>
    </>
  );
}

/** The numbers of the selected thing. */
export function Inspector() {
  const scene = useScene();
  // Another thing's numbers are many rows: they are drawn in slices of time, while a drag that began goes on.
  const wanted = useSelection((state) => state.selection);
  const selection = useDeferredValue(wanted);
  const field = selection.type === 'field' ? scene.fields.find((f) => f.id === selection.id) : undefined;
  const group = selection.type === 'group' ? scene.groups.find((g) => g.id === selection.id) : undefined;
  const emitter = selection.type === 'emitter' ? scene.emitters.find((e) => e.id === selection.id) : undefined;
  const collider = selection.type === 'collider' ? scene.colliders.find((c) => c.id === selection.id) : undefined;
  const zone = selection.type === 'zone' ? scene.zones.find((z) => z.id === selection.id) : undefined;
  const carrier = selection.type === 'carrier' ? scene.carriers.find((c) => c.id === selection.id) : undefined;
  return (
    // Until they are drawn nothing can be typed: it would go to the thing that was selected before.
    <aside className="h-full overflow-y-auto bg-panel" aria-label="Inspector" inert={wanted !== selection}>
      {field ? (
        <FieldInspector key={field.id} field={field} />
      ) : group ? (
        <GroupInspector key={group.id} group={group} />
      ) : emitter ? (
        <EmitterInspector key={emitter.id} emitter={emitter} />
      ) : collider ? (
        <ColliderInspector key={collider.id} collider={collider} />
      ) : carrier ? (
        <CarrierInspector key={carrier.id} carrier={carrier} />
      ) : zone ? (
        <ZoneInspector key={zone.id} zone={zone} />
      ) : selection.type === 'camera' ? (
        <CameraInspector />
      ) : (
        <SceneInspector />
      )}
    </aside>
  );
}
