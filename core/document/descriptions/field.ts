import { describe } from '../parameters';
import { seed } from './seed';
import { stripParameters } from './strip';

const inSpan = (v: Readonly<Record<string, unknown>>) => v['spanned'] === true;

/** Numbers of a field beside its place, settings, extent, profile and sends. */
export const fieldParameters = describe({
  ...stripParameters,
  strength: {
    type: 'number',
    label: 'Strength',
    unit: '=',
    default: 1,
    usual: [-10, 10],
    help: 'How much, in the unit of the way it acts.',
  },
  seed: { ...seed, help: 'Another seed gives this field another pattern.' },
  pace: {
    type: 'number',
    label: 'Drive speed',
    unit: 'm/s',
    default: 1,
    usual: [-5, 5],
    help: 'The speed that its vector stands for while it drives: what particles are drawn to.',
  },
  spanned: {
    type: 'switch',
    label: 'Only in a span',
    default: false,
    help: 'On from one frame until another, and nowhere else.',
  },
  from: {
    type: 'number',
    label: 'From frame',
    unit: '',
    default: 0,
    whole: true,
    usual: [0, 240],
    fixed: true,
    help: 'The first frame it is on.',
    shown: inSpan,
  },
  until: {
    type: 'number',
    label: 'Until frame',
    unit: '',
    default: 48,
    whole: true,
    usual: [0, 240],
    fixed: true,
    help: 'The first frame it is off again. After the one it begins at.',
    shown: inSpan,
  },
  also: {
    type: 'spans',
    label: 'And again',
    default: [],
    none: true,
    help: 'Further spans in which it is on, with the same eases.',
    shown: inSpan,
  },
  easeIn: {
    type: 'number',
    label: 'Ease in',
    unit: 'frames',
    default: 0,
    min: 0,
    usual: [0, 48],
    fixed: true,
    help: 'Frames over which it comes up from nothing.',
    shown: inSpan,
  },
  easeOut: {
    type: 'number',
    label: 'Ease out',
    unit: 'frames',
    default: 0,
    min: 0,
    usual: [0, 48],
    fixed: true,
    help: 'Frames over which it goes down before its end.',
    shown: inSpan,
  },
});

/** How much of a field an emitter's particles feel. */
export const sendParameter = {
  type: 'number',
  label: 'Send',
  unit: '%',
  default: 1,
  min: 0,
  max: 2,
  usual: [0, 2],
  help: 'How much of the field this emitter’s particles feel: 1 is 100 %.',
} as const;
