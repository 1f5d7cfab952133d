import { describe, type ValuesOf } from '../../document/parameters';
import { hollowness } from '../../lib/meshes/hollows';
import { defineMask, rangeParameters, type MaskSource } from './mask';

const parameters = describe({
  ...rangeParameters('m', -10, 10, [-0.5, 0.5]),
  width: {
    type: 'number',
    label: 'Width',
    unit: 'm',
    default: 1,
    min: 0.001,
    max: 10000,
    usual: [0.1, 5],
    help: 'The width of the hollows to find.',
  },
});

function depthOf({ values, surface }: MaskSource<ValuesOf<typeof parameters>>) {
  const { width } = values;
  const depths = surface && hollowness(surface, width);
  return ({ corners, weights }: { corners: Uint32Array; weights: Float64Array }) =>
    depths
      ? weights[0]! * depths[corners[0]!]! + weights[1]! * depths[corners[1]!]! + weights[2]! * depths[corners[2]!]!
      : 0;
}

/** Births where the surface lies deeper than its surroundings, in metres; ridges are below 0. */
export const hollows = defineMask({
  kind: 'hollows',
  label: 'hollows',
  summary: 'Births only in the hollows of a mesh. Negative limits select its ridges.',
  parameters,
  needsMesh: true,
  measures: { label: 'depth of hollows', unit: 'm', value: depthOf },
});
