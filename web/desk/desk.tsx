import { closestCenter, DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { horizontalListSortingStrategy, SortableContext } from '@dnd-kit/sortable';
import { useMemo } from 'react';
import { openedScene, useSceneOf } from '../store/scene-store';
import { AddField } from './add-field';
import { moveField } from './desk-edit';
import { restrictToHorizontal } from './restrict';
import { Strip } from './strip';
import { SumStrip } from './sum-strip';

const MODIFIERS = [restrictToHorizontal];

function drop({ active, over }: DragEndEvent): void {
  if (over)
    moveField(
      String(active.id),
      openedScene().fields.findIndex((f) => f.id === over.id),
    );
}

/** The strip of the field with that id; only a change of that field draws it again. */
function StripOf({ id, index }: { id: string; index: number }) {
  const field = useSceneOf((scene) => scene.fields.find((f) => f.id === id));
  return field ? <Strip field={field} index={index} /> : null;
}

/** The fields side by side, in the order in which they act, and their sum. */
export function Desk() {
  // As one text, so that an edit of a field leaves the row alone: only another row of fields draws it again.
  const row = useSceneOf((scene) => scene.fields.map((f) => f.id).join(' '));
  const ids = useMemo(() => row.split(' ').filter(Boolean), [row]);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  return (
    <div className="flex h-full min-h-0 border-t border-rule bg-panel" role="region" aria-label="Desk">
      <div className="flex min-w-0 flex-1 overflow-x-auto">
        <DndContext sensors={sensors} collisionDetection={closestCenter} modifiers={MODIFIERS} onDragEnd={drop}>
          <SortableContext items={ids} strategy={horizontalListSortingStrategy}>
            {ids.map((id, i) => (
              <StripOf key={id} id={id} index={i} />
            ))}
          </SortableContext>
        </DndContext>
        <div className="flex w-44 shrink-0 flex-col">
          <AddField />
          {ids.length === 0 && (
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
