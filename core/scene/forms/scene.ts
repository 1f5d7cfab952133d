import * as descriptions from '../../document/descriptions';
import { fault, inside, type Fault } from '../../document/faults';
import { leaf, listOf, nameForm, object, orNull, type Form } from '../../document/forms';
import {
  MOST,
  SCENE_FORMAT,
  SCENE_VERSION,
  type Desk,
  type RenderSetUp,
  type Scene,
  type SceneTransform,
} from '../../document/scene';
import { acrossDesk } from '../rules/grouping';
import { acrossScene } from '../rules/scene';
import { carrierForm, colliderForm } from './collider';
import { dialForm, sharedNames } from './dial';
import { emitterForm } from './emitter';
import { fieldForm, groupForm, zoneForm } from './field';
import { gridForm, imageForm, keptImageForm, lateMarkers, markerForm, meshForm, soundForm } from './files';
import { placedWhole, single } from './thing';
import { weightMapForm } from './weight-map';

const formatForm = leaf<typeof SCENE_FORMAT>({
  fits: (value) => value === SCENE_FORMAT,
  allowed: `“${SCENE_FORMAT}”`,
  code: 'choice',
  usual: SCENE_FORMAT,
});

const versionForm = leaf<typeof SCENE_VERSION>({
  fits: (value) => value === SCENE_VERSION,
  allowed: `a version up to ${SCENE_VERSION}; a newer one needs a newer Bathyclast`,
  code: 'range',
  usual: SCENE_VERSION,
});

const desk = {
  fields: listOf(fieldForm, MOST.fields),
  groups: listOf(groupForm, MOST.groups),
  desk: single(descriptions.deskParameters),
};

const deskForm: Form<Desk> = object<Desk>({
  members: desk,
  rules: acrossDesk,
  called: 'an object with fields, groups and desk, or null',
});

function timeRules({ first, last }: Scene['time'], at: string): readonly Fault[] {
  return last < first ? [fault('range', inside(at, 'last'), last, `a frame from the first (${first}) up`)] : [];
}

function boundsRules({ size }: Scene['bounds'], at: string): readonly Fault[] {
  return size.every((n) => n > 0) ? [] : [fault('range', inside(at, 'size'), size, 'three numbers above 0 in m')];
}

/** The parts of a scene, in the order in which documents hold them. */
export const sections = {
  time: single(descriptions.timeParameters, timeRules),
  camera: single(descriptions.cameraParameters),
  output: single(descriptions.outputParameters),
  light: single(descriptions.lightParameters),
  work: object<Scene['work']>({ description: descriptions.workParameters, optional: true }),
  bounds: single(descriptions.boundsParameters, boundsRules),
  sceneTransform: object<SceneTransform>({
    description: descriptions.sceneTransformParameters,
    members: placedWhole,
    optional: true,
  }),
  emitters: listOf(emitterForm, MOST.emitters),
  ...desk,
  keptDesk: orNull(deskForm),
  colliders: listOf(colliderForm, MOST.colliders),
  carriers: listOf(carrierForm, MOST.carriers),
  zones: listOf(zoneForm, MOST.zones),
  dials: listOf(dialForm, MOST.dials, { rules: sharedNames }),
  meshes: listOf(meshForm, MOST.meshes),
  weightMaps: listOf(weightMapForm, MOST.weightMaps),
  images: listOf(imageForm, MOST.images),
  imageSequence: listOf(keptImageForm, MOST.imageSequence),
  grids: listOf(gridForm, MOST.grids),
  sounds: listOf(soundForm, MOST.sounds),
  markers: listOf(markerForm, MOST.markers, { rules: lateMarkers }),
  renders: listOf(object<RenderSetUp>({ description: descriptions.renderParameters }), MOST.renders),
};

/** A scene. */
export const sceneForm: Form<Scene> = object<Scene>({
  description: descriptions.sceneParameters,
  members: { format: formatForm, version: versionForm, name: nameForm, ...sections },
  rules: acrossScene,
});
