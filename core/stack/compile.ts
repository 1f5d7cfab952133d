import { actions } from '../actions';
import type { ActionKind } from '../actions/action';
import { extents } from '../extents';
import type { DistanceRoutine } from '../extents/extent';
import { fields as fieldKinds } from '../fields';
import type { FieldRoutine, FieldSource } from '../fields/field';
import type { LevelImage } from '../images/level-image';
import { rotationFromDegrees, type Rotation } from '../math/rotation';
import type { Vector } from '../math/vector';
import { profiles } from '../profiles';
import { falloff } from '../profiles/profile';
import { streamOf } from '../random/lookup';
import { isHeard, sendTo, type Field, type Scene } from '../scene/document';

/** The decoded images of a scene, by content hash. */
export type Images = ReadonlyMap<string, LevelImage>;

/** A field made ready to run. */
export interface Row {
  readonly field: Field;
  readonly action: ActionKind;
  readonly vector: FieldRoutine;
  readonly position: Vector;
  /** Undefined where the place is not turned. */
  readonly rotation: Rotation | undefined;
  /** Undefined for the extent `everywhere`. */
  readonly distance: DistanceRoutine | undefined;
  readonly profile: (d: number) => number;
  /** By emitter, in the order of the scene: 0 where the field is not heard or not sent. */
  readonly sends: readonly number[];
}

/** Everything a field kind needs to be compiled. */
export function fieldSource(scene: Scene, field: Field, images: Images): FieldSource {
  return {
    strength: field.strength,
    stream: streamOf(scene.seed, field.seed),
    settings: field.settings,
    image: (hash) => images.get(hash),
  };
}

/** Makes one field ready to run. */
export function compileField(scene: Scene, field: Field, images: Images): Row {
  const turned = field.place.rotation.some((angle) => angle !== 0);
  const extent = extents.get(field.extent.kind);
  const { core, reach } = field.extent as unknown as { core: number; reach: number };
  const heard = isHeard(field, scene.fields);
  return {
    field,
    action: actions.get(field.actsAs),
    vector: fieldKinds.get(field.settings.kind).compile(fieldSource(scene, field, images)),
    position: field.place.position,
    rotation: turned ? rotationFromDegrees(field.place.rotation) : undefined,
    distance: extent.bounded ? extent.distance(field.extent) : undefined,
    profile: falloff(profiles.get(field.profile.kind), core, reach, field.profile.slope, field.profile.invert),
    sends: scene.emitters.map((emitter) => (heard ? sendTo(field, emitter.id) : 0)),
  };
}

/** Makes the fields of a scene ready to run, in their order on the desk. */
export function compileStack(scene: Scene, images: Images): Row[] {
  return scene.fields.map((field) => compileField(scene, field, images));
}
