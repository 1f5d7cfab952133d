import { describe } from '../parameters';
import { seed } from './seed';

const soft = (v: Readonly<Record<string, unknown>>) => v['soft'] !== 0;
const dressed = (v: Readonly<Record<string, unknown>>) => v['into'] === 'variant';

/** Numbers of a zone beside its place, extent, profile, modulators and sends. */
export const zoneParameters = describe({
  on: { type: 'switch', label: 'On', default: true, help: 'Whether it sorts particles.' },
  into: {
    type: 'choice',
    label: 'Sorts them',
    default: 'variant',
    options: [
      { value: 'variant', label: 'into a variant' },
      { value: 'out', label: 'out' },
    ],
    help: 'Particles in it take on a tint and size of their own, and modulators can let a field act in it alone; or they end there.',
  },
  tint: {
    type: 'colour',
    label: 'Tint',
    default: '#f2c84b',
    help: 'The colour that those in it are drawn in.',
    shown: dressed,
  },
  tinted: {
    type: 'number',
    label: 'Tint amount',
    unit: '%',
    default: 100,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'How much of their own colour the tint replaces.',
    shown: dressed,
  },
  sizes: {
    type: 'number',
    label: 'Size',
    unit: '×',
    default: 1,
    min: 0,
    usual: [0, 3],
    help: 'How many times as large those in it are drawn.',
    shown: dressed,
  },
  strength: {
    type: 'number',
    label: 'Weight',
    unit: '',
    default: 1,
    min: 0,
    usual: [0, 2],
    help: 'Where zones overlap the one with the greatest weight × falloff has the particle.',
  },
  soft: {
    type: 'number',
    label: 'Softness',
    unit: '%',
    default: 100,
    min: 0,
    max: 100,
    usual: [0, 100],
    help: 'At 0 its border is where weight × falloff is a half. At 100 as large a share of the particles is in it as weight × falloff says.',
  },
  dither: {
    type: 'choice',
    label: 'Border',
    default: 'particle',
    options: [
      { value: 'particle', label: 'by particle' },
      { value: 'noise', label: 'by noise' },
    ],
    help: 'What decides in the soft border: each particle by its number, or patches of a noise.',
    shown: soft,
  },
  patch: {
    type: 'number',
    label: 'Patch size',
    unit: 'm',
    default: 0.4,
    min: 0.001,
    usual: [0.05, 5],
    help: 'How large the patches of the noise are.',
    shown: (v) => soft(v) && v['dither'] === 'noise',
  },
  seed: { ...seed, help: 'Another seed gives another throw.' },
});
