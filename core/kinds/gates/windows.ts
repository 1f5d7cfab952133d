import { describe } from '../../document/parameters';
import { defineGate } from './gate';

const parameters = describe({
  spans: {
    type: 'spans',
    label: 'Windows',
    default: [[0, 24]],
    help: 'On from the first frame of each, up to but without its last.',
  },
});

/** On inside windows of frames [from, to). */
export const windows = defineGate({
  kind: 'windows',
  label: 'windows of frames',
  summary: 'On inside one or more windows of frames, each from its first frame up to but without its last.',
  parameters,
  compile(values) {
    const { spans } = values;
    return (frame) => spans.some(([from, to]) => frame >= from && frame < to);
  },
});
