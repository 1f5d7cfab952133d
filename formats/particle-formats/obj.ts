import { filePerFrame, type ParticleFormat } from './format';

/** Wavefront OBJ: polylines and triangles. */
export const obj: ParticleFormat = {
  name: 'obj',
  label: 'OBJ: strands and bent meshes',
  extension: 'obj',
  type: 'model/obj',
  summary: 'Strands as polylines, root first, and bent meshes as triangles.',
  async unfit(scene) {
    const { hasBodies } = await import('../bodies-obj');
    return hasBodies(scene) ? undefined : `OBJ holds strands and bent meshes, and “${scene.name}” has none`;
  },
  ...filePerFrame(async () => {
    const { bodiesObj } = await import('../bodies-obj');
    return ({ scene, assets }, emitters) => bodiesObj(scene, assets, emitters);
  }),
};
