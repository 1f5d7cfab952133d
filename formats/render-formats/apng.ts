import { defineRenderFormat } from './format';

/** Animated PNG. Source: W3C, Portable Network Graphics, third edition. */
export const apng = defineRenderFormat({
  name: 'apng',
  label: 'Animated PNG',
  extension: 'png',
  type: 'image/png',
  summary: 'A clip without loss, with alpha where it is wanted.',
  frames: false,
  alpha: true,
  packs: 'apng',
});
