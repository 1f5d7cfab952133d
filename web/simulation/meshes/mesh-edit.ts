import type { Kinded } from '../../../core/document/registry';
import { meshSources } from '../../../core/kinds/meshes';
import { withoutMesh } from '../../../core/scene/detach';
import type { SceneMesh } from '../../../core/document/scene';
import { freeIdentity } from '../../../core/scene/free-identity';
import { changeScene, editScene, openedScene } from '../../state/scene-store';
import { loadAssets } from '../scene-assets';
import { api } from '../../state/api';
import { importMesh } from './import-mesh';

/** Adds a mesh to the scene; returns its id. */
function addMesh(source: Kinded, name: string): string {
  const { meshes } = openedScene();
  const mesh: SceneMesh = {
    ...freeIdentity('m', name, meshes),
    source,
  };
  editScene((scene) => void scene.meshes.push(mesh));
  return mesh.id;
}

/** Adds a mesh made by code. */
export function addMadeMesh(kind: string): string {
  const { label } = meshSources.get(kind);
  return addMesh(meshSources.defaults(kind), label.charAt(0).toUpperCase() + label.slice(1));
}

/** Reads a mesh file, keeps it on the server and adds it to the scene. Throws a sentence where it can't be taken. */
export async function addMeshFile(
  file: File,
): Promise<{ readonly id: string; readonly notices: readonly string[]; readonly falloff: number }> {
  const { glb, notices, falloff } = await importMesh(file);
  const { hash } = await api.addMesh(glb, file.name);
  const id = addMesh(
    meshSources.defaults('file', { hash, file: file.name.slice(0, 120) }),
    file.name.replace(/\.[^.]+$/, '').slice(0, 100) || 'Mesh',
  );
  await loadAssets(openedScene());
  return { id, notices, falloff };
}

/** Changes a setting of a mesh. */
export function editMesh(id: string, name: string, value: unknown): void {
  editScene((scene) => {
    const mesh = scene.meshes.find((m) => m.id === id);
    if (mesh) mesh.source[name] = value;
  });
}

/** Takes a mesh out of the scene, and out of all that uses it. */
export function removeMesh(id: string): void {
  changeScene((scene) => withoutMesh(scene, id));
}
