import { describe, type ValuesOf } from '../../document/parameters';
import { faultOf, readFormula } from '../../lib/formula/formula';
import { defineMask, rangeParameters, type MaskSource } from './mask';
import { MASK_VARIABLES } from './variables';

const NAMES = MASK_VARIABLES.map(({ name }) => name);

const parameters = describe({
  formula: {
    type: 'text',
    label: 'Formula',
    default: '0.5 + 0.5 × cos(12 × sqrt(x^2 + z^2))',
    most: 1000,
    formula: 'mask',
    help: `A number for each place of birth. Names: ${NAMES.join(', ')}, and the dials.`,
  },
  ...rangeParameters('', 0, 1, [0, 1]),
});

/** Why its formula can't be read; undefined where it can. */
const trouble = ({ values, dials }: Pick<MaskSource<ValuesOf<typeof parameters>>, 'values' | 'dials'>) =>
  faultOf(values.formula, [...NAMES, ...dials.names]);

/** Births where a formula of the place and the time is between two limits. What can't be read takes none. */
export const formula = defineMask({
  kind: 'formula',
  label: 'formula',
  summary: 'Births only where a formula of position, normal, time and dials lies between two limits.',
  parameters,
  measures: {
    label: 'formula',
    unit: '',
    value(source) {
      if (trouble(source)) return () => NaN;
      const { fps, dials } = source;
      const read = readFormula(source.values.formula, [...NAMES, ...dials.names]);
      return ({ x, y, z, nx, ny, nz, u, v }, time) =>
        read.value([x, y, z, nx, ny, nz, u, v, time, time * fps, ...dials.at(time * fps)]);
    },
  },
  broken(source) {
    const fault = trouble(source);
    return fault && `its formula can’t be read: ${fault}`;
  },
});
