import { describe } from '../../describe/parameters';
import { seed } from './seed';

/** Numbers of a field beside its place, settings, extent, profile and sends. */
export const fieldParameters = describe({
  strength: {
    type: 'number',
    label: 'Strength',
    unit: '=',
    default: 1,
    usual: [-10, 10],
    help: 'How much, in the unit of the way it acts.',
  },
  seed: { ...seed, help: 'Another seed gives this field another pattern.' },
  mute: { type: 'switch', label: 'Mute', default: false, help: 'A muted field does nothing.' },
  solo: { type: 'switch', label: 'Solo', default: false, help: 'While any field is soloed, only soloed ones act.' },
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
