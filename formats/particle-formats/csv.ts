import { filePerFrame, tablesIn, type ParticleFormat } from './format';

/** Comma-separated values, a line for each particle. Source: RFC 4180. */
export const csv: ParticleFormat = {
  name: 'csv',
  label: 'CSV',
  extension: 'csv',
  type: 'text/csv',
  summary: 'A line for each particle, with emitter, number, position, velocity, age, life, mass and size.',
  ...filePerFrame(async () => {
    const { particlesCsv } = await import('../particles');
    return (run, emitters) => particlesCsv(tablesIn(run, emitters));
  }),
};
