import { describe, type ValuesOf } from '../describe/parameters';
import { faultOf, readFormula } from '../formula/formula';
import { GATE_VARIABLES } from '../gates/variables';
import { actsParameter, type TideKind } from './tide';

const NAMES = GATE_VARIABLES.map(({ name }) => name);

const parameters = describe({
  formula: {
    type: 'text',
    label: 'Formula',
    default: 'sin(2 × time)',
    most: 1000,
    formula: 'gate',
    help: `A number. Names: ${NAMES.join(', ')}, and the dials.`,
  },
  acts: actsParameter,
});

type Settings = ValuesOf<typeof parameters>;

/** Any expression of the frame and the dials. */
export const formula: TideKind = {
  kind: 'formula',
  label: 'formula',
  summary: 'What a formula of the time and the dials gives.',
  parameters,
  formula: 'the expression itself',
  source: 'no source',
  compile({ values, fps, first, last, dials }) {
    const text = (values as Settings).formula;
    const names = [...NAMES, ...dials.names];
    if (faultOf(text, names)) return () => 0;
    const read = readFormula(text, names);
    return (frame) => read.value([frame, frame / fps, first, last, fps, ...dials.at(frame)]);
  },
  broken: (values, dials) => faultOf((values as Settings).formula, [...NAMES, ...dials.names]),
};
