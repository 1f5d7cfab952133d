import { defineRenderFormat } from './format';

/** Portable Network Graphics. Source: ISO/IEC 15948. */
export const png = defineRenderFormat({
  name: 'png',
  label: 'PNG pictures',
  extension: 'png',
  type: 'image/png',
  summary: 'A picture for each frame, 8 or 16 bits a channel.',
  frames: true,
  alpha: true,
  bits: ['8', '16'],
  packs: 'zip',
});
