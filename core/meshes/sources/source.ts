import type { Values } from '../../describe/parameters';
import type { Kind } from '../../describe/registry';
import type { Assets } from '../../scene/assets';
import type { TriangleMesh } from '../mesh';

/** Where a mesh of the scene comes from. */
export interface MeshSource extends Kind {
  /** The mesh in its own frame; undefined where its file is not there. */
  build(values: Values, assets: Assets): TriangleMesh | undefined;
}
