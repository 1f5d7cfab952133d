import { actions } from '../actions';
import { extents } from '../extents';
import { fields as fieldKinds } from '../fields';
import { sendTo, type Field, type Scene } from '../scene/document';
import { isHeard } from '../scene/groups';
import type { Assets } from '../scene/assets';
import { fieldSource } from '../stack/compile';
import { boundsSentTo, fittedTo } from './fit';
import type { Meters } from './meters';

/** Why a field does nothing on a frame, in words, and what mends it. */
export interface Reason {
  readonly code: string;
  readonly words: string;
  /** Undefined where there is nothing to press. */
  readonly mend?: { readonly label: string; readonly change: (scene: Scene) => Scene };
  /** A frame to look at instead. */
  readonly goTo?: number;
}

function changed(field: Field, change: (field: Field) => Partial<Field>): (scene: Scene) => Scene {
  return (scene) => ({ ...scene, fields: scene.fields.map((f) => (f.id === field.id ? { ...f, ...change(f) } : f)) });
}

/** A length in metres for a sentence. */
export function metres(value: number): string {
  return value < 0.01 ? `${(value * 1000).toPrecision(2)} mm` : `${Number(value.toPrecision(2))} m`;
}

function isZero(value: unknown): boolean {
  return Array.isArray(value) && value.every((n) => n === 0);
}

/** Reasons that stand in the settings, whatever the particles do. */
function settingsReason(scene: Scene, field: Field, assets: Assets): Reason | undefined {
  const kind = fieldKinds.get(field.settings.kind);
  if (field.mute) return { code: 'muted', words: 'muted', mend: { label: 'Unmute', change: changed(field, () => ({ mute: false })) } };
  if (!isHeard(field, scene)) {
    const clear = (s: Scene): Scene => ({ ...s, fields: s.fields.map((f) => ({ ...f, solo: false })) });
    return { code: 'soloed', words: 'another field is soloed', mend: { label: 'End solo', change: clear } };
  }
  if (field.strength === 0 && !kind.deliversAtZero?.(field.settings))
    return {
      code: 'strength',
      words: 'strength 0',
      mend: { label: 'Set to usual', change: changed(field, () => ({ strength: kind.strength.default })) },
    };
  const { direction } = kind;
  if (direction && isZero(field.settings[direction])) {
    const upright = kind.parameters[direction]!.default;
    return {
      code: 'direction',
      words: 'its direction is zero',
      mend: { label: 'Set a direction', change: changed(field, (f) => ({ settings: { ...f.settings, [direction]: upright } })) },
    };
  }
  const silent = kind.silent?.(fieldSource(scene, field, assets));
  return silent ? { code: 'silent', words: silent } : undefined;
}

/** Why a field delivers nothing on the frame of these meters; undefined where it does deliver. */
export function whySilent(scene: Scene, field: Field, meters: Meters, assets: Assets): Reason | undefined {
  const inSettings = settingsReason(scene, field, assets);
  if (inSettings) return inSettings;
  if (scene.emitters.length === 0) return { code: 'no-emitter', words: 'there is no emitter' };
  if (scene.emitters.every((e) => sendTo(field, e.id) === 0))
    return {
      code: 'no-send',
      words: 'no emitter sends to it',
      mend: { label: 'Send from all', change: changed(field, () => ({ sends: {} })) },
    };
  const meter = meters.fields[scene.fields.indexOf(field)]!;
  const bounds = boundsSentTo(scene, field, meters);
  if (!bounds) return { code: 'nobody', words: 'no particles are alive on this frame' };
  if (meter.touched === 0 && meter.missedBy > 0) {
    const miss = Number.isFinite(meter.missedBy) ? ` by ${metres(meter.missedBy)}` : '';
    return {
      code: 'misses',
      words: `misses every particle${miss}`,
      mend: { label: 'Bring closer', change: changed(field, (f) => bringCloser(f, bounds)) },
    };
  }
  if (meter.touched === 0) return { code: 'no-weight', words: 'its falloff is zero at every particle' };
  if (actions.get(field.actsAs).needsDrag && meter.grip === 0) {
    const grip = (s: Scene): Scene => ({
      ...s,
      emitters: s.emitters.map((e) => (sendTo(field, e.id) > 0 ? { ...e, birth: { ...e.birth, drag: e.birth.mass } } : e)),
    });
    return { code: 'no-drag', words: 'no drag to hold on to', mend: { label: 'Give the particles drag', change: grip } };
  }
  if (meter.peak === 0) return { code: 'zero-here', words: 'its vector is zero at every particle' };
  return undefined;
}

/** Moves a field to the middle of the particles, and widens its extent where that is not enough. */
function bringCloser(field: Field, bounds: NonNullable<ReturnType<typeof boundsSentTo>>): Partial<Field> {
  const { centre, half } = fittedTo(bounds);
  const fitted = extents.get(field.extent.kind).fitted(half);
  const reach = field.extent['reach'] as number;
  const extent = reach < (fitted['reach'] as number) ? { ...field.extent, ...fitted } : field.extent;
  return { place: { ...field.place, position: centre }, extent };
}
