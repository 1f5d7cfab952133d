import { fieldShownBy, isSeenToTurn, sourceShownBy } from '../kinds/looks';
import type { Scene } from '../document/scene';

/**
 * Everything of a scene that its simulation hangs on, as text; names, colours and all else that is only drawn are left
 * out.
 */
export function simulationKey(scene: Scene): string {
  const {
    seed,
    keepFlat,
    time,
    emitters,
    fields,
    groups,
    desk,
    colliders,
    carriers,
    zones,
    dials,
    meshes,
    weightMaps,
    images,
    grids,
    bounds,
    sounds,
  } = scene;
  return JSON.stringify([
    seed,
    keepFlat,
    time,
    // Of a look only what its particles are to have beside their places changes what is simulated.
    emitters.map((e) => ({
      ...e,
      name: '',
      shown: true,
      drawn: true,
      look: [isSeenToTurn(e), fieldShownBy(e), sourceShownBy(e)],
      addedLooks: 0,
      rendered: true,
    })),
    fields.map((f) => ({ ...f, name: '' })),
    groups.map((g) => ({ ...g, name: '', folded: false })),
    { ...desk, state: '' },
    colliders.map((c) => ({ ...c, name: '', shown: true })),
    carriers.map((c) => ({ ...c, name: '', shown: true })),
    zones.map((z) => ({ ...z, name: '', tint: '', tintAmount: 0, sizeFactor: 1, form: '', mesh: '' })),
    dials,
    meshes.map((m) => m.source),
    // An image or grid that does not change stays what it is under its hash.
    [...images, ...grids].filter(({ series }) => series.length > 0).map((file) => ({ ...file, name: '' })),
    bounds,
    // A sound stays what it is under its hash.
    sounds.map((sound) => sound.hash),
    // Keys of scenes without painted weights stay as they were.
    ...(weightMaps.length > 0 ? [weightMaps.map((map) => ({ ...map, name: '' }))] : []),
  ]);
}
