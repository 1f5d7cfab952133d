import { describe } from '../../document/parameters';
import { FRAME_NAMES, frameFault, frameFormula } from './frame-formula';
import { defineGate } from './gate';

const parameters = describe({
  formula: {
    type: 'text',
    label: 'Formula',
    default: 'mod(frame − 4, 17) < 2',
    most: 1000,
    formula: 'gate',
    help: `On where it is not 0. Names: ${FRAME_NAMES.join(', ')}, and the dials.`,
  },
});

/** On where a formula of the frame is not 0. */
export const formula = defineGate({
  kind: 'formula',
  label: 'formula',
  summary: 'On at the frames where a formula is true, or any number but 0.',
  parameters,
  compile(values, clock) {
    const value = frameFormula(values.formula, clock);
    return (frame) => value !== undefined && value(frame) !== 0;
  },
  broken: (values, dials) => frameFault(values.formula, dials),
});
