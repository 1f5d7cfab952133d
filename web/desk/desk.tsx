import { closestCenter, DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { restrictToHorizontal } from './restrict';
import { horizontalListSortingStrategy, SortableContext } from '@dnd-kit/sortable';
import { useSceneOf } from '../store/scene-store';
import { AddField } from './add-field';
import { moveField } from './desk-edit';
import { Strip } from './strip';
import { SumStrip } from './sum-strip';

/** The fields side by side, in the order in which they act, and their sum. */
export function Desk() {
  const fields = useSceneOf((scene) => scene.fields);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const drop = ({ active, over }: DragEndEvent) =>
    over &&
    moveField(
      String(active.id),
      fields.findIndex((f) => f.id === over.id),
    );
  return (
    <div className="flex h-full min-h-0 border-t border-rule bg-panel" role="region" aria-label="Desk">
      <div className="flex min-w-0 flex-1 overflow-x-auto">
        <DndContext sensors={sensors} collisionDetection={closestCenter} modifiers={[restrictToHorizontal]} onDragEnd={drop}>
          <SortableContext items={fields.map((f) => f.id)} strategy={horizontalListSortingStrategy}>
            {fields.map((field, i) => (
              <Strip key={field.id} field={field} index={i} />
            ))}
          </SortableContext>
        </DndContext>
        <div className="flex w-44 shrink-0 flex-col">
          <AddField />
          {fields.length === 0 && (
            <p className="px-4 text-second">
              Nothing moves the particles yet. Add a field: it starts where they are, strong enough to see.
            </p>
          )}
        </div>
      </div>
      <div className="w-px bg-rule" />
      <SumStrip />
    </div>
  );
}
