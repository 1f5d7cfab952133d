import { describe } from '../parameters';
import { seed } from './seed';
import { stripParameters } from './strip';

const inSpan = (v: Readonly<Record<string, unknown>>) => v['limitedRange'] === true;

/** Numbers of a field beside its place, settings, falloff shape, curve and sends. */
export const fieldParameters = describe({
  ...stripParameters,
  strength: {
    type: 'number',
    label: 'Strength',
    unit: '=',
    default: 1,
    usual: [-10, 10],
    help: 'How strongly the field acts, in the unit of its way of acting.',
  },
  seed: { ...seed, help: 'Another seed gives this field a different pattern.' },
  targetSpeed: {
    type: 'number',
    label: 'Target speed',
    unit: 'm/s',
    default: 1,
    usual: [-5, 5],
    help: 'The speed that the field gives particles while it sets their velocity.',
  },
  limitedRange: {
    type: 'switch',
    label: 'Limited range',
    default: false,
    help: 'Limits the field to a range of frames.',
  },
  activeFrom: {
    type: 'number',
    label: 'First active frame',
    unit: '',
    default: 0,
    whole: true,
    usual: [0, 240],
    fixed: true,
    help: 'The first frame on which the field acts.',
    shown: inSpan,
  },
  activeUntil: {
    type: 'number',
    label: 'Active until',
    unit: '',
    default: 48,
    whole: true,
    usual: [0, 240],
    fixed: true,
    help: 'The first frame on which the field no longer acts. After the first active frame.',
    shown: inSpan,
  },
  furtherRanges: {
    type: 'spans',
    label: 'Further ranges',
    default: [],
    none: true,
    help: 'More ranges of frames on which the field acts, with the same easing.',
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
    help: 'Frames over which the field fades in.',
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
    help: 'Frames over which the field fades out before its end.',
    shown: inSpan,
  },
});

/** How much of a field an emitter's particles feel. */
export const sendParameter = {
  type: 'number',
  label: 'Send',
  unit: '',
  fraction: true,
  default: 1,
  min: 0,
  max: 2,
  usual: [0, 2],
  help: 'How strongly the field acts on this emitter’s particles: 100 % is full strength.',
} as const;
