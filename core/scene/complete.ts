import { amounts } from '../amounts';
import { defaultsOf, type Values } from '../describe/parameters';
import type { Kinded } from '../describe/registry';
import { extents } from '../extents';
import { fields as fieldKinds } from '../fields';
import { looks } from '../looks';
import { profiles } from '../profiles';
import { profileCommon } from '../profiles/profile';
import { shapes } from '../shapes';
import * as descriptions from './descriptions';
import { SCENE_FORMAT, SCENE_VERSION, type Emitter, type Field, type Scene } from './document';

/** A thing as it may be written by hand: everything that has a default may be left out. */
export type Written = Values;

const object = (value: unknown): Values => (value ?? {}) as Values;
const list = (value: unknown): readonly Values[] => (value ?? []) as readonly Values[];

/** An emitter with everything left out filled in. The input must have passed the check. */
export function completeEmitter(written: Written): Emitter {
  return {
    ...defaultsOf(descriptions.emitterParameters),
    ...written,
    id: written['id'] as string,
    name: written['name'] as string,
    place: { ...defaultsOf(descriptions.placeParameters), ...object(written['place']) },
    shape: shapes.complete(written['shape'] as Kinded),
    amounts: list(written['amounts']).map((a) => amounts.complete(a as Kinded)),
    birth: { ...defaultsOf(descriptions.birthParameters), ...object(written['birth']) },
    look: looks.complete((written['look'] as Kinded | undefined) ?? { kind: 'sprite' }),
  };
}

/** A field with everything left out filled in. The input must have passed the check. */
export function completeField(written: Written): Field {
  const settings = written['settings'] as Kinded;
  const kind = fieldKinds.get(settings.kind);
  const profile = (written['profile'] as Kinded | undefined) ?? { kind: kind.startsWith.profile };
  return {
    ...defaultsOf(descriptions.fieldParameters),
    strength: kind.strength.default,
    ...written,
    id: written['id'] as string,
    name: written['name'] as string,
    place: { ...defaultsOf(descriptions.placeParameters), ...object(written['place']) },
    settings: fieldKinds.complete(settings),
    actsAs: (written['actsAs'] as string | undefined) ?? kind.actions[0]!,
    extent: extents.complete((written['extent'] as Kinded | undefined) ?? { kind: 'everywhere' }),
    profile: { ...defaultsOf(profileCommon), ...profiles.complete(profile) } as Field['profile'],
    sends: object(written['sends']) as Record<string, number>,
  };
}

/** A scene with everything left out filled in. The input must have passed {@link checkScene}. */
export function completeScene(written: Written): Scene {
  return {
    ...defaultsOf(descriptions.sceneParameters),
    ...written,
    format: SCENE_FORMAT,
    version: SCENE_VERSION,
    name: written['name'] as string,
    time: { ...defaultsOf(descriptions.timeParameters), ...object(written['time']) },
    camera: { ...defaultsOf(descriptions.cameraParameters), ...object(written['camera']) },
    output: { ...defaultsOf(descriptions.outputParameters), ...object(written['output']) },
    emitters: list(written['emitters']).map(completeEmitter),
    fields: list(written['fields']).map(completeField),
    images: list(written['images']) as unknown as Scene['images'],
  };
}
