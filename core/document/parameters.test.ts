import { describe, expect, it } from 'vitest';
import { fields } from '../kinds/fields';
import { defaultsOf, waitingFor, type Values } from './parameters';

const waiting = (kind: string, name: string, values: Values = {}) => {
  const { parameters } = fields.get(kind);
  return waitingFor(parameters, name, { ...defaultsOf(parameters), ...values });
};

describe('a number that keeps other settings from having an effect', () => {
  it('names them, so that they are found', () => {
    expect(waiting('turbulence', 'octaves', { octaves: 1 })).toEqual(['Roughness', 'Lacunarity']);
    expect(waiting('wind', 'growth', { growth: 0 })).toEqual(['Reference height']);
  });

  it('names none once it is another, and none that wait for a choice', () => {
    expect(waiting('turbulence', 'octaves', { octaves: 3 })).toEqual([]);
    // The radius of the core waits for the form of the swirl.
    expect(waiting('vortex', 'inwardPull', { swirl: 'even' })).toEqual([]);
    expect(waiting('vortex', 'swirl', { swirl: 'even' })).toEqual([]);
  });
});
