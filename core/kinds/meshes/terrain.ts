import { describe } from '../../document/parameters';
import { exp } from '../../lib/math/exact';
import { gradientNoise, seededCorners } from '../../lib/noise/gradient';
import { streamOf } from '../../lib/random/lookup';
import { seed } from '../../document/descriptions/seed';
import { gridMesh } from '../../lib/meshes/grid';
import { detail, length } from './common';
import { defineMeshSource } from './source';

const parameters = describe({
  size: length('Size', 8, 'Width and depth.'),
  mount: {
    type: 'number',
    label: 'Mount height',
    unit: 'm',
    default: 2,
    usual: [-5, 5],
    max: 10000,
    min: -10000,
    help: 'The height of the mount in the centre. Below 0 it is a hollow.',
  },
  relief: {
    type: 'number',
    label: 'Relief',
    unit: 'm',
    default: 0.8,
    min: 0,
    max: 10000,
    usual: [0, 3],
    help: 'The height of the random relief.',
  },
  grain: length('Grain', 2, 'Width of the largest ups and downs.'),
  detail: { ...detail, default: 96 },
  seed: { ...seed, help: 'Another seed gives a different relief.' },
});

/** A bed with a bell-shaped mount (e^(−r²/(0.22·size)²)) and five octaves of gradient noise, halved each time. */
export const terrain = defineMeshSource({
  kind: 'terrain',
  label: 'terrain',
  summary: 'A sea bed with a mount in the centre and a random relief.',
  parameters,
  build(values) {
    const { size, mount, relief, grain, detail: cells, seed: own } = values;
    const corners = seededCorners(streamOf(own, 91));
    const width = 0.22 * size;
    return gridMesh(cells, cells, (u, v) => {
      // u runs along Z and v along X, so that normals point up.
      const x = (v - 0.5) * size;
      const z = (u - 0.5) * size;
      let y = mount * exp(-(x * x + z * z) / (width * width));
      let height = relief;
      let scale = 1 / grain;
      for (let octave = 0; octave < 5; octave++) {
        y += height * gradientNoise(x * scale, 3.7 * octave + 0.5, z * scale, corners);
        height *= 0.5;
        scale *= 2.1;
      }
      return [x, y, z];
    });
  },
});
