import { describe, type ValuesOf } from '../describe/parameters';
import { faultOf, readFormula } from '../formula/formula';
import type { GateKind } from './gate';

/** Names a formula of a gate may use. */
export const GATE_VARIABLES = ['frame', 'time', 'first', 'last', 'fps'] as const;

const parameters = describe({
  formula: {
    type: 'text',
    label: 'Formula',
    default: 'mod(frame − 4, 17) < 2',
    most: 1000,
    formula: true,
    help: `On where it is not 0. Names: ${GATE_VARIABLES.join(', ')}.`,
  },
});

/** On where a formula of the frame is not 0. */
export const formula: GateKind = {
  kind: 'formula',
  label: 'formula',
  summary: 'On at the frames where a formula is true, or any number but 0.',
  parameters,
  compile(values, { fps, first, last }) {
    const text = (values as ValuesOf<typeof parameters>).formula;
    if (faultOf(text, GATE_VARIABLES)) return () => false;
    const read = readFormula(text, GATE_VARIABLES);
    const notes = { notFinite: 0 };
    return (frame) => read([frame, frame / fps, first, last, fps], notes) !== 0;
  },
  broken: (values) => faultOf((values as ValuesOf<typeof parameters>).formula, GATE_VARIABLES),
};
