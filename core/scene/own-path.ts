import type { Values } from '../document/parameters';
import type { Emitter, Field, Scene } from '../document/scene';
import { shapes } from '../kinds/emitter-shapes';
import { fields as fieldKinds } from '../kinds/fields';
import { pathParameters } from '../kinds/shared/path-parameters';

const NAMES = Object.keys(pathParameters);

/** The path of an emitter’s shape or a falloff shape that is one. */
const pathOf = (shape: Values) => Object.fromEntries(NAMES.map((name) => [name, shape[name]]));

/**
 * A field after its falloff shape was changed. One that follows the path of its falloff keeps that path as its own where
 * the falloff is no path any more, and follows the falloff again where both are the same.
 */
export function keepingPath(before: Field, after: Field): Field {
  const { settings } = after;
  if (settings.kind !== 'path' || before.falloff.kind === after.falloff.kind) return after;
  if (before.falloff.kind === 'path' && before.settings['form'] === 'falloff')
    return { ...after, settings: { ...settings, ...pathOf(before.falloff) } };
  const same = JSON.stringify(pathOf(settings)) === JSON.stringify(pathOf(after.falloff));
  return after.falloff.kind === 'path' && same ? { ...after, settings: { ...settings, form: 'falloff' } } : after;
}

/** Keys or automations by the paths of numbers: those within one of some parts of a thing. */
const within = <T>(moving: Readonly<Record<string, T>>, ...parts: readonly string[]): Record<string, T> =>
  Object.fromEntries(Object.entries(moving).filter(([path]) => parts.includes(path.split('.')[0]!)));

/** Those that are within none of them. */
const outside = <T>(moving: Readonly<Record<string, T>>, ...parts: readonly string[]): Record<string, T> =>
  Object.fromEntries(Object.entries(moving).filter(([path]) => !parts.includes(path.split('.')[0]!)));

/** A new field that follows a path, on the path of the first emitter that sits on one. */
export function onPathOfEmitter({ emitters }: Pick<Scene, 'emitters'>, field: Field): Field {
  const emitter = emitters.find(({ on, shape }) => on && shape.kind === 'path');
  if (!emitter || field.falloff.kind !== 'path') return field;
  return {
    ...field,
    falloff: { ...field.falloff, ...pathOf(emitter.shape) },
    transform: emitter.transform,
    keys: { ...field.keys, ...within(emitter.keys, 'transform') },
    automations: { ...field.automations, ...within(emitter.automations, 'transform') },
  };
}

/**
 * An emitter moved onto the path that a field follows, to its start or all along it: it gives up its shape and place, and
 * keeps everything else. Undefined where the field follows none.
 */
export function movedOntoPath(emitter: Emitter, field: Field, from: 'start' | 'along'): Emitter | undefined {
  const path = fieldKinds.get(field.settings.kind).view?.path?.(field.settings, field.falloff);
  if (!path) return undefined;
  return {
    ...emitter,
    shape: { ...shapes.defaults('path'), ...pathOf(path), from },
    transform: field.transform,
    keys: { ...outside(emitter.keys, 'transform', 'shape'), ...within(field.keys, 'transform') },
    automations: { ...outside(emitter.automations, 'transform', 'shape'), ...within(field.automations, 'transform') },
  };
}
