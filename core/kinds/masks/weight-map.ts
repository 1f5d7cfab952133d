import { describe } from '../../document/parameters';
import { weightMapParameter } from '../shared/weight-map-parameter';
import { defineMask, rangeParameters } from './mask';

const range = rangeParameters('', 0, 1, [0, 1]);

const parameters = describe({
  ...weightMapParameter,
  ...range,
  lowRamp: { ...range.lowRamp, default: 1 },
});

/** Births where a weight map is painted, by the nearest point of its card or mesh. */
export const weightMap = defineMask({
  kind: 'weight-map',
  label: 'weight map',
  summary: 'Births follow weights that are painted on a mesh or card.',
  parameters,
  broken: ({ values }) => (values.weightMap === '' ? 'no weight map is chosen' : undefined),
  measures: {
    label: 'weight',
    unit: '',
    value({ values, resources }) {
      const weights = resources.weights(values.weightMap);
      const near = new Float64Array(3);
      return ({ x, y, z }, time) => {
        if (!weights) return 1;
        weights.pose(time);
        return weights.at(x, y, z, near);
      };
    },
  },
});
