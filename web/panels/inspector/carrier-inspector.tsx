import { whyStill } from '../../../core/measure/diagnose-carrier';
import { carrierParameters } from '../../../core/document/descriptions';
import type { Carrier } from '../../../core/document/scene';
import { holdsPath } from '../../../core/scene/shared-paths';
import { ParameterRows } from '../../widgets/parameter-rows';
import { editThing, useScene } from '../../state/scene-store';
import { select } from '../../state/selection-store';
import { removeCarrier, riders } from './carrier-edit';
import { PathSection } from './path-section';
import { TransformSection } from './transform-section';
import { DiagnosisNote } from './diagnosis-note';
import { Section } from './section';

/** The selected carrier, and what stands on it. */
export function CarrierInspector({ carrier }: { carrier: Carrier }) {
  const scene = useScene();
  const all = riders(scene, carrier.id);
  const isPath = holdsPath(carrier);
  const sort = isPath ? 'path' : 'carrier';
  const alike = scene.carriers.filter((other) => holdsPath(other) === isPath);
  return (
    <>
      <Section
        title={carrier.name}
        page={`topic/${sort}`}
        aside={`${sort} ${alike.indexOf(carrier) + 1} of ${alike.length}`}
        onRename={(name) => editThing('carrier', carrier.id, (c) => void (c.name = name))}
      >
        <DiagnosisNote lead="It does not move" reason={whyStill(scene, carrier)} />
        <PathSection carrier={carrier} />
        <ParameterRows
          description={carrierParameters}
          of={{ sort: 'carriers', id: carrier.id, prefix: '' }}
          values={carrier}
          onChange={(name, value) => editThing('carrier', carrier.id, (c) => void Object.assign(c, { [name]: value }))}
        />
        <p className="pt-2 text-xs text-second">
          {all.length > 0
            ? isPath
              ? 'On it, or attached to it'
              : 'Attached things'
            : isPath
              ? 'Nothing is on it yet: choose “shared path” as the path of an emitter, field or falloff.'
              : 'Nothing is attached to it yet: choose it under “Attached to” in the transform of another thing.'}
        </p>
        <ul>
          {all.map(({ type, thing }) => (
            <li key={`${type} ${thing.id}`}>
              <button className="text-button -ml-1" onClick={() => select({ type, id: thing.id })}>
                {thing.name} <span className="text-faint">{type}</span>
              </button>
            </li>
          ))}
        </ul>
      </Section>
      <TransformSection owner={{ type: 'carrier', id: carrier.id }} />
      <div className="flex gap-2 px-4 py-3">
        <button className="line-button" onClick={() => removeCarrier(carrier.id)}>
          Delete
        </button>
      </div>
    </>
  );
}
