import type { Field, Group } from '../../../core/document/scene';
import { setIfKeyed } from '../../state/movement';
import { beginGesture, endGesture, LISTS, openedScene } from '../../state/scene-store';
import { editWeighted, type WeightedOwner } from '../../state/falloff-edit';

/** A send in whole hundredths, within what is possible. */
const bounded = (value: number) => Math.min(2, Math.max(0, Math.round(value * 100) / 100));

/**
 * Sets how much of a field, group or zone an emitter feels: 1 is all of it; by a key at the playhead where it is keyed.
 */
export function setSend(type: WeightedOwner['type'], id: string, emitter: string, value: number): void {
  if (setIfKeyed({ sort: LISTS[type], id }, `sends.${emitter}`, bounded(value))) return;
  editWeighted({ type, id }, (thing) => void (thing.sends[emitter] = bounded(value)));
}

/** Sets a whole column: what an emitter feels of each strip, by the strip's id. */
export function setColumn(emitter: string, value: (strip: Field | Group) => number): void {
  beginGesture();
  const { fields, groups } = openedScene();
  for (const field of fields) setSend('field', field.id, emitter, value(field));
  for (const group of groups) setSend('group', group.id, emitter, value(group));
  endGesture();
}
