import { AnimationMixer, Mesh, Texture, Vector3, type BufferGeometry } from 'three';
import { GLTFLoader } from 'three/addons/loaders/GLTFLoader.js';
import { checkGltf } from './gltf-check';
import { MESH_LIMITS } from './mesh-file';
import type { Body, ReadBodies } from './bodies';
import { fileFault } from './scene-faults';

/** Poses a second that an animation is read at, where there is room for so many. */
const POSES_A_SECOND = 24;

/** Reads glTF or GLB; an animation is read as poses of the corners, morphs and bones included. */
export async function readGltf(buffer: ArrayBuffer, name: string): Promise<ReadBodies> {
  if (checkGltf(buffer, name).scenes === 0)
    throw fileFault('empty', `“${name}” has no scene. Use glTF files with one.`, 'a glTF file with a scene');
  const loader = new GLTFLoader();
  // Pictures are not needed, and could not be decoded alike everywhere.
  loader.register(() => ({ name: 'bathyclast-without-pictures', loadTexture: () => Promise.resolve(new Texture()) }));
  const { scene, animations } = await loader.parseAsync(buffer, '');
  scene.updateMatrixWorld(true);
  const meshes: Mesh[] = [];
  scene.traverse((object) => {
    if (object instanceof Mesh) meshes.push(object);
  });
  const corners = meshes.reduce((n, mesh) => n + mesh.geometry.getAttribute('position').count, 0);
  const duration = Math.max(0, ...animations.map((clip) => clip.duration));
  const room = Math.max(1, Math.min(MESH_LIMITS.poses, Math.floor(MESH_LIMITS.posed / Math.max(1, 3 * corners))));
  const count = duration > 0 ? Math.max(2, Math.min(room, Math.round(duration * POSES_A_SECOND))) : 0;
  const step = count > 0 ? duration / count : undefined;
  const poses = meshes.map(() => [] as Float32Array[]);
  if (step !== undefined) {
    const mixer = new AnimationMixer(scene);
    for (const clip of animations) mixer.clipAction(clip).play();
    for (let pose = 0; pose < count; pose++) {
      mixer.setTime(pose * step);
      scene.updateMatrixWorld(true);
      meshes.forEach((mesh, i) => poses[i]!.push(cornersOf(mesh)));
    }
    mixer.setTime(0);
    scene.updateMatrixWorld(true);
  }
  const bodies = meshes.map((mesh, i): Body => {
    const materials = (Array.isArray(mesh.material) ? mesh.material : [mesh.material]).map((m) => m.name);
    const geometry = mesh.geometry.clone();
    const moving = step !== undefined;
    geometry.applyMatrix4(mesh.matrixWorld);
    if (moving) replacePositions(geometry, poses[i]![0]!);
    return { geometry, name: mesh.name, materials, ...(moving && { poses: poses[i]! }) };
  });
  const few = count > 0 && duration * POSES_A_SECOND > count + 1;
  return {
    bodies,
    ...(step !== undefined && { step }),
    notices: few ? [`Its animation of ${duration.toFixed(1)} s was read at ${count} moments.`] : [],
  };
}

function replacePositions(geometry: BufferGeometry, positions: Float32Array): void {
  const attribute = geometry.getAttribute('position').clone();
  for (let i = 0; i < attribute.count; i++)
    attribute.setXYZ(i, positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!);
  geometry.setAttribute('position', attribute);
}

/** Where the corners of a mesh are now, in the world of the file. */
function cornersOf(mesh: Mesh): Float32Array {
  const { count } = mesh.geometry.getAttribute('position');
  const out = new Float32Array(3 * count);
  const at = new Vector3();
  for (let i = 0; i < count; i++) {
    mesh.getVertexPosition(i, at).applyMatrix4(mesh.matrixWorld);
    out.set([at.x, at.y, at.z], 3 * i);
  }
  return out;
}
