import { zoneParameters } from '../../../core/document/descriptions';
import type { Zone } from '../../../core/document/scene';
import { FormulaContextProvider } from '../../widgets/formula/formula-context';
import { useParticleContext } from '../../widgets/formula/use-contexts';
import { thousands } from '../../widgets/sum';
import { ParameterRows } from '../../widgets/parameter-rows';
import { usePlayer } from '../../state/player-store';
import { editThing, useScene } from '../../state/scene-store';
import { TransformSection } from './transform-section';
import { FalloffSection, ModulatorSection, SendSection } from './falloff-sections';
import { Section } from './section';
import { duplicateZone, removeZone } from './zone-edit';

/** How many particles are in the zone on the frame that is on the screen, or why none is. */
function Sorted({ index, zone }: { index: number; zone: Zone }) {
  const count = usePlayer((state) => state.zones[index]);
  if (count === undefined) return null;
  if (count > 0)
    return (
      <p className="pt-2 text-xs text-second" role="status">
        {thousands(count)} particles are in it on this frame.
      </p>
    );
  const why = !zone.on
    ? 'it is off'
    : zone.strength === 0
      ? 'its weight is 0'
      : zone.effect === 'remove'
        ? 'it removes every particle that enters'
        : 'no particle is within its radius, or other zones with more weight hold them';
  return (
    <p className="pt-2 text-xs text-second" role="status">
      No particle is in it on this frame: {why}.
    </p>
  );
}

/** The selected zone: whom it sorts, and what becomes of them. */
export function ZoneInspector({ zone }: { zone: Zone }) {
  const { zones } = useScene();
  const owner = { type: 'zone', id: zone.id } as const;
  const index = zones.indexOf(zone);
  const context = useParticleContext(zone);
  return (
    <FormulaContextProvider value={context}>
      <Section
        title={zone.name}
        page="topic/zone"
        aside={`zone ${index + 1} of ${zones.length}`}
        onRename={(name) => editThing('zone', zone.id, (z) => void (z.name = name))}
      >
        <ParameterRows
          description={zoneParameters}
          of={{ sort: 'zones', id: zone.id, prefix: '' }}
          values={zone}
          onChange={(name, value) => editThing('zone', zone.id, (z) => void Object.assign(z, { [name]: value }))}
        />
        <Sorted index={index} zone={zone} />
      </Section>
      <FalloffSection thing={zone} owner={owner} />
      <ModulatorSection thing={zone} owner={owner} />
      <SendSection thing={zone} owner={owner} />
      <TransformSection
        owner={owner}
        scale={{ label: 'Falloff scale', help: 'Scales the falloff shape with its radii.' }}
      />
      <div className="flex gap-2 px-4 py-3">
        <button className="line-button" onClick={() => duplicateZone(zone.id)}>
          Duplicate
        </button>
        <button className="line-button" onClick={() => removeZone(zone.id)}>
          Delete
        </button>
      </div>
    </FormulaContextProvider>
  );
}
