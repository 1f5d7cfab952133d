import { closestCenter, DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { restrictToHorizontal } from './restrict';
import { horizontalListSortingStrategy, SortableContext } from '@dnd-kit/sortable';
import { whySilent } from '../../core/measure/reasons';
import { useImages } from '../stage/scene-images';
import { usePlayer } from '../stage/player-store';
import { useScene } from '../store/scene-store';
import { AddField } from './add-field';
import { moveField } from './desk-edit';
import { Strip } from './strip';
import { SumStrip } from './sum-strip';

/** The fields side by side, in the order in which they act, and their sum. */
export function Desk() {
  const scene = useScene();
  const { meters, shown } = usePlayer();
  const { images } = useImages();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const measured = shown !== undefined && meters.fields.length === scene.fields.length && meters.bounds.length === scene.emitters.length;
  const drop = ({ active, over }: DragEndEvent) => over && moveField(String(active.id), scene.fields.findIndex((f) => f.id === over.id));
  return (
    <div className="flex h-full min-h-0 border-t border-rule bg-panel" role="region" aria-label="Desk">
      <div className="flex min-w-0 flex-1 overflow-x-auto">
        <DndContext sensors={sensors} collisionDetection={closestCenter} modifiers={[restrictToHorizontal]} onDragEnd={drop}>
          <SortableContext items={scene.fields.map((f) => f.id)} strategy={horizontalListSortingStrategy}>
            {scene.fields.map((field, i) => (
              <Strip key={field.id} field={field} index={i} meter={meters.fields[i]} reason={measured ? whySilent(scene, field, meters, images) : undefined} />
            ))}
          </SortableContext>
        </DndContext>
        <div className="flex w-44 shrink-0 flex-col">
          <AddField />
          {scene.fields.length === 0 && <p className="px-4 text-second">Nothing moves the particles yet. Add a field: it starts where they are, strong enough to see.</p>}
        </div>
      </div>
      <div className="w-px bg-rule" />
      <SumStrip />
    </div>
  );
}
