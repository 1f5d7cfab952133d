import { newEmitter } from '../../core/scene/starters';
import { changeScene, openedScene } from '../store/scene-store';
import { select } from '../store/selection-store';

/** Adds an emitter and selects it. */
export function addEmitter(): void {
  const emitter = newEmitter(openedScene());
  changeScene((s) => ({ ...s, emitters: [...s.emitters, emitter] }));
  select({ type: 'emitter', id: emitter.id });
}

/** Deletes an emitter, and every field's send to it. */
export function removeEmitter(id: string): void {
  changeScene((s) => ({
    ...s,
    emitters: s.emitters.filter((e) => e.id !== id),
    fields: s.fields.map((f) => ({ ...f, sends: Object.fromEntries(Object.entries(f.sends).filter(([to]) => to !== id)) })),
  }));
  select({ type: 'scene' });
}
