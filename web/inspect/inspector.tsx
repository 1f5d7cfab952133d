import { useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
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
import type { Moving } from '../../core/scene/document';
import { isByShot, withThings } from '../../core/scene/numbers';
import { sceneFrame } from '../stage/scene-clock';
import { usePlayer } from '../stage/player-store';
import { useMoved } from '../parts/movable';
import { ParameterRow, ParameterRows } from '../parts/parameter-row';
import { setIfKeyed } from '../store/movement';
import { changeScene, editScene, useScene, useSceneOf } from '../store/scene-store';
import { useSelection, type Selection } from '../store/selection-store';
import { useStage } from '../stage/stage';
import { placeAtShot } from '../view/place-at-shot';
import { CarrierInspector } from './carrier-inspector';
import { ColliderInspector } from './collider-inspector';
import { DialSection } from './dial-section';
import { EmitterInspector } from './emitter-inspector';
import { FieldInspector } from './field-inspector';
import { GroupInspector } from './group-inspector';
import { PlaceSection } from './place-section';
import { whyOpen } from '../../core/measure/loop-reasons';
import { useAssets } from '../stage/scene-assets';
import { Section } from './section';
import { SoundSection } from './sound-section';
import { ZoneInspector } from './zone-inspector';

type Draftable = Record<string, unknown>;

/**
 * Turns all before the playhead into pre-roll. The run itself stays as it is. Where the scene has its own time, the shot begins at the frame
 * of that time, and what goes by frames of the shot goes along.
 */
function startShotHere(): void {
  const { frame } = usePlayer.getState();
  const first = Math.round(sceneFrame());
  const by = first - frame;
  changeScene((scene) => {
    const { time } = scene;
    const moved = { ...scene, time: { ...time, preRoll: time.preRoll + first - time.first, first, last: time.last + by } };
    if (by === 0) return moved;
    const later = <T extends Moving>(thing: T): T => ({
      ...thing,
      keys: Object.fromEntries(
        Object.entries(thing.keys).map(([path, keys]) => [path, keys.map((key) => ({ ...key, frame: key.frame + by }))]),
      ),
    });
    const markers = scene.markers.map((marker) => ({ ...marker, frame: marker.frame + by }));
    return withThings({ ...moved, markers }, (thing, sort) => (isByShot(sort) ? later(thing) : thing));
  });
  usePlayer.setState({ frame: first });
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
        It loops without a seam: after {scene.time.loop} frames it is the same again.
      </p>
    );
  return (
    <div role="status" aria-label="What keeps the loop open" className="py-1">
      <p className="text-second">The loop is not closed yet:</p>
      <ul className="list-disc pl-4">
        {reasons.map(({ words, mend, goTo }) => (
          <li key={words} className="py-0.5">
            {words}
            {(mend ?? goTo) !== undefined && (
              <button className="line-button ml-2 py-0" onClick={() => (mend ? changeScene(mend.change) : transport.seek(goTo!))}>
                {mend ? mend.label : `Go to frame ${goTo}`}
              </button>
            )}
          </li>
        ))}
      </ul>
    </div>
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
        <Seams />
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
      <SoundSection />
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

/** How long the page may take to draw what is newly selected in slices of time, milliseconds; after that it is drawn in one go. */
const PATIENCE = 200;

/** What is selected, as it is to be drawn: somewhat later, so that a drag that began goes on, but soon even while a heavy scene plays. */
function useDrawnSelection(wanted: Selection): Selection {
  const deferred = useDeferredValue(wanted);
  const [due, setDue] = useState<Selection>();
  const drawn = useRef(deferred);
  useEffect(() => {
    drawn.current = deferred;
  }, [deferred]);
  useEffect(() => {
    const wait = setTimeout(() => drawn.current !== wanted && setDue(wanted), PATIENCE);
    return () => clearTimeout(wait);
  }, [wanted]);
  return due === wanted ? wanted : deferred;
}

/** The numbers of the selected thing. */
export function Inspector() {
  const scene = useScene();
  const wanted = useSelection((state) => state.selection);
  const selection = useDrawnSelection(wanted);
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
