import { defineRenderFormat } from './format';

/** WebM. Source: the WebM Project, container guidelines. */
export const webm = defineRenderFormat({
  name: 'webm',
  label: 'WebM clip',
  extension: 'webm',
  type: 'video/webm',
  summary: 'A clip by the video encoder of the browser, with alpha where it is wanted.',
  frames: false,
  alpha: true,
  evenSize: true,
  packs: 'video',
});
