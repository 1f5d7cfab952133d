import { describe } from '../../document/parameters';
import { FRAME_NAMES, frameFault, frameFormula } from '../gates/frame-formula';
import { defineAutomation, combinationParameter } from './automation';

const parameters = describe({
  formula: {
    type: 'text',
    label: 'Formula',
    default: 'sin(2 × time)',
    most: 1000,
    formula: 'gate',
    help: `A number. Names: ${FRAME_NAMES.join(', ')}, and the dials.`,
  },
  combination: combinationParameter,
});

/** Any expression of the frame and the dials. */
export const formula = defineAutomation({
  kind: 'formula',
  label: 'formula',
  summary: 'Follows a formula of time and dials.',
  parameters,
  examples: [{ values: { formula: 'time × swell + frame' }, dials: { swell: 4 }, at: 0.5, value: 14 }],
  formula: 'the expression itself',
  source: 'no source',
  compile: (source) => frameFormula(source.values.formula, source) ?? (() => 0),
  broken: (values, { dials }) => frameFault(values.formula, dials),
});
