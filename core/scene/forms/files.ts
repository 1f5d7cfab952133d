import { fault, type Fault } from '../../document/faults';
import { seriesParameters } from '../../document/descriptions';
import {
  hashForm,
  idForm,
  kinded,
  leaf,
  listOf,
  nameForm,
  object,
  sceneTransformForm,
  type Form,
} from '../../document/forms';
import { MOST } from '../../document/scene';
import type { KeptImage, Marker, SceneGrid, SceneImage, SceneMesh, SceneSound } from '../../document/scene';
import { ENVELOPE_RATE, LONGEST_SOUND } from '../../kinds/automation/envelope';
import { meshSources } from '../../kinds/meshes';

/** A mesh of the scene. */
export const meshForm: Form<SceneMesh> = object<SceneMesh>({
  members: { id: idForm, name: nameForm, source: kinded(meshSources) },
  called: 'an object with id, name and source',
});

const sideForm = sceneTransformForm(1, 16384, 'a whole number from 1 to 16384 px');

const keptImage = { name: nameForm, hash: hashForm, width: sideForm, height: sideForm } as const;

/** An image that is kept. */
export const keptImageForm: Form<KeptImage> = object<KeptImage>({
  members: keptImage,
  called: 'an object with hash, name, width and height',
});

/** An image of the scene, or a series of them. */
export const imageForm: Form<SceneImage> = object<SceneImage>({
  description: seriesParameters,
  members: { ...keptImage, series: listOf(hashForm, MOST.series) },
  called: 'an object with hash, name, width and height',
});

const countsForm = leaf({
  fits: (value): value is SceneGrid['counts'] =>
    Array.isArray(value) && value.length === 3 && value.every((n) => Number.isInteger(n) && n >= 1),
  allowed: 'three whole numbers from 1 up',
});

/** A grid of the scene. */
export const gridForm: Form<SceneGrid> = object<SceneGrid>({
  description: seriesParameters,
  members: { name: nameForm, hash: hashForm, counts: countsForm, series: listOf(hashForm, MOST.series) },
  called: 'an object with hash, name and counts',
});

const MOST_LEVELS = ENVELOPE_RATE * LONGEST_SOUND;

const levelsForm = leaf({
  fits: (value): value is SceneSound['levels'] =>
    Array.isArray(value) &&
    value.length <= MOST_LEVELS &&
    value.every((n) => Number.isInteger(n) && n >= 0 && n <= 255),
  allowed: `up to ${MOST_LEVELS} whole numbers from 0 to 255`,
});

/** A sound of the scene. */
export const soundForm: Form<SceneSound> = object<SceneSound>({
  members: { name: nameForm, hash: hashForm, levels: levelsForm },
  called: 'an object with hash, name and levels',
});

/** A named frame. */
export const markerForm: Form<Marker> = object<Marker>({
  members: {
    name: nameForm,
    frame: leaf({ fits: (value): value is number => Number.isInteger(value), allowed: 'a whole frame' }),
  },
  called: 'an object with frame and name',
});

/** Markers that are not in the order of their frames. */
export function lateMarkers(markers: readonly Marker[], at: string): readonly Fault[] {
  const late = markers.findIndex(({ frame }, i) => i > 0 && frame <= markers[i - 1]!.frame);
  return late < 0
    ? []
    : [fault('range', `${at}[${late}].frame`, markers[late]!.frame, 'a frame after that of the marker before it')];
}
