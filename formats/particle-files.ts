import type { Assets } from '../core/document/assets';
import type { Scene } from '../core/document/scene';
import { bodiesObj, hasBodies } from './bodies-obj';
import { particlesCsv, particlesPly, particlesPlyText, tablesOf } from './particles';
import { particlesGlb } from './particles-gltf';

/** Ways to write the particles of one frame. */
export const PARTICLE_FORMATS = [
  { value: 'csv', label: 'CSV', extension: 'csv', type: 'text/csv' },
  { value: 'ply', label: 'PLY, binary', extension: 'ply', type: 'application/octet-stream' },
  { value: 'ply-text', label: 'PLY, text', extension: 'ply', type: 'text/plain' },
  { value: 'glb', label: 'glTF points', extension: 'glb', type: 'model/gltf-binary' },
  { value: 'usda', label: 'USD, all frames in one', extension: 'usda', type: 'text/plain' },
  { value: 'obj', label: 'OBJ: strands and bent meshes', extension: 'obj', type: 'model/obj' },
] as const;

export type ParticleFormat = (typeof PARTICLE_FORMATS)[number]['value'];

/** The ways that a scene can be written in: curves and bent meshes only where it has them. */
export const particleFormatsOf = (scene: Scene) => PARTICLE_FORMATS.filter(({ value }) => value !== 'obj' || hasBodies(scene));

/** The particles of a frame as one file of its own. USD holds all frames in one: {@link UsdaWriter} writes it. */
export function particleFile(
  format: Exclude<ParticleFormat, 'usda'>,
  scene: Scene,
  assets: Assets,
  emitters: Parameters<typeof bodiesObj>[2] & Parameters<typeof tablesOf>[0],
): Uint8Array | string {
  const ids = scene.emitters.map((e) => e.id);
  switch (format) {
    case 'csv':
      return particlesCsv(tablesOf(emitters, ids));
    case 'ply':
      return particlesPly(tablesOf(emitters, ids));
    case 'ply-text':
      return particlesPlyText(tablesOf(emitters, ids));
    case 'glb':
      return particlesGlb(tablesOf(emitters, ids));
    case 'obj':
      return bodiesObj(scene, assets, emitters);
  }
}
