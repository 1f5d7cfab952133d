import { describe } from '../../document/parameters';
import { defineAutomation, combinationParameter } from './automation';

const parameters = describe({
  dial: { type: 'text', label: 'Dial', default: '', most: 32, dial: true, help: 'The dial that it follows.' },
  combination: combinationParameter,
  gain: {
    type: 'number',
    label: 'Gain',
    unit: '×',
    default: 1,
    usual: [-10, 10],
    help: 'Multiplies the value of the dial.',
  },
  offset: { type: 'number', label: 'Offset', unit: '', default: 0, usual: [-10, 10], help: 'Added to the result.' },
});

/** gain · dial + offset. */
export const fromDial = defineAutomation({
  kind: 'dial',
  label: 'dial',
  summary: 'Follows a dial of the scene, with a gain and an offset.',
  parameters,
  examples: [{ values: { dial: 'swell', gain: 2, offset: -1 }, dials: { swell: 0.75 }, at: 0, value: 0.5 }],
  formula: 'gain·dial + offset',
  source: 'common practice, no source',
  compile({ values, dials }) {
    const { dial, gain, offset } = values;
    const index = dials.names.indexOf(dial);
    return (frame) => gain * (dials.at(frame)[index] ?? 0) + offset;
  },
  broken(values, { dials }) {
    const { dial } = values;
    if (dial === '') return 'no dial is chosen';
    return dials.names.includes(dial) ? undefined : `there is no dial “${dial}”`;
  },
});
