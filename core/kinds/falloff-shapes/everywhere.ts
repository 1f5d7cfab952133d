import { defineFalloffShape } from './falloff-shape';

/** No falloff: the same everywhere. */
export const everywhere = defineFalloffShape({
  kind: 'everywhere',
  label: 'no falloff',
  summary: 'The field has full strength everywhere.',
  bounded: false,
  formula: 'd = 0',
  source: 'common practice, no source',
  parameters: {},
  examples: [{ at: [3, -4, 12], distance: 0 }],
  distance: () => (_local, count, out) => void out.fill(0, 0, count),
  fitted: () => ({}),
  outline: () => [],
  ray: () => ({ from: [0, 0, 0], along: [1, 0, 0] }),
  handles: () => [],
});
