import { describe } from '../../document/parameters';
import { defineGate } from './gate';

const frames = (label: string, value: number, min: number, help: string) =>
  ({
    type: 'number',
    label,
    unit: 'f',
    default: value,
    min,
    max: 100000,
    whole: true,
    usual: [min, 96],
    help,
  }) as const;

const parameters = describe({
  every: frames('Every', 12, 1, 'Frames from the beginning of one pulse to that of the next.'),
  on: frames('On for', 2, 1, 'Frames each pulse lasts.'),
  from: {
    ...frames('From frame', 0, -100000, 'The frame of the first pulse; before it the gate is shut.'),
    usual: [0, 240],
  },
});

/** A pulse train: every n frames on for m, from a first frame on. */
export const pulses = defineGate({
  kind: 'pulses',
  label: 'pulses',
  summary: 'Active for some frames, again and again.',
  parameters,
  compile(values) {
    const { every, on, from } = values;
    return (frame) => frame >= from && (frame - from) % every < on;
  },
});
