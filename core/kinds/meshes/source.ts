import type { Values } from '../../document/parameters';
import type { Kind } from '../../document/registry';
import type { Assets } from '../../document/assets';
import type { TriangleMesh } from '../../lib/meshes/mesh';

/** Where a mesh of the scene comes from. */
export interface MeshSource extends Kind {
  /** The mesh in its own frame; undefined where its file is not there. */
  build(values: Values, assets: Assets): TriangleMesh | undefined;
}
