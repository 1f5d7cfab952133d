import { inWorld } from '../../core/camera/shot';
import { carriersIn } from '../stage/motions';
import { sceneFrame } from '../stage/scene-clock';
import { whyStill } from '../../core/measure/carrier-reasons';
import { carrierParameters } from '../../core/scene/descriptions';
import { desksWithout } from '../../core/scene/detach';
import type { Carrier, Scene } from '../../core/scene/document';
import { ParameterRows } from '../parts/parameter-row';
import { editThing, LISTS, openedScene, changeScene, useScene, type Thing, type ThingType } from '../store/scene-store';
import { select } from '../store/selection-store';
import { mount } from './place-edit';
import { PlaceSection } from './place-section';
import { ReasonNote } from './reason-note';
import { Section } from './section';

/** Everything that stands on a carrier. */
function riders(scene: Scene, id: string): { readonly type: ThingType; readonly thing: Thing }[] {
  return (Object.keys(LISTS) as ThingType[]).flatMap((type) =>
    (scene[LISTS[type]] as readonly Thing[]).filter((thing) => thing.place.carrier === id).map((thing) => ({ type, thing })),
  );
}

/** The shot camera off a carrier, where it is at the playhead. */
function cameraOff(scene: Scene, id: string): Scene['camera'] {
  const { camera } = scene;
  const world = inWorld(camera, carriersIn(scene), sceneFrame());
  return {
    ...camera,
    ...(camera.carrier === id && { carrier: '' as const, position: world.position }),
    ...(camera.aims === id && { aims: '' as const, target: world.target }),
  };
}

/** Takes a carrier away; what stood on it stays where it is. */
function removeCarrier(id: string): void {
  const scene = openedScene();
  for (const { type, thing } of riders(scene, id)) mount({ type, id: thing.id }, scene.carriers.find((c) => c.id === id)!.place.carrier);
  if (scene.whole.place.carrier === id) mount({ type: 'whole' }, '');
  changeScene((s) => ({
    ...desksWithout(s, 'carrier', [id]),
    camera: cameraOff(s, id),
    carriers: s.carriers.filter((c) => c.id !== id),
  }));
  select({ type: 'scene' });
}

/** The selected carrier, and what stands on it. */
export function CarrierInspector({ carrier }: { carrier: Carrier }) {
  const scene = useScene();
  const all = riders(scene, carrier.id);
  return (
    <>
      <Section
        title={carrier.name}
        aside={`carrier ${scene.carriers.indexOf(carrier) + 1} of ${scene.carriers.length}`}
        onRename={(name) => editThing('carrier', carrier.id, (c) => void (c.name = name))}
      >
        <ReasonNote lead="It stays where it is" reason={whyStill(scene, carrier)} />
        <ParameterRows
          description={carrierParameters}
          of={{ sort: 'carriers', id: carrier.id, prefix: '' }}
          values={carrier as never}
          onChange={(name, value) =>
            editThing('carrier', carrier.id, (c) => void ((c as unknown as Record<string, unknown>)[name] = value))
          }
        />
        <p className="pt-2 text-xs text-second">
          {all.length === 0 ? 'Nothing stands on it yet: choose it under “Carried by” in the place of another thing.' : 'It carries'}
        </p>
        <ul>
          {all.map(({ type, thing }) => (
            <li key={`${type} ${thing.id}`}>
              <button className="text-button -ml-1" onClick={() => select({ type, id: thing.id })}>
                {thing.name}
              </button>
            </li>
          ))}
        </ul>
      </Section>
      <PlaceSection owner={{ type: 'carrier', id: carrier.id }} />
      <div className="flex gap-2 px-4 py-3">
        <button className="line-button" onClick={() => removeCarrier(carrier.id)}>
          Delete
        </button>
      </div>
    </>
  );
}
