import { describe } from '../../document/parameters';

/** The weight map that something reads. */
export const weightMapParameter = describe({
  weightMap: {
    type: 'reference',
    to: 'weightMap',
    label: 'Weight map',
    default: '',
    help: 'One of the scene’s weight maps. Weights are painted in the view.',
  },
});

/** Why there are no weights to read, in words. */
export function weightMapTrouble(id: string, found: unknown): string | undefined {
  if (id === '') return 'no weight map is chosen';
  return found ? undefined : 'the mesh of its weight map is missing';
}
