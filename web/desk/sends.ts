import type { Field, Group } from '../../core/scene/document';
import { editScene } from '../store/scene-store';
import { editReach, type ReachOwner } from './extent-edit';

/** A send in whole hundredths, within what is possible. */
const bounded = (value: number) => Math.min(2, Math.max(0, Math.round(value * 100) / 100));

/** Sets how much of a field, group or zone an emitter feels: 1 is all of it. */
export function setSend(type: ReachOwner['type'], id: string, emitter: string, value: number): void {
  editReach({ type, id }, (thing) => void (thing.sends[emitter] = bounded(value)));
}

/** Sets a whole column: what an emitter feels of each strip, by the strip's id. */
export function setColumn(emitter: string, value: (strip: Field | Group) => number): void {
  editScene((scene) => {
    for (const strip of [...scene.fields, ...scene.groups]) strip.sends[emitter] = bounded(value(strip as Field | Group));
  });
}
