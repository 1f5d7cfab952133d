import { actions } from '../actions';
import type { ActionKind } from '../actions/action';
import { extents } from '../extents';
import type { DistanceRoutine } from '../extents/extent';
import { fields as fieldKinds } from '../fields';
import type { FieldRoutine, FieldSource } from '../fields/field';
import type { Rotation } from '../math/rotation';
import { motionOf, type Motion } from '../places/motion';
import type { Similarity } from '../places/similarity';
import { profiles } from '../profiles';
import { falloff } from '../profiles/profile';
import { streamOf } from '../random/lookup';
import { imageOf, type Assets } from '../scene/assets';
import { isHeard, sendTo, type Field, type Scene } from '../scene/document';

/** A field made ready to run. */
export interface Row {
  readonly field: Field;
  readonly action: ActionKind;
  readonly vector: FieldRoutine;
  readonly needsVelocity: boolean;
  readonly motion: Motion;
  /** Where it is at the time it is evaluated for; see {@link placeRows}. */
  place: Similarity;
  /** Undefined where the place is not turned. */
  rotation: Rotation | undefined;
  /** Undefined for the extent `everywhere`. */
  readonly distance: DistanceRoutine | undefined;
  readonly profile: (d: number) => number;
  /** By emitter, in the order of the scene: 0 where the field is not heard or not sent. */
  readonly sends: readonly number[];
}

/** Everything a field kind needs to be compiled. */
export function fieldSource(scene: Scene, field: Field, assets: Assets): FieldSource {
  return {
    strength: field.strength,
    stream: streamOf(scene.seed, field.seed),
    settings: field.settings,
    image: (hash) => imageOf(assets, hash),
  };
}

/** Makes one field ready to run. */
export function compileField(scene: Scene, field: Field, assets: Assets): Row {
  const extent = extents.get(field.extent.kind);
  const { core, reach } = field.extent as unknown as { core: number; reach: number };
  const heard = isHeard(field, scene.fields);
  const motion = motionOf(scene.carriers, field);
  const place = motion.at(scene.time.first);
  return {
    field,
    action: actions.get(field.actsAs),
    vector: fieldKinds.get(field.settings.kind).compile(fieldSource(scene, field, assets)),
    needsVelocity: fieldKinds.get(field.settings.kind).needsVelocity ?? false,
    motion,
    place,
    rotation: turningOf(place),
    distance: extent.bounded ? extent.distance(field.extent) : undefined,
    profile: falloff(profiles.get(field.profile.kind), core, reach, field.profile.slope, field.profile.invert),
    sends: scene.emitters.map((emitter) => (heard ? sendTo(field, emitter.id) : 0)),
  };
}

/** The rotation of a place; undefined where it turns nothing. */
function turningOf({ rotation }: Similarity): Rotation | undefined {
  return rotation[0] === 1 && rotation[4] === 1 && rotation[8] === 1 ? undefined : rotation;
}

/** Brings the fields that move to where they are at a frame with fraction. */
export function placeRows(rows: readonly Row[], frame: number): void {
  for (const row of rows) {
    if (!row.motion.moves) continue;
    row.place = row.motion.at(frame);
    row.rotation = turningOf(row.place);
  }
}

/** Makes the fields of a scene ready to run, in their order on the desk. */
export function compileStack(scene: Scene, assets: Assets): Row[] {
  return scene.fields.map((field) => compileField(scene, field, assets));
}
