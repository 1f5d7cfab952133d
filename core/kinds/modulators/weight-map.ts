import { describe } from '../../document/parameters';
import { PAINTED_CARD } from '../shared/painted-card';
import { weightMapParameter, weightMapTrouble } from '../shared/weight-map-parameter';
import { amountParameters, defineModulator, followParameters } from './modulator';

const parameters = describe({
  ...weightMapParameter,
  ...followParameters,
  ...amountParameters('', 0, 1, false),
});

/** ν is the painted weight of the nearest point of a card or mesh. */
export const weightMap = defineModulator({
  kind: 'weight-map',
  label: 'weight map',
  summary: 'The painted weight at the nearest point of a card or mesh.',
  placed: true,
  formula: 'w ← w·(1 − a·(1 − ν)), ν the painted weight',
  source: 'linear interpolation on each face, textbook numerical methods',
  parameters,
  examples: [
    { values: { weightMap: 'w' }, where: [1, 5, 0.2], weights: PAINTED_CARD, value: 1 },
    { values: { weightMap: 'w' }, where: [1, 0, -1.5], weights: PAINTED_CARD, value: 0.25 },
    // Beyond the edge: as on it.
    { values: { weightMap: 'w' }, where: [9, 0, 0], weights: PAINTED_CARD, value: 1 },
    { where: [0, 0, 0], value: 1 },
  ],
  compile({ values, weights, fps }) {
    const found = weights(values.weightMap);
    const near = new Float64Array(3);
    return ({ where: { x, y, z }, block: { count }, frame }, out) => {
      found?.pose(frame / fps);
      for (let i = 0; i < count; i++) out[i] = found ? found.at(x[i]!, y[i]!, z[i]!, near) : 1;
    };
  },
  broken: ({ values, weights }) => weightMapTrouble(values.weightMap, weights(values.weightMap)),
});
