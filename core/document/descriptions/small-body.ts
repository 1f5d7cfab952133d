/** Small bodies made by code that particles can be drawn as, to choose from. */
const MADE = [
  { value: 'grain', label: 'grain' },
  { value: 'chip', label: 'chip' },
  { value: 'card', label: 'curled card' },
  { value: 'cone', label: 'cone' },
  { value: 'cube', label: 'cube' },
  { value: 'plane', label: 'plane' },
  { value: 'ball', label: 'ball' },
] as const;

/** Their names. */
export const SMALL_BODIES = MADE.map(({ value }) => value);

/** Those, and a mesh of the scene. */
export const bodyOptions = [...MADE, { value: 'mesh', label: 'scene mesh' }] as const;

/** The mesh that is drawn where that is chosen. */
export const bodyMesh = {
  type: 'reference',
  to: 'mesh',
  label: 'Mesh',
  default: '',
  help: 'The mesh to draw.',
} as const;
