import type { Values, ValuesOf } from './parameters';
import type { Kinded } from './registry';
import type { Keys } from './keys/keys';
import type { Stroke } from '../lib/weights/stroke';
import type {
  birthParameters,
  boundsParameters,
  cameraParameters,
  carrierParameters,
  colliderParameters,
  deskParameters,
  dialParameters,
  emitterParameters,
  fieldParameters,
  groupParameters,
  hitParameters,
  seriesParameters,
  lightParameters,
  outputParameters,
  renderParameters,
  transformParameters,
  sceneParameters,
  timeParameters,
  sceneTransformParameters,
  workParameters,
  zoneParameters,
  weightMapParameters,
} from './descriptions';

/** What a scene file calls itself. */
export const SCENE_FORMAT = 'bathyclast-scene';
/** The version this program writes. Older ones are migrated, newer ones refused. */
export const SCENE_VERSION = 5;

/**
 * Most things of each sort: in a scene, but for amounts, masks and further looks (of one emitter) and keys (of one
 * number).
 */
export const MOST = {
  emitters: 64,
  fields: 256,
  colliders: 64,
  carriers: 64,
  meshes: 64,
  emission: 16,
  masks: 8,
  addedLooks: 4,
  groups: 64,
  modulators: 8,
  images: 64,
  imageSequence: 1000,
  series: 600,
  dials: 32,
  zones: 16,
  grids: 16,
  sounds: 8,
  weightMaps: 32,
  strokes: 2000,
  /** Of all strokes of a weight map together. */
  strokePoints: 20_000,
  markers: 100,
  renders: 12,
  keys: 4096,
  name: 120,
} as const;

export type Transform = ValuesOf<typeof transformParameters>;

/** What moves the numbers of a thing without keys, by path; parts of vectors end in `.0`, `.1`, `.2`. */
export type Automations = Readonly<Record<string, Kinded>>;

/** Anything whose numbers can be keyed and automated. */
export interface Moving {
  readonly keys: Keys;
  readonly automations: Automations;
}

/** A thing of the scene that has a place. */
interface PlacedThing extends Moving {
  readonly id: string;
  readonly name: string;
  readonly transform: Transform;
}

export interface Emitter extends ValuesOf<typeof emitterParameters>, PlacedThing {
  readonly shape: Kinded;
  /** Multiplied with one another. */
  readonly masks: readonly Kinded[];
  readonly emission: readonly Kinded[];
  readonly gate: Kinded;
  readonly birth: ValuesOf<typeof birthParameters>;
  /** How its particles hang together. */
  readonly body: Kinded;
  readonly look: Kinded;
  /** Further looks that it is drawn in as well, over the first. */
  readonly addedLooks: readonly Kinded[];
}

/** A curve as a field holds it. */
export interface CurveValues {
  readonly kind: string;
  readonly slope: number;
  readonly invert: boolean;
  readonly [parameter: string]: unknown;
}

/** What the weight of a field or group hangs on. */
export interface Weighted {
  readonly falloff: Kinded;
  readonly curve: CurveValues;
  /** Multiplied with one another. */
  readonly modulators: readonly Kinded[];
  /** By emitter id, 0 … 2; an emitter that is not named is sent 1. */
  readonly sends: Readonly<Record<string, number>>;
}

export interface Field extends ValuesOf<typeof fieldParameters>, PlacedThing, Weighted {
  /** The kind, and its own settings. */
  readonly settings: Kinded;
  readonly actsAs: string;
}

/** Fields taken together, with one rule for how they combine. */
export interface Group extends ValuesOf<typeof groupParameters>, PlacedThing, Weighted {
  readonly rule: string;
}

/** A desk: its fields, their groups, and what holds for all of them. */
export interface Desk {
  /** In the order in which they act; members of a group stand together. */
  readonly fields: readonly Field[];
  readonly groups: readonly Group[];
  readonly desk: ValuesOf<typeof deskParameters> & Moving;
}

/** How one emitter's particles meet a collider. */
export type Hit = ValuesOf<typeof hitParameters>;

/** A surface that particles hit. */
export interface Collider extends ValuesOf<typeof colliderParameters>, PlacedThing {
  readonly shape: Kinded;
  readonly response: Kinded;
  /** When it is there. */
  readonly gate: Kinded;
  /** By emitter id; an emitter that is not named hits it, with the collider's own bounce. */
  readonly sends: Readonly<Record<string, Hit>>;
}

/** A path as numbers of its form. */
export interface PathValues extends Values {
  readonly form: string;
}

/** A frame that other things stand in. One that holds a path is a path of the scene: others can be on it, and share it. */
export interface Carrier extends ValuesOf<typeof carrierParameters>, PlacedThing {
  /** Of the form “none” where it holds no path. */
  readonly path: PathValues;
}

/** A falloff shape that sorts particles by where they are: into a variant, or out. */
export interface Zone extends ValuesOf<typeof zoneParameters>, PlacedThing, Weighted {}

