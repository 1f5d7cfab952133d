import { defineRenderFormat } from './format';

/** OpenEXR. Source: Academy Software Foundation, OpenEXR file layout. */
export const exr = defineRenderFormat({
  name: 'exr',
  label: 'OpenEXR pictures, linear light',
  extension: 'exr',
  type: 'image/x-exr',
  summary: 'A picture for each frame in linear light, with depth, velocity and number where they are wanted.',
  frames: true,
  alpha: true,
  bits: ['half', 'float'],
  linear: true,
  layers: true,
  packs: 'zip',
});
