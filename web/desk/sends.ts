import type { Draft } from 'immer';
import type { Field, Group } from '../../core/scene/document';
import { editField, editGroup, editScene } from '../store/scene-store';

/** A send in whole hundredths, within what is possible. */
const bounded = (value: number) => Math.min(2, Math.max(0, Math.round(value * 100) / 100));

/** Sets how much of a field or group an emitter feels: 1 is all of it. */
export function setSend(type: 'field' | 'group', id: string, emitter: string, value: number): void {
  const set = (thing: Draft<Field | Group>) => void (thing.sends[emitter] = bounded(value));
  if (type === 'field') editField(id, set);
  else editGroup(id, set);
}

/** Sets a whole column: what an emitter feels of each strip, by the strip's id. */
export function setColumn(emitter: string, value: (strip: Field | Group) => number): void {
  editScene((scene) => {
    for (const strip of [...scene.fields, ...scene.groups]) strip.sends[emitter] = bounded(value(strip as Field | Group));
  });
}