/** Anything whose weight hangs on a falloff shape. */
export type WeightedThing = Field | Group | Zone;

/** A named number of the scene that formulas read. */
export interface Dial extends ValuesOf<typeof dialParameters>, Moving {
  readonly id: string;
  /** A name as formulas write it. */
  readonly name: string;
}

/** A mesh of the scene, made by code or read from a file; emitters and colliders refer to it. */
export interface SceneMesh {
  readonly id: string;
  readonly name: string;
  readonly source: Kinded;
}

/** Weights that are painted on a card or a mesh, in the frame of that. */
export interface WeightMap extends ValuesOf<typeof weightMapParameters> {
  readonly id: string;
  readonly name: string;
  readonly strokes: readonly Stroke[];
}

/** The box that keeps all particles. */
export type Bounds = ValuesOf<typeof boundsParameters> & Moving;

/** The move, turn and size of the finished result. */
export interface SceneTransform extends ValuesOf<typeof sceneTransformParameters>, Moving {
  readonly transform: Transform;
}

/** Frames and seconds. Keys of the time scale stand on frames of the shot. */
export type Time = ValuesOf<typeof timeParameters> &
  Moving & {
    /** Frames past the last for which the scene is tried on; never part of a document. */
    readonly beyond?: number;
  };

/** The shot camera. Its keys stand on frames of the shot, whatever the time of the scene does. */
export type ShotCamera = ValuesOf<typeof cameraParameters> & Moving;

/** The picture that leaves the application. Its keys stand on frames of the shot. */
export type Output = ValuesOf<typeof outputParameters> & Moving;

/** Light and water. Its keys stand on frames of the shot. */
export type Light = ValuesOf<typeof lightParameters> & Moving;

/** An image that is kept: its canonical PNG, under its content hash. */
export interface KeptImage {
  readonly hash: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
}

/** An image of the scene, or a series of them under the hash of the first. */
export interface SceneImage extends KeptImage, ValuesOf<typeof seriesParameters> {
  /** Content hashes of the pictures that follow the first, of its size; none for an image that does not move. */
  readonly series: readonly string[];
}

/** A grid of vectors of the scene, or a series of them under the hash of the first; VTK image data by content hash. */
export interface SceneGrid extends ValuesOf<typeof seriesParameters> {
  /** Content hashes of the grids that follow the first, with as many points; none for one that does not change. */
  readonly series: readonly string[];
  readonly hash: string;
  readonly name: string;
  /** Points along X, Y and Z. */
  readonly counts: readonly [number, number, number];
}

/** A sound of the scene: how loud it is over time, and nothing else of it. */
export interface SceneSound {
  /** Of the file it was read from. */
  readonly hash: string;
  readonly name: string;
  /** The loudness 0 … 255 in one window after the other, {@link ENVELOPE_RATE} a second. */
  readonly levels: readonly number[];
}

/** A named frame of the shot. */
export interface Marker {
  readonly frame: number;
  readonly name: string;
}

/** How the shot is written to files. */
export type RenderSetUp = ValuesOf<typeof renderParameters>;

/** Everything needed to produce the animation again, bit for bit. */
export interface Scene extends ValuesOf<typeof sceneParameters>, Desk {
  readonly format: typeof SCENE_FORMAT;
  readonly version: typeof SCENE_VERSION;
  readonly name: string;
  readonly time: Time;
  readonly camera: ShotCamera;
  readonly output: Output;
  readonly light: Light;
  readonly work: ValuesOf<typeof workParameters>;
  readonly bounds: Bounds;
  readonly sceneTransform: SceneTransform;
  readonly emitters: readonly Emitter[];
  /** Another state of the desk, kept to be compared with; null without. */
  readonly keptDesk: Desk | null;
  readonly colliders: readonly Collider[];
  readonly carriers: readonly Carrier[];
  readonly zones: readonly Zone[];
  readonly dials: readonly Dial[];
  readonly meshes: readonly SceneMesh[];
  readonly weightMaps: readonly WeightMap[];
  readonly images: readonly SceneImage[];
  /** What is behind the picture, an image a frame. */
  readonly imageSequence: readonly KeptImage[];
  readonly grids: readonly SceneGrid[];
  readonly sounds: readonly SceneSound[];
  /** In rising order of frames. */
  readonly markers: readonly Marker[];
  /** How the shot is written to files; none until something is set. */
  readonly renders: readonly RenderSetUp[];
}

/** The send of a field or group to an emitter. */
export function sendTo({ sends }: Pick<Weighted, 'sends'>, emitterId: string): number {
  return sends[emitterId] ?? 1;
}

/** How an emitter's particles meet a collider. */
export function hitOf(collider: Collider, emitterId: string): Hit {
  return collider.sends[emitterId] ?? { hits: true, bounce: 1 };
}
