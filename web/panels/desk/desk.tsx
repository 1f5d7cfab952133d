import { closestCenter, DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { horizontalListSortingStrategy, SortableContext } from '@dnd-kit/sortable';
import { useMemo, useRef, useState } from 'react';
import { useSceneOf } from '../../state/scene-store';
import { DeskBar } from './desk-bar';
import { drop, stripsOf, type StripOnDesk } from './desk-row';
import { GroupStrip } from './group-strip';
import { useFocusOnSelected } from './keep-focus';
import { restrictToHorizontal } from './restrict';
import { Palette } from './palette';
import { SendMatrix } from './send-matrix';
import { Strip } from './strip';
import { mostSecondNumbers } from './strip-rows';
import { SumStrip } from './sum-strip';
import { useUnlikeMembers } from './like-members';
import { UnlikeQuestion } from './unlike-question';

const MODIFIERS = [restrictToHorizontal];

function onDrop({ active, over }: DragEndEvent): void {
  if (over) drop(String(active.id), String(over.id));
}

/** The strip of the field with that id; only a change of that field draws it again. */
function StripOf({ id, depth }: { id: string; depth: number }) {
  const field = useSceneOf((scene) => scene.fields.find((f) => f.id === id));
  const index = useSceneOf((scene) => scene.fields.findIndex((f) => f.id === id));
  return field ? <Strip field={field} index={index} depth={depth} /> : null;
}

function GroupOf({ id, depth }: { id: string; depth: number }) {
  const group = useSceneOf((scene) => scene.groups.find((g) => g.id === id));
  const index = useSceneOf((scene) => scene.groups.findIndex((g) => g.id === id));
  return group ? <GroupStrip group={group} index={index} depth={depth} /> : null;
}

function Strips() {
  // As one text, so that an edit of a field leaves the row alone: only another row of strips draws it again.
  const row = useSceneOf((scene) => JSON.stringify(stripsOf(scene)));
  const strips = useMemo(() => JSON.parse(row) as StripOnDesk[], [row]);
  const ids = useMemo(() => strips.map((s) => s.id), [strips]);
  const secondNumbers = useSceneOf(mostSecondNumbers);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  return (
    <div
      className="flex min-h-0 min-w-0 flex-1 overflow-x-auto"
      style={{ '--second-numbers': secondNumbers } as React.CSSProperties}
    >
      <DndContext sensors={sensors} collisionDetection={closestCenter} modifiers={MODIFIERS} onDragEnd={onDrop}>
        <SortableContext items={ids} strategy={horizontalListSortingStrategy}>
          {strips.map(({ type, id, depth }) =>
            type === 'field' ? <StripOf key={id} id={id} depth={depth} /> : <GroupOf key={id} id={id} depth={depth} />,
          )}
        </SortableContext>
      </DndContext>
      {strips.length === 0 && (
        <div className="min-w-0 flex-1">
          <Palette focused={false} onDone={() => undefined} />
        </div>
      )}
    </div>
  );
}

/** The fields side by side, in the order in which they act, and their sum. */
export function Desk() {
  const [sends, setSends] = useState(false);
  const asked = useUnlikeMembers((state) => state.open);
  const place = useRef<HTMLDivElement>(null);
  useFocusOnSelected(place);
  return (
    <div
      ref={place}
      className="flex h-full min-h-0 flex-col border-t border-rule bg-panel"
      role="region"
      aria-label="Desk"
      data-handbook="topic/desk"
    >
      {asked ? <UnlikeQuestion asked={asked} /> : <DeskBar sends={sends} onSends={setSends} />}
      <div className="flex min-h-0 flex-1">
        {sends ? <SendMatrix /> : <Strips />}
        <div className="w-px bg-rule" />
        <SumStrip />
      </div>
    </div>
  );
}
