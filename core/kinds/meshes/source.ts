import type { Values, Description, ValuesOf } from '../../document/parameters';
import type { Kind } from '../../document/registry';
import type { Assets } from '../../document/assets';
import type { TriangleMesh } from '../../lib/meshes/mesh';

/** Where a mesh of the scene comes from. */
export interface MeshSource<V = Values> extends Kind {
  /** The mesh in its own frame; undefined where its file is not there. */
  build(values: V, assets: Assets): TriangleMesh | undefined;
}

/**
 * Describes a kind of mesh made by code or read from a file: its routines see values of the types that its parameters
 * say.
 */
export const defineMeshSource = <D extends Description>(
  kind: MeshSource<ValuesOf<D>> & { readonly parameters: D },
): MeshSource => kind;
