import { isRecord } from '../document/check-values';
import { fault, type Fault } from '../document/faults';
import { Walk, type Form, type SoundParts } from '../document/forms';
import type { Values } from '../document/parameters';
import { SCENE_FORMAT, SCENE_VERSION, type Scene } from '../document/scene';
import { carrierForm, colliderForm } from './forms/collider';
import { dialForm } from './forms/dial';
import { emitterForm } from './forms/emitter';
import { fieldForm, groupForm, zoneForm } from './forms/field';
import { gridForm, imageForm } from './forms/files';
import { sceneForm } from './forms/scene';
import { danglingReferences } from './references';

/** A thing as it may be written by hand: everything that has a default may be left out. */
export type Written = Values;

/** A scene that was read, or the faults that keep it from being one. */
export type ReadScene =
  | { readonly scene: Scene; readonly faults?: undefined }
  | { readonly scene?: undefined; readonly faults: readonly Fault[] };

/**
 * Reads a scene document of the present version: checks it, fills in what was left out, and gives it its type. Where
 * the same parts are read again and again, `sound` keeps those that had no fault.
 */
export function readScene(document: unknown, sound?: SoundParts): ReadScene {
  if (!isRecord(document)) return { faults: [fault('type', 'scene', document, 'an object')] };
  const { format, version } = document;
  if (format !== SCENE_FORMAT) return { faults: [fault('choice', 'format', format, `“${SCENE_FORMAT}”`)] };
  if (version !== SCENE_VERSION) {
    const allowed = `a version up to ${SCENE_VERSION}; a newer one needs a newer Bathyclast`;
    return { faults: [fault('range', 'version', version, allowed)] };
  }
  const walk = new Walk(sound);
  const scene = sceneForm.read(document, '', walk);
  const faults = [...walk.faults, ...danglingReferences(walk.references, document)];
  return scene && faults.length === 0 ? { scene } : { faults };
}

/** Every fault of a scene document of the present version, each with its place in it. An empty list: it is good. */
export function checkScene(document: unknown, sound?: SoundParts): readonly Fault[] {
  return readScene(document, sound).faults ?? [];
}

function soundOnly<T>(value: T | undefined, faults: readonly Fault[]): T {
  if (value === undefined || faults.length > 0) throw new Error(faults.map(({ message }) => message).join(' '));
  return value;
}

/** A scene of the program’s own making, completed. Throws where it has a fault. */
export function completeScene(written: Written): Scene {
  const { scene, faults = [] } = readScene({ format: SCENE_FORMAT, version: SCENE_VERSION, ...written });
  return soundOnly(scene, faults);
}

/** Completes a thing of the program’s own making, whatever it refers to. It throws where the thing has a fault. */
const completer =
  <T>(form: Form<T>, called: string) =>
  (written: Written): T => {
    const walk = new Walk();
    const value = form.read(written, called, walk);
    return soundOnly(value, walk.faults);
  };

export const completeEmitter = completer(emitterForm, 'emitter');
export const completeField = completer(fieldForm, 'field');
export const completeGroup = completer(groupForm, 'group');
export const completeCollider = completer(colliderForm, 'collider');
export const completeImage = completer(imageForm, 'image');
export const completeGrid = completer(gridForm, 'grid');
export const completeCarrier = completer(carrierForm, 'carrier');
export const completeZone = completer(zoneForm, 'zone');
export const completeDial = completer(dialForm, 'dial');
