import { describe, expect, it } from 'vitest';
import { testScene } from '../tests/scenes';
import { settingsOf } from './settings';

const scene = testScene({
  emitter: {
    emission: [
      { kind: 'rate', rate: 10 },
      { kind: 'rate', rate: 20 },
    ],
  },
  fields: [{ settings: { kind: 'vortex' }, actsAs: 'flow' }],
});
const labelsOf = (part: string) => settingsOf(scene).flatMap((one) => (one.part === part ? [one.label] : []));

describe('every setting of a scene', () => {
  it('is listed with the thing it belongs to: births, looks, fields, camera, output', () => {
    expect(labelsOf('emitters')).toEqual(expect.arrayContaining(['Rate', 'Lifetime', 'Spread', 'Opacity', 'Position']));
    // A strength has the label of its way of acting.
    expect(labelsOf('fields')).toEqual(expect.arrayContaining(['Inward pull', 'Strength']));
    expect(labelsOf('camera')).toContain('Angle of view');
    expect(labelsOf('output')).toContain('Width');
    expect(settingsOf(scene).find(({ label }) => label === 'Inward pull')).toMatchObject({ id: 'f0', thing: 'F0' });
  });

  it('leaves out those that do not act beside the others', () => {
    expect(labelsOf('emitters')).not.toContain('Count');
    expect(labelsOf('fields')).not.toContain('Inner radius');
  });

  it('tells two of the same name and label apart by their order', () => {
    const rates = settingsOf(scene).filter(({ name }) => name === 'rate');
    expect(rates.map(({ nth }) => nth)).toEqual([0, 1]);
  });
});
