/** Small bodies made by code that particles can be drawn as. */
export const SMALL_BODIES = ['grain', 'chip', 'card', 'cone', 'cube', 'plane', 'ball'] as const;

/** Those, and a mesh of the scene, to choose from. */
export const bodyOptions = [
  { value: 'grain', label: 'grain' },
  { value: 'chip', label: 'chip' },
  { value: 'card', label: 'curled card' },
  { value: 'cone', label: 'cone' },
  { value: 'cube', label: 'cube' },
  { value: 'plane', label: 'plane' },
  { value: 'ball', label: 'ball' },
  { value: 'mesh', label: 'scene mesh' },
] as const;
