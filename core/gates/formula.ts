import { describe, type ValuesOf } from '../describe/parameters';
import { faultOf, readFormula } from '../formula/formula';
import type { GateKind } from './gate';
import { GATE_VARIABLES } from './variables';

const NAMES = GATE_VARIABLES.map(({ name }) => name);

const parameters = describe({
  formula: {
    type: 'text',
    label: 'Formula',
    default: 'mod(frame − 4, 17) < 2',
    most: 1000,
    formula: 'gate',
    help: `On where it is not 0. Names: ${NAMES.join(', ')}, and the dials.`,
  },
});

type Settings = ValuesOf<typeof parameters>;

/** On where a formula of the frame is not 0. */
export const formula: GateKind = {
  kind: 'formula',
  label: 'formula',
  summary: 'On at the frames where a formula is true, or any number but 0.',
  parameters,
  compile(values, { fps, first, last, dials }) {
    const text = (values as Settings).formula;
    const names = [...NAMES, ...dials.names];
    if (faultOf(text, names)) return () => false;
    const read = readFormula(text, names);
    return (frame) => read.value([frame, frame / fps, first, last, fps, ...dials.at(frame)]) !== 0;
  },
  broken: (values, dials) => faultOf((values as Settings).formula, [...NAMES, ...dials.names]),
};
