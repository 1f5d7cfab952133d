import { describe } from '../parameters';

/** What every strip of the desk has, a field's and a group's. */
export const stripParameters = describe({
  mute: {
    type: 'switch',
    label: 'Mute',
    default: false,
    help: 'A muted strip does nothing, nor do the members of a muted group.',
  },
  solo: { type: 'switch', label: 'Solo', default: false, help: 'While any strip is soloed, only soloed ones act.' },
  group: { type: 'reference', to: 'group', label: 'In group', default: '', help: 'The group it stands in.' },
  mix: {
    type: 'number',
    label: 'Mix',
    unit: '%',
    default: 100,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'In a layered group: how much it covers of what came before, within its own falloff.',
  },
});
