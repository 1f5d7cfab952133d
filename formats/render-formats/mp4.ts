import { defineRenderFormat } from './format';

/** MPEG-4 part 14. Source: ISO/IEC 14496-14. */
export const mp4 = defineRenderFormat({
  name: 'mp4',
  label: 'MP4 clip',
  extension: 'mp4',
  type: 'video/mp4',
  summary: 'A clip by the video encoder of the browser.',
  frames: false,
  evenSize: true,
  packs: 'video',
});
