import { amounts } from '../kinds/emission';
import { bonds } from '../kinds/bodies';
import { colliderShapes } from '../kinds/colliders';
import { defaultsOf, type Description, type Values, type ValuesOf } from '../document/parameters';
import type { Kinded } from '../document/registry';
import { extents } from '../kinds/falloff-shapes';
import { fields as fieldKinds } from '../kinds/fields';
import { strengthOf } from '../kinds/fields/strength';
import { gates } from '../kinds/gates';
import { looks } from '../kinds/looks';
import { masks } from '../kinds/masks';
import { meshSources } from '../kinds/meshes';
import { modulators } from '../kinds/modulators';
import type { Keys } from '../document/keys/keys';
import { profiles } from '../kinds/curves';
import { profileCommon } from '../kinds/curves/profile';
import { responses } from '../kinds/responses';
import { shapes } from '../kinds/emitter-shapes';
import { tides } from '../kinds/automation';
import * as descriptions from '../document/descriptions';
import {
  SCENE_FORMAT,
  SCENE_VERSION,
  type Carrier,
  type Collider,
  type Desk,
  type Drives,
  type Dial,
  type Emitter,
  type Field,
  type Group,
  type Hit,
  type Moving,
  type Place,
  type Reached,
  type Scene,
  type SceneMesh,
  type Zone,
} from '../document/scene';

/** A thing as it may be written by hand: everything that has a default may be left out. */
export type Written = Values;

const object = (value: unknown): Values => (value ?? {}) as Values;
const list = (value: unknown): readonly Values[] => (value ?? []) as readonly Values[];

const identity = (written: Written) => ({ id: written['id'] as string, name: written['name'] as string });

/** Drives with what they leave out filled in. */
function completeDrives(written: unknown): Drives {
  return Object.fromEntries(Object.entries(object(written)).map(([path, drive]) => [path, tides.complete(drive as Kinded)]));
}

const completeMoving = (written: Written): Moving => ({
  keys: object(written['keys']) as Keys,
  drives: completeDrives(written['drives']),
});

/** Place, keys and drives of anything placed. */
function completePlaced(written: Written): { place: Place } & Moving {
  return { place: { ...defaultsOf(descriptions.placeParameters), ...object(written['place']) }, ...completeMoving(written) };
}

/** Values with what is left out by their description, keys and drives. */
function completeOne<D extends Description>(description: D, written: unknown): ValuesOf<D> & Moving {
  return { ...defaultsOf(description), ...object(written), ...completeMoving(object(written)) };
}

/** An emitter with everything left out filled in. The input must have passed the check. */
export function completeEmitter(written: Written): Emitter {
  return {
    ...defaultsOf(descriptions.emitterParameters),
    ...written,
    ...identity(written),
    ...completePlaced(written),
    shape: shapes.complete(written['shape'] as Kinded),
    masks: list(written['masks']).map((m) => masks.complete(m as Kinded)),
    gate: gates.complete((written['gate'] as Kinded | undefined) ?? { kind: 'always' }),
    amounts: list(written['amounts']).map((a) => amounts.complete(a as Kinded)),
    birth: { ...defaultsOf(descriptions.birthParameters), ...object(written['birth']) },
    bond: bonds.complete((written['bond'] as Kinded | undefined) ?? { kind: 'free' }),
    look: looks.complete((written['look'] as Kinded | undefined) ?? { kind: 'sprite' }),
    besides: list(written['besides']).map((l) => looks.complete(l as Kinded)),
  };
}

/** What the weight of a field or group hangs on; `usual` is the kind of profile it has if it names none. */
function completeReached(written: Written, usual: string): Reached {
  const profile = (written['profile'] as Kinded | undefined) ?? { kind: usual };
  return {
    extent: extents.complete((written['extent'] as Kinded | undefined) ?? { kind: 'everywhere' }),
    profile: { ...defaultsOf(profileCommon), ...profiles.complete(profile) },
    modulators: list(written['modulators']).map((m) => modulators.complete(m as Kinded)),
    sends: object(written['sends']) as Record<string, number>,
  };
}

