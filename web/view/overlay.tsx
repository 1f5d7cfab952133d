import { useEffect, useReducer } from 'react';
import { fields as fieldKinds } from '../../core/fields';
import { useScene } from '../store/scene-store';
import { isSelected, useSelection } from '../store/selection-store';
import { Glyph } from '../parts/glyph';
import { PlaceHandles } from './place-handles';
import { SizeHandles } from './size-handles';
import type { ViewRig } from './view-rig';

/** Marks of fields and handles of the selected thing, over the picture. */
export function Overlay({ rig }: { rig: ViewRig }) {
  const scene = useScene();
  const { selection, select } = useSelection();
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  useEffect(() => rig.onDrawn(redraw), [rig]);

  const field = scene.fields.find((f) => isSelected(selection, 'field', f.id));
  const emitter = scene.emitters.find((e) => isSelected(selection, 'emitter', e.id));
  return (
    <div className="pointer-events-none absolute inset-0">
      {scene.fields.map((f) => {
        const at = rig.project(f.place.position);
        const own = f === field;
        if (!at || own) return null;
        return (
          <button
            key={f.id}
            className="pointer-events-auto absolute -translate-x-1/2 -translate-y-1/2 rounded-full p-1 text-second/70 hover:text-text"
            style={{ left: at.x, top: at.y }}
            title={f.name}
            aria-label={`Select ${f.name}`}
            tabIndex={-1}
            onClick={() => select({ type: 'field', id: f.id })}
          >
            <Glyph path={fieldKinds.get(f.settings.kind).glyph} size={18} />
          </button>
        );
      })}
      {(field ?? emitter) && <SizeHandles rig={rig} field={field} emitter={emitter} />}
      {(field ?? emitter) && <PlaceHandles rig={rig} thing={(field ?? emitter)!} type={field ? 'field' : 'emitter'} />}
    </div>
  );
}
