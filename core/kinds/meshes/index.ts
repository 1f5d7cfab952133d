import { Registry } from '../../document/registry';
import { ball } from './ball';
import { box } from './box';
import { chimney } from './chimney';
import { file } from './file';
import { ring } from './ring';
import type { MeshSource } from './source';
import { terrain } from './terrain';

/** Everything a mesh of the scene can come from. */
export const meshSources = new Registry<MeshSource>('source of meshes', [terrain, chimney, ball, ring, box, file]);
