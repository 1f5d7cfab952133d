import type { Scene } from '../document/scene';
import { sceneForm } from './forms/scene';

/** A setting of a scene, by its place in the document. */
export interface Setting {
  /** The list or part of the scene that it is in, such as `emitters` or `camera`; `scene` for the scene’s own. */
  readonly part: string;
  /** The id of the thing it belongs to; empty for parts that a scene has one of. */
  readonly id: string;
  /** The name of that thing; empty where it has none. */
  readonly thing: string;
  /** Its path in that thing or part, such as `settings.inwardPull`. */
  readonly path: string;
  /** The last name of its path, such as `inwardPull`. */
  readonly name: string;
  readonly label: string;
  readonly help: string;
  /** How many settings of the same name and label the thing has before it. */
  readonly nth: number;
}

interface Thing {
  readonly id?: string;
  readonly name?: string;
}

/** Every setting of a scene that acts beside the others, in the order of the document. */
export function settingsOf(scene: Scene): Setting[] {
  // A scene is an interface, which TypeScript does not take for a record.
  const lists = scene as unknown as Readonly<Record<string, unknown>>;
  const counts = new Map<string, number>();
  return (sceneForm.settings?.(scene, '') ?? []).map(([path, { label, help }]) => {
    const [part = '', ...inside] = path.split('.');
    const list = lists[part];
    const { id = '', name: thing = '' }: Thing = Array.isArray(list) ? (list[Number(inside.shift())] as Thing) : {};
    const name = path.slice(path.lastIndexOf('.') + 1);
    const key = `${part}/${id}/${name}/${label}`;
    const nth = counts.get(key) ?? 0;
    counts.set(key, nth + 1);
    return {
      part: path.includes('.') ? part : 'scene',
      id,
      thing,
      path: inside.join('.') || part,
      name,
      label,
      help,
      nth,
    };
  });
}
