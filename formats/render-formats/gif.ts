import { defineRenderFormat } from './format';

/** Graphics Interchange Format 89a. Source: CompuServe, 1990. */
export const gif = defineRenderFormat({
  name: 'gif',
  label: 'GIF',
  extension: 'gif',
  type: 'image/gif',
  summary: 'A clip of 256 colours a frame, in hundredths of a second.',
  frames: false,
  packs: 'gif',
});
