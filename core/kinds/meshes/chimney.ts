import { describe } from '../../document/parameters';
import { cos, sin } from '../../lib/math/exact';
import { gradientNoise, seededCorners } from '../../lib/noise/gradient';
import { streamOf } from '../../lib/random/lookup';
import { seed } from '../../document/descriptions/seed';
import { gridMesh } from '../../lib/meshes/grid';
import { joinMeshes } from '../../lib/meshes/join';
import { detail, length } from './common';
import { defineMeshSource } from './source';

const parameters = describe({
  height: length('Height', 1.4, 'From the bed to the mouth.'),
  foot: length('Foot', 0.6, 'Radius at the bed.'),
  mouth: length('Mouth', 0.2, 'Radius of the opening.'),
  lumps: {
    type: 'number',
    label: 'Roughness',
    unit: 'm',
    default: 0.12,
    min: 0,
    max: 1000,
    usual: [0, 0.5],
    help: 'The unevenness of the wall.',
  },
  detail: { ...detail, default: 32 },
  seed: { ...seed, help: 'Another seed gives a different chimney.' },
});

/** A lumpy chimney that narrows towards its mouth; its wall and its rim are groups. */
export const chimney = defineMeshSource({
  kind: 'chimney',
  label: 'chimney',
  summary: 'A rough chimney with an open mouth. Wall and rim are named groups.',
  parameters,
  build(values) {
    const { height, foot, mouth, lumps, detail: cells, seed: own } = values;
    const corners = seededCorners(streamOf(own, 92));
    const point = (u: number, t: number, inner: number): readonly [number, number, number] => {
      const turn = 6.283185307179586 * u;
      const x = cos(turn);
      const z = sin(turn);
      const narrowing = (1 - t) * (1 - t);
      const lump = lumps * (1 - 0.5 * t) * gradientNoise(2.1 * x, 3.2 * t * height, 2.1 * z, corners);
      const r = Math.max(0.2 * mouth, mouth + (foot - mouth) * narrowing + lump) * inner;
      return [r * x, t * height, r * z];
    };
    const rim = 1.25;
    return joinMeshes([
      { name: 'wall', mesh: gridMesh(2 * cells, cells, (u, v) => point(1 - u, v, rim), { closedU: true }) },
      { name: 'rim', mesh: gridMesh(2 * cells, 2, (u, v) => point(1 - u, 1, rim + (1 - rim) * v), { closedU: true }) },
    ]);
  },
});
