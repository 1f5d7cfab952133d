import { filePerFrame, tablesIn, type ParticleFormat } from './format';

/** Binary glTF 2.0. Source: Khronos Group, glTF 2.0 Specification. */
export const glb: ParticleFormat = {
  name: 'glb',
  label: 'glTF points',
  extension: 'glb',
  type: 'model/gltf-binary',
  summary: 'Points of binary glTF, with velocity, age, life, mass, size and number as attributes of their own.',
  ...filePerFrame(async () => {
    const { particlesGlb } = await import('../particles-gltf');
    return (run, emitters) => particlesGlb(tablesIn(run, emitters));
  }),
};
