import type { ValuesOf } from '../describe/parameters';
import type { Kinded } from '../describe/registry';
import type {
  birthParameters,
  cameraParameters,
  emitterParameters,
  fieldParameters,
  outputParameters,
  placeParameters,
  sceneParameters,
  timeParameters,
} from './descriptions';

/** What a scene file calls itself. */
export const SCENE_FORMAT = 'bathyclast-scene';
/** The version this program writes. Older ones are migrated, newer ones refused. */
export const SCENE_VERSION = 1;

/** Most emitters, fields, amounts of one emitter and images of one scene. */
export const MOST = { emitters: 64, fields: 256, amounts: 16, images: 64, name: 120 } as const;

export type Place = ValuesOf<typeof placeParameters>;

export interface Emitter extends ValuesOf<typeof emitterParameters> {
  readonly id: string;
  readonly name: string;
  readonly place: Place;
  readonly shape: Kinded;
  readonly amounts: readonly Kinded[];
  readonly birth: ValuesOf<typeof birthParameters>;
  readonly look: Kinded;
}

export interface Field extends ValuesOf<typeof fieldParameters> {
  readonly id: string;
  readonly name: string;
  readonly place: Place;
  /** The kind, and its own settings. */
  readonly settings: Kinded;
  readonly actsAs: string;
  readonly extent: Kinded;
  readonly profile: Kinded & { readonly slope: number; readonly invert: boolean };
  /** By emitter id, 0 … 2; an emitter that is not named is sent 1. */
  readonly sends: Readonly<Record<string, number>>;
}

/** An image of the scene: its canonical PNG is kept under its content hash. */
export interface SceneImage {
  readonly hash: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
}

/** Everything needed to produce the animation again, bit for bit. */
export interface Scene extends ValuesOf<typeof sceneParameters> {
  readonly format: typeof SCENE_FORMAT;
  readonly version: typeof SCENE_VERSION;
  readonly name: string;
  readonly time: ValuesOf<typeof timeParameters>;
  readonly camera: ValuesOf<typeof cameraParameters>;
  readonly output: ValuesOf<typeof outputParameters>;
  readonly emitters: readonly Emitter[];
  readonly fields: readonly Field[];
  readonly images: readonly SceneImage[];
}

/** The send of a field to an emitter. */
export function sendTo(field: Field, emitterId: string): number {
  return field.sends[emitterId] ?? 1;
}

/** Whether a field acts, given mutes and solos of the whole desk. */
export function isHeard(field: Field, fields: readonly Field[]): boolean {
  return !field.mute && (field.solo || !fields.some((f) => f.solo));
}
