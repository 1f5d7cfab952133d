import { filePerFrame, tablesIn, type ParticleFormat } from './format';

/** Stanford PLY, binary little-endian. Source: Turk, The PLY Polygon File Format, from memory. */
export const ply: ParticleFormat = {
  name: 'ply',
  label: 'PLY, binary',
  extension: 'ply',
  type: 'application/octet-stream',
  summary: 'Points with the columns of the CSV, binary little-endian.',
  ...filePerFrame(async () => {
    const { particlesPly } = await import('../particles');
    return (run, emitters) => particlesPly(tablesIn(run, emitters));
  }),
};

/** Stanford PLY in text. */
export const plyText: ParticleFormat = {
  name: 'ply-text',
  label: 'PLY, text',
  extension: 'ply',
  type: 'text/plain',
  summary: 'The same points in text.',
  ...filePerFrame(async () => {
    const { particlesPlyText } = await import('../particles');
    return (run, emitters) => particlesPlyText(tablesIn(run, emitters));
  }),
};
