import { describe } from '../parameters';

/** What every strip of the desk has, a field's and a group's. */
export const stripParameters = describe({
  mute: {
    type: 'switch',
    label: 'Mute',
    default: false,
    help: 'A muted field or group does nothing.',
  },
  solo: { type: 'switch', label: 'Solo', default: false, help: 'While any strip is soloed, only soloed strips act.' },
  group: { type: 'reference', to: 'group', label: 'Parent group', default: '', help: 'The group that it belongs to.' },
  mix: {
    type: 'number',
    label: 'Mix',
    unit: '%',
    default: 100,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'In a layered group: how far it replaces the result of the members before it, within its falloff.',
  },
});
