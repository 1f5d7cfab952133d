import type { Field, Group, Scene } from '../document/scene';

/** Why a thing does nothing on a frame, in words, and what mends it. */
export interface Diagnosis {
  readonly code: string;
  readonly words: string;
  /** Undefined where there is nothing to press. */
  readonly fix?: { readonly label: string; readonly change: (scene: Scene) => Scene };
  /** A frame to look at instead. */
  readonly goTo?: number;
  /** Which of its numbers to look at, where there is nothing to press: those of its kind, or of its falloff shape. */
  readonly look?: 'field' | 'falloff';
}

/** A length in metres for a sentence. */
export function metres(value: number): string {
  return value < 0.01 ? `${(value * 1000).toPrecision(2)} mm` : `${Number(value.toPrecision(2))} m`;
}

/** A change of one field of a scene. */
export function changedField(field: Field, change: (field: Field) => Partial<Field>): (scene: Scene) => Scene {
  return (scene) => ({ ...scene, fields: scene.fields.map((f) => (f.id === field.id ? { ...f, ...change(f) } : f)) });
}

/** A change of one group of a scene. */
export function changedGroup(group: Group, change: (group: Group) => Partial<Group>): (scene: Scene) => Scene {
  return (scene) => ({ ...scene, groups: scene.groups.map((g) => (g.id === group.id ? { ...g, ...change(g) } : g)) });
}
