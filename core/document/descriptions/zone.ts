import { describe } from '../parameters';
import { seed } from './seed';
import { bodyMesh, bodyOptions } from './small-body';

const soft = (v: Readonly<Record<string, unknown>>) => v['soft'] !== 0;
const dressed = (v: Readonly<Record<string, unknown>>) => v['effect'] === 'assign-variant';

/** Numbers of a zone beside its place, falloff shape, curve, modulators and sends. */
export const zoneParameters = describe({
  on: { type: 'switch', label: 'Enabled', default: true, help: 'A disabled zone affects no particles.' },
  effect: {
    type: 'choice',
    label: 'Effect',
    default: 'assign-variant',
    options: [
      { value: 'assign-variant', label: 'assign variant' },
      { value: 'remove', label: 'remove' },
    ],
    help: 'Assign variant gives the particles inside a tint and size, and lets fields act inside the zone only. Remove ends particles that enter.',
  },
  tint: {
    type: 'colour',
    label: 'Tint',
    default: '#f2c84b',
    help: 'The colour of the particles inside.',
    shown: dressed,
  },
  tintAmount: {
    type: 'number',
    label: 'Tint amount',
    unit: '%',
    default: 100,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'How far the tint replaces the particles’ own colour.',
    shown: dressed,
  },
  sizeFactor: {
    type: 'number',
    label: 'Size factor',
    unit: '×',
    default: 1,
    min: 0,
    usual: [0, 3],
    help: 'Multiplies the drawn size of the particles inside.',
    shown: dressed,
  },
  form: {
    type: 'choice',
    label: 'Body',
    default: 'look',
    options: [{ value: 'look', label: 'the look’s' }, ...bodyOptions],
    help: 'The small mesh that the particles inside are drawn as, where their look is meshes with “Body by” zone.',
    shown: dressed,
  },
  mesh: {
    ...bodyMesh,
    shown: (v) => dressed(v) && v['form'] === 'mesh',
  },
  strength: {
    type: 'number',
    label: 'Weight',
    unit: '',
    default: 1,
    min: 0,
    usual: [0, 2],
    help: 'Where zones overlap, a particle belongs to the zone with the largest weight × falloff.',
  },
  soft: {
    type: 'number',
    label: 'Softness',
    unit: '%',
    default: 100,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'At 0 % the border is sharp, where weight × falloff is one half. At 100 % the fraction of particles inside follows weight × falloff.',
  },
  dither: {
    type: 'choice',
    label: 'Border',
    default: 'particle',
    options: [
      { value: 'particle', label: 'per particle' },
      { value: 'noise', label: 'in patches' },
    ],
    help: 'In the soft border each particle is decided on its own, or in patches of noise.',
    shown: soft,
  },
  patch: {
    type: 'number',
    label: 'Patch size',
    unit: 'm',
    default: 0.4,
    min: 0.001,
    usual: [0.05, 5],
    help: 'The size of the patches.',
    shown: (v) => soft(v) && v['dither'] === 'noise',
  },
  seed: { ...seed, help: 'Another seed decides differently in the soft border.' },
});
