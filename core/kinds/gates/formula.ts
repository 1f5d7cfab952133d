import { describe } from '../../document/parameters';
import { FRAME_NAMES, frameFault, frameFormula } from './frame-formula';
import { defineGate } from './gate';

const parameters = describe({
  formula: {
    type: 'text',
    label: 'Formula',
    default: 'mod(frame, 24) < 12',
    most: 1000,
    formula: 'gate',
    help: `Active on the frames where the result is not 0. Names: ${FRAME_NAMES.join(', ')}, and the dials.`,
  },
});

/** On where a formula of the frame is not 0. */
export const formula = defineGate({
  kind: 'formula',
  label: 'formula',
  summary: 'Active on the frames where a formula is true.',
  parameters,
  compile(values, clock) {
    const value = frameFormula(values.formula, clock);
    return (frame) => value !== undefined && value(frame) !== 0;
  },
  broken: (values, dials) => frameFault(values.formula, dials),
});
