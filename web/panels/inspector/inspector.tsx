import { useDeferredValue, useEffect, useRef, useState } from 'react';
import { useScene } from '../../state/scene-store';
import { useSelection, type Selection } from '../../state/selection-store';
import { CarrierInspector } from './carrier-inspector';
import { ColliderInspector } from './collider-inspector';
import { EmitterInspector } from './emitter-inspector';
import { FieldInspector } from './field-inspector';
import { GroupInspector } from './group-inspector';
import { ZoneInspector } from './zone-inspector';
import { CameraInspector } from './camera-inspector';
import { SceneInspector } from './scene-inspector';
import { SectionStrip } from './section-strip';

/**
 * How long the page may take to draw what is newly selected in slices of time, milliseconds; after that it is drawn in
 * one go.
 */
const PATIENCE = 200;

/**
 * What is selected, as it is to be drawn: somewhat later, so that a drag that began goes on, but soon even while a
 * heavy scene plays.
 */
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
      <SectionStrip />
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
