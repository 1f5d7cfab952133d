import type { Field, Scene } from '../document/scene';
import type { Kinded } from '../document/registry';
import { pathParameters } from '../kinds/shared/path-parameters';

const NAMES = Object.keys(pathParameters);

/** The path of an emitter’s shape or a falloff shape that is one. */
const pathOf = (shape: Kinded) => Object.fromEntries(NAMES.map((name) => [name, shape[name]]));

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

/** Keys or automations of a place, by the paths of its numbers. */
const ofPlace = <T>(moving: Readonly<Record<string, T>>): Record<string, T> =>
  Object.fromEntries(Object.entries(moving).filter(([path]) => path.startsWith('transform.')));

/** A new field that follows a path, on the path of the first emitter that sits on one. */
export function onPathOfEmitter({ emitters }: Pick<Scene, 'emitters'>, field: Field): Field {
  const emitter = emitters.find(({ on, shape }) => on && shape.kind === 'path');
  if (!emitter || field.falloff.kind !== 'path') return field;
  return {
    ...field,
    falloff: { ...field.falloff, ...pathOf(emitter.shape) },
    transform: emitter.transform,
    keys: { ...field.keys, ...ofPlace(emitter.keys) },
    automations: { ...field.automations, ...ofPlace(emitter.automations) },
  };
}
