import { defineField } from '../contracts/field';

/** A bare number within its falloff shape: what groups of masks are made of. */
export const mask = defineField({
  kind: 'mask',
  family: 'limit',
  label: 'mask',
  summary: 'A number within its falloff. It moves nothing; a group combines masks for modulators to read.',
  glyph: 'M4 20V10h4v10M10 20V4h4v16M16 20v-7h4v7',
  formula: 'x = S',
  source: 'common practice, no source',
  strength: { label: 'Value', default: 1, usual: [0, 1] },
  actions: ['mask'],
  startsWith: { falloff: 'ball', curve: 'smooth' },
  starts: [
    { name: 'Full', note: '1 inside the inner radius', strength: 1, settings: {} },
    { name: 'Half', note: '0.5 inside the inner radius', strength: 0.5, settings: {} },
  ],
  parameters: {},
  examples: [
    { settings: {}, strength: 0.4, at: [0, 0, 0], vector: [0.4, 0, 0], source: 'by definition: the bare number' },
  ],
  compile:
    ({ strength }) =>
    (_local, { count }, out) => {
      out.x.fill(strength, 0, count);
      out.y.fill(0, 0, count);
      out.z.fill(0, 0, count);
    },
});
