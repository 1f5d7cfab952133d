import type { Scene } from '../../../core/document/scene';
import { drop } from '../../panels/desk/desk-row';
import { mount } from '../../simulation/transform-edit';
import { changeScene, LISTS, openedScene, type Thing, type ThingType } from '../../state/scene-store';

/** A thing in the list. */
export interface Dragged {
  readonly type: Exclude<ThingType, 'group'>;
  readonly id: string;
}

/** A thing as one text, while it is dragged. */
export const keyOf = ({ type, id }: Dragged): string => `${type}/${id}`;

const isSort = (type: string): type is Dragged['type'] => type in LISTS && type !== 'group';

/** The thing of such a text; undefined for any other. */
export function draggedOf(key: string | number): Dragged | undefined {
  const [type = '', id = ''] = String(key).split('/');
  return isSort(type) ? { type, id } : undefined;
}

/** Whether a carrier is carried by a thing, through others or not: then that can’t be attached to it. */
function isCarriedBy({ carriers }: Scene, carrier: string, id: string): boolean {
  const seen = new Set<string>();
  for (let on: string | undefined = carrier; on !== undefined && on !== '' && !seen.has(on); ) {
    if (on === id) return true;
    seen.add(on);
    on = carriers.find((one) => one.id === on)?.transform.carrier;
  }
  return false;
}

/** The words for a drop of one thing on another; undefined where it would do nothing. */
export function dropWords(scene: Scene, { type, id }: Dragged, onto: Dragged): string | undefined {
  if (id === onto.id && type === onto.type) return undefined;
  if (onto.type === 'carrier' && !(type === 'carrier' && isCarriedBy(scene, onto.id, id))) return 'attach';
  return type === onto.type && type !== 'carrier' ? 'move here' : undefined;
}

/** A list with one of its items where another is now, the others in their order. */
function reordered<T extends { readonly id: string }>(items: readonly T[], id: string, over: string): T[] {
  const [from, to] = [id, over].map((one) => items.findIndex((item) => item.id === one)) as [number, number];
  const left = items.toSpliced(from, 1);
  return left.toSpliced(to, 0, items[from]!);
}

/**
 * A thing is dropped on another: on a carrier it is attached to that, where it is; on one of its own sort it takes the
 * place of that. One step of undo.
 */
export function dropOn(dragged: Dragged, onto: Dragged): void {
  const words = dropWords(openedScene(), dragged, onto);
  if (words === 'attach') mount(dragged, onto.id);
  else if (words !== undefined && dragged.type === 'field') drop(dragged.id, onto.id);
  else if (words !== undefined) {
    const list = LISTS[dragged.type];
    changeScene((scene) => ({ ...scene, [list]: reordered(scene[list] as readonly Thing[], dragged.id, onto.id) }));
  }
}
