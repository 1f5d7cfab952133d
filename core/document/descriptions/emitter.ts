import { describe } from '../parameters';
import { seed } from './seed';

/** Numbers of an emitter beside its place, shape, amounts, births and look. */
export const emitterParameters = describe({
  seed: { ...seed, help: 'Another seed gives this emitter other particles.' },
  on: { type: 'switch', label: 'On', default: true, help: 'An emitter that is off makes no particles.' },
  shown: {
    type: 'switch',
    label: 'Shown',
    default: true,
    help: 'Whether the view draws its shape. Hiding changes no simulation.',
  },
  drawn: { type: 'switch', label: 'In the view', default: true, help: 'Whether the view draws its particles.' },
  rendered: {
    type: 'switch',
    label: 'In renders',
    default: true,
    help: 'Whether renders and pictures as in the file have its particles.',
  },
  maskMode: {
    type: 'choice',
    label: 'Masked out',
    default: 'keep',
    options: [
      { value: 'keep', label: 'keep count' },
      { value: 'thin', label: 'thin out' },
    ],
    help: 'Births that the masks refuse try another place, so that their number stays; or they are left out.',
  },
});
