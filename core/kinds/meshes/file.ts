import { describe } from '../../document/parameters';
import { meshOf } from '../../document/assets';
import { scaledMesh } from '../../lib/meshes/scaled';
import { defineMeshSource } from './source';

const parameters = describe({
  hash: {
    type: 'text',
    label: 'Content',
    default: '',
    most: 64,
    help: 'The content hash under which the mesh is kept.',
  },
  file: { type: 'text', label: 'File', default: '', most: 120, help: 'The name of the file it came from.' },
  size: {
    type: 'number',
    label: 'Unit size',
    unit: 'm',
    default: 1,
    min: 0,
    above: true,
    max: 1e6,
    usual: [0.001, 100],
    help: 'The length of one unit of the file.',
  },
});

/** A mesh read from a file at import and kept under its content hash. */
export const file = defineMeshSource({
  kind: 'file',
  label: 'file',
  summary: 'A mesh read from OBJ, PLY, STL or glTF.',
  parameters,
  build(values, assets) {
    const { hash, size } = values;
    const mesh = meshOf(assets, hash);
    return mesh && scaledMesh(mesh, size);
  },
});
