import { describe } from '../../document/parameters';
import { defineGate } from './gate';

const parameters = describe({
  spans: {
    type: 'spans',
    label: 'Ranges',
    default: [[0, 24]],
    help: 'Each range starts at its first frame and ends before its last.',
  },
});

/** On inside windows of frames [from, to). */
export const windows = defineGate({
  kind: 'windows',
  label: 'frame ranges',
  summary: 'Active in one or more ranges of frames.',
  parameters,
  compile(values) {
    const { spans } = values;
    return (frame) => spans.some(([from, to]) => frame >= from && frame < to);
  },
});
