import type { Assets } from '../document/assets';
import type { Scene, SceneMesh } from '../document/scene';
import type { TriangleMesh } from '../lib/meshes/mesh';
import { meshSources } from '../kinds/meshes';

/** Meshes made lately, so that an edit elsewhere does not make them again. */
const made = new Map<string, TriangleMesh>();
const MOST_KEPT = 24;

/** A mesh of the scene in its own frame; undefined where its file is not there. */
export function buildMesh({ source }: SceneMesh, assets: Assets): TriangleMesh | undefined {
  const key = JSON.stringify(source);
  const known = made.get(key);
  if (known) {
    made.delete(key);
    made.set(key, known);
    return known;
  }
  const mesh = meshSources.get(source.kind).build(source, assets);
  if (!mesh) return undefined;
  if (made.size >= MOST_KEPT) made.delete(made.keys().next().value!);
  made.set(key, mesh);
  return mesh;
}

/** The mesh of that id; undefined where the scene has none or its file is not there. */
export function meshOfScene(scene: Pick<Scene, 'meshes'>, assets: Assets, id: string): TriangleMesh | undefined {
  const mesh = scene.meshes.find((m) => m.id === id);
  return mesh && buildMesh(mesh, assets);
}
