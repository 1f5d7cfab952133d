import type { Draft } from 'immer';
import { isTakenByLanguage } from '../../../core/kinds/shared/formula-names';
import { isDialName } from '../../../core/document/dials';
import { withThings } from '../../../core/scene/numbers';
import type { Kinded } from '../../../core/document/registry';
import type { Dial } from '../../../core/document/scene';
import { addDialNamed } from '../../state/add-dial';
import { setIfKeyed, type ThingRef } from '../../state/movement';
import { changeScene, editScene, openedScene } from '../../state/scene-store';

function editDial(id: string, recipe: (dial: Draft<Dial>) => void): void {
  editScene((scene) => {
    const dial = scene.dials.find((d) => d.id === id);
    if (dial) recipe(dial);
  });
}

/** Adds a dial. */
export function addDial(): void {
  const { dials } = openedScene();
  let n = 1;
  while (dials.some(({ name }) => name === `dial${n}`)) n++;
  addDialNamed(`dial${n}`);
}

/** Takes a dial away. */
export function removeDial(id: string): void {
  editScene((scene) => void (scene.dials = scene.dials.filter((d) => d.id !== id)));
}

/**
 * Renames a dial, also where numbers hang on it; formulas that name it say that they miss it. A name that can't be
 * taken is refused with a sentence.
 */
export function renameDial(id: string, name: string): string | undefined {
  if (!isDialName(name))
    return `A dial can’t be named “${name}”. Start with a letter; up to 31 letters, digits and underscores may follow.`;
  if (isTakenByLanguage(name)) return `“${name}” is already a word of formulas. Use another name.`;
  if (openedScene().dials.some((d) => d.id !== id && d.name === name))
    return `Another dial is already named “${name}”. Use another name.`;
  const before = openedScene().dials.find((d) => d.id === id)?.name;
  const hung = (automation: Kinded) => automation.kind === 'dial' && automation['dial'] === before;
  changeScene((scene) => {
    const followed = withThings(scene, (thing) =>
      Object.values(thing.automations).some(hung)
        ? {
            ...thing,
            automations: Object.fromEntries(
              Object.entries(thing.automations).map(([path, automation]) => [
                path,
                hung(automation) ? { ...automation, dial: name } : automation,
              ]),
            ),
          }
        : thing,
    );
    return { ...followed, dials: followed.dials.map((d) => (d.id === id ? { ...d, name } : d)) };
  });
  return undefined;
}

const refOf = (id: string): ThingRef => ({ sort: 'dials', id });

/** Sets the value of a dial: at the playhead as a key where it is keyed, otherwise plainly. */
export function setDial(id: string, value: number): void {
  if (!setIfKeyed(refOf(id), 'value', value)) editDial(id, (dial) => void (dial.value = value));
}

/** Says what a dial is for. */
export const noteDial = (id: string, note: string): void => editDial(id, (dial) => void (dial.note = note));

/** Sets where a dial spans from or to; the other end is kept beyond it. */
export function setDialSpan(id: string, end: 'low' | 'high', value: number): void {
  editDial(id, (dial) => {
    dial[end] = value;
    if (dial.high > dial.low) return;
    if (end === 'low') dial.high = value + 1;
    else dial.low = value - 1;
  });
}
