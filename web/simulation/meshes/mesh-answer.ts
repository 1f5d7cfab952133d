import type { MeshImport } from '../../../formats/mesh-import';

/** What the thread answers. */
export type MeshAnswer = ({ readonly ok: true } & MeshImport) | { readonly ok: false; readonly message: string };
