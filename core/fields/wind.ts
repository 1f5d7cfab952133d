import { describe, type ValuesOf } from '../describe/parameters';
import type { FieldKind } from './field';
import { uniformField } from './uniform';

const parameters = describe({
  direction: {
    type: 'vector',
    label: 'Direction',
    unit: '',
    default: [1, 0, 0],
    help: 'Where the wind blows to. Its length does not matter.',
  },
});

/** F = speed · dir, the velocity of a medium. */
export const wind: FieldKind = {
  kind: 'wind',
  label: 'wind',
  summary: 'A steady current. It carries: the strength is the speed of the medium, the grip is the particles’ own drag.',
  glyph: 'M3 8c3-3 6 3 9 0s6 3 9 0M3 13c3-3 6 3 9 0s6 3 9 0M3 18c3-3 6 3 9 0s6 3 9 0',
  formula: 'F = speed · direction',
  source: 'relative velocity in drag laws, textbook fluid mechanics',
  strength: { label: 'Speed', default: 1, usual: [-5, 5] },
  actions: ['carry', 'acceleration', 'force'],
  startsWith: { extent: 'everywhere', profile: 'smooth' },
  direction: 'direction',
  parameters,
  compile: ({ settings, strength }) => uniformField((settings as ValuesOf<typeof parameters>).direction, strength),
};