/** A field with everything left out filled in. The input must have passed the check. */
export function completeField(written: Written): Field {
  const settings = written['settings'] as Kinded;
  const kind = fieldKinds.get(settings.kind);
  const actsAs = (written['actsAs'] as string | undefined) ?? kind.actions[0]!;
  return {
    ...defaultsOf(descriptions.fieldParameters),
    strength: strengthOf(kind, actsAs).default,
    ...written,
    ...identity(written),
    ...completePlaced(written),
    settings: fieldKinds.complete(settings),
    actsAs,
    ...completeReached(written, kind.startsWith.profile),
  };
}

/** A group with everything left out filled in. The input must have passed the check. */
export function completeGroup(written: Written): Group {
  return {
    ...defaultsOf(descriptions.groupParameters),
    ...written,
    ...identity(written),
    ...completePlaced(written),
    rule: (written['rule'] as string | undefined) ?? 'sum',
    ...completeReached(written, 'smooth'),
  };
}

function completeDesk(written: Written): Desk {
  return {
    fields: list(written['fields']).map(completeField),
    groups: list(written['groups']).map(completeGroup),
    desk: completeOne(descriptions.deskParameters, written['desk']),
  };
}

/** A collider with everything left out filled in. The input must have passed the check. */
export function completeCollider(written: Written): Collider {
  return {
    ...defaultsOf(descriptions.colliderParameters),
    ...written,
    ...identity(written),
    ...completePlaced(written),
    shape: colliderShapes.complete(written['shape'] as Kinded),
    response: responses.complete((written['response'] as Kinded | undefined) ?? { kind: 'bounce' }),
    gate: gates.complete((written['gate'] as Kinded | undefined) ?? { kind: 'always' }),
    sends: Object.fromEntries(
      Object.entries(object(written['sends'])).map(([id, hit]): [string, Hit] => [
        id,
        { ...defaultsOf(descriptions.hitParameters), ...(hit as Hit) },
      ]),
    ),
  };
}

/** A carrier with everything left out filled in. The input must have passed the check. */
export function completeCarrier(written: Written): Carrier {
  return { ...defaultsOf(descriptions.carrierParameters), ...written, ...identity(written), ...completePlaced(written) };
}

/** A zone with everything left out filled in. The input must have passed the check. */
export function completeZone(written: Written): Zone {
  return {
    ...defaultsOf(descriptions.zoneParameters),
    ...written,
    ...identity(written),
    ...completePlaced(written),
    ...completeReached(written, 'smooth'),
  };
}

/** A dial with everything left out filled in. The input must have passed the check. */
export function completeDial(written: Written): Dial {
  return {
    ...defaultsOf(descriptions.dialParameters),
    ...written,
    ...identity(written),
    ...completeMoving(written),
  };
}

function completeMesh(written: Written): SceneMesh {
  return { ...identity(written), source: meshSources.complete(written['source'] as Kinded) };
}

/** A scene with everything left out filled in. The input must have passed {@link checkScene}. */
export function completeScene(written: Written): Scene {
  return {
    ...defaultsOf(descriptions.sceneParameters),
    ...written,
    format: SCENE_FORMAT,
    version: SCENE_VERSION,
    name: written['name'] as string,
    time: completeOne(descriptions.timeParameters, written['time']),
    camera: completeOne(descriptions.cameraParameters, written['camera']),
    output: completeOne(descriptions.outputParameters, written['output']),
    light: completeOne(descriptions.lightParameters, written['light']),
    work: { ...defaultsOf(descriptions.workParameters), ...object(written['work']) },
    bounds: completeOne(descriptions.boundsParameters, written['bounds']),
    whole: {
      ...defaultsOf(descriptions.wholeParameters),
      ...object(written['whole']),
      ...completePlaced(object(written['whole'])),
    },
    emitters: list(written['emitters']).map(completeEmitter),
    ...completeDesk(written),
    keptDesk: written['keptDesk'] ? completeDesk(object(written['keptDesk'])) : null,
    colliders: list(written['colliders']).map(completeCollider),
    carriers: list(written['carriers']).map(completeCarrier),
    zones: list(written['zones']).map(completeZone),
    dials: list(written['dials']).map(completeDial),
    meshes: list(written['meshes']).map(completeMesh),
    images: list(written['images']) as unknown as Scene['images'],
    plates: list(written['plates']) as unknown as Scene['plates'],
    grids: list(written['grids']) as unknown as Scene['grids'],
    sounds: list(written['sounds']) as unknown as Scene['sounds'],
    markers: list(written['markers']) as unknown as Scene['markers'],
  };
}
