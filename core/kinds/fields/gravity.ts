import { describe } from '../../document/parameters';
import { normalised, scaled } from '../../lib/math/vector';
import { vectorActions } from './actions';
import { defineField } from '../contracts/field';
import { uniformField } from './uniform';

const parameters = describe({
  direction: {
    type: 'vector',
    label: 'Direction',
    unit: '',
    default: [0, -1, 0],
    help: 'The direction of the fall. Only its direction counts, not its length.',
  },
});

/** F = g · dir. Standard gravity 9.80665 m/s² (CGPM 1901). */
export const gravity = defineField({
  kind: 'gravity',
  family: 'push',
  label: 'gravity',
  summary: 'A uniform pull. Pointing upwards it is buoyancy.',
  glyph: 'M12 3v17M6 14l6 6 6-6',
  formula: 'F = g · direction',
  source: 'standard gravity 9.80665 m/s², CGPM 1901',
  strength: { label: 'Strength', default: 9.80665, usual: [-20, 20] },
  actions: vectorActions('acceleration'),
  startsWith: { falloff: 'everywhere', curve: 'smooth' },
  direction: 'direction',
  starts: [
    {
      name: 'Free fall',
      note: 'as on the Earth’s surface',
      strength: 9.80665,
      settings: { direction: [0, -1, 0] },
    },
    { name: 'Buoyant', note: 'rises gently, like warm water', strength: 1.2, settings: { direction: [0, 1, 0] } },
    { name: 'Sinking silt', note: 'settles slowly', strength: 0.3, settings: { direction: [0, -1, 0] } },
    { name: 'Tilted bed', note: 'slides away to one side', strength: 3, settings: { direction: [0.6, -0.8, 0] } },
  ],
  parameters,
  examples: [
    {
      settings: { direction: [0, -1, 0] },
      strength: 9.81,
      at: [1, 2, 3],
      vector: [0, -9.81, 0],
      source: 'standard gravity, downwards',
    },
    {
      settings: { direction: [3, 0, 4] },
      strength: 5,
      at: [0, 0, 0],
      vector: [3, 0, 4],
      source: 'by hand: the direction made unit length',
    },
  ],
  kernel: ({ settings, strength }) => ({
    kind: 'same',
    vector: scaled(normalised(settings.direction), strength),
    ownMotion: 0,
  }),
  compile: ({ settings, strength }) => uniformField(settings.direction, strength),
});
