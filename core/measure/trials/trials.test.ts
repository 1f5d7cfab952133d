import { describe, expect, it } from 'vitest';
import { examples, findExample } from '../../examples';
import { only, testScene, thrown } from '../../tests/scenes';
import { measuredOf, runTrial } from './trial';
import { cellsOf, findVariable, readVariation, spread, variablesOf, withValues } from './variation';

const scene = testScene({
  emitter: thrown([0, 0, 0]),
  fields: [
    { settings: { kind: 'gravity' }, strength: 2, keys: { strength: [{ frame: 0, value: 5, ease: 'linear' }] } },
    { settings: { kind: 'turbulence' }, strength: 0 },
  ],
});

describe('what is varied', () => {
  it('every number, choice and seed of every example has an address that finds it, and takes its own value back', () => {
    for (const { scene: example } of examples) {
      const all = variablesOf(example);
      expect(new Set(all.map(({ address }) => address)).size).toBe(all.length);
      for (const variable of all) expect(findVariable(example, variable.address, all)).toBe(variable);
      const still = all.filter(({ moved }) => !moved);
      expect(
        withValues(
          example,
          still.map(({ address, value }) => [address, value] as const),
        ),
      ).toEqual(example);
    }
  });

  it('a number in the unit of the strength says which that is', () => {
    const whirl = testScene({ fields: [{ settings: { kind: 'vortex' }, actsAs: 'acceleration' }] });
    expect(findVariable(whirl, 'F0/Inward pull').unit).toBe('m/s²');
  });

  it('ranges and lists are read; things are called by id or name', () => {
    expect(readVariation(scene, 'fields/f0/strength=0:1:5')).toEqual({
      address: 'fields/f0/strength',
      values: [0, 0.25, 0.5, 0.75, 1],
    });
    expect(readVariation(scene, 'fields/F0/strength=0:0.3:4').values).toEqual([0, 0.1, 0.2, 0.3]);
    expect(readVariation(scene, 'fields/f1/settings.noise=simplex,gradient').values).toEqual(['simplex', 'gradient']);
    expect(readVariation(scene, 'F0/Strength=1,2').address).toBe('fields/f0/strength');
    expect(readVariation(scene, 'e/launch speed=1,2').address).toBe('emitters/e/birth.speed');
    expect(readVariation(scene, 'seed=3,1,4').values).toEqual([3, 1, 4]);
    expect(spread(0, 10, 4, true)).toEqual([0, 3, 7, 10]);
  });

  it('a fraction is also read in per cent, and nothing else is', () => {
    expect(readVariation(scene, 'emitters/e/look.opacity=0%:100%:3').values).toEqual([0, 0.5, 1]);
    expect(readVariation(scene, 'emitters/e/look.opacity=7 %, 0.3').values).toEqual([0.07, 0.3]);
    expect(() => readVariation(scene, 'fields/f0/strength=50%')).toThrow('strength is “50%”. Use a number');
  });

  it('an address of version 2 of documents is still read', () => {
    const eddy = testScene({ fields: [{ settings: { kind: 'vortex' }, falloff: { kind: 'ball' } }] });
    const addressOf = (text: string) => readVariation(eddy, `${text}=1,2`).address;
    expect(addressOf('fields/f0/settings.gather')).toBe('fields/f0/settings.inwardPull');
    expect(addressOf('fields/f0/extent.reach')).toBe('fields/f0/falloff.outer');
    expect(addressOf('emitters/e/place.position.1')).toBe('emitters/e/transform.position.1');
    expect(addressOf('whole/place.scale')).toBe('sceneTransform/transform.scale');
  });

  it('mistakes are told by name, value and what is allowed', () => {
    const refused = (text: string) => expect(() => readVariation(scene, text));
    refused('fields/f0/strenth=0:1:2').toThrow(
      /“fields\/f0\/strenth” is no number of “Test”. Use one such as fields\/f0\/strength/,
    );
    refused('fields/f0/strength=0:1').toThrow('the range of fields/f0/strength is “0:1”. Use low:high:steps');
    refused('fields/f1/settings.noise=marble').toThrow(/settings.noise is “marble”. Use .*simplex/);
    refused('fields/f0/strength=a').toThrow('fields/f0/strength is “a”. Use a number');
    refused('strength').toThrow('varies nothing');
    expect(() => withValues(scene, [['emitters/e/birth.mass', -1]])).toThrow(/emitters\[0\]\.birth\.mass is -1. Use/);
  });

  it('a sheet has every combination, the first along its columns', () => {
    const cells = cellsOf([readVariation(scene, 'seed=1,2,3'), readVariation(scene, 'fields/f0/strength=0:1:2')]);
    expect(cells.map(({ column, row }) => `${column}${row}`)).toEqual(['00', '10', '20', '01', '11', '21']);
    expect(cells[4]!.values).toEqual([
      ['seed', 2],
      ['fields/f0/strength', 1],
    ]);
  });
});

describe('a trial', () => {
  it('is the scene with that value, its keys gone, from the first frame', () => {
    const run = runTrial(withValues(scene, [['fields/f0/strength', 3]]), new Map(), 1, 24);
    expect(only(run).vy).toBeCloseTo(-3, 4);
  });

  it('is measured: the difference to the scene as it is, how fast and how far apart', () => {
    const current = runTrial(scene, new Map(), 1, 24);
    const trial = withValues(scene, [['fields/f0/strength', 3]]);
    const measured = measuredOf(trial, new Map(), runTrial(trial, new Map(), 1, 24), current);
    expect(measured.speed).toBeCloseTo(3, 4);
    expect(measured.alive).toBe(1);
    expect(measured.spread).toBeCloseTo(0, 6);
    // ½·g·t²: a fall for a second under 3 against 5 m/s².
    expect(measured.difference).toBeCloseTo((5 - 3) / 2, 5);
    expect(measuredOf(scene, new Map(), current, current).difference).toBe(0);
  });

  it('two numbers of an example that bear on each other both tell', () => {
    const { scene: plume } = findExample('vent-plume')!;
    const current = runTrial(plume, new Map(), 0.02, plume.time.first);
    for (const address of ['fields/vortex/strength', 'emitters/mouth/birth.speed']) {
      const tried = withValues(plume, [[address, 0]]);
      expect(
        measuredOf(tried, new Map(), runTrial(tried, new Map(), 0.02, plume.time.first), current).difference,
      ).toBeGreaterThan(0.01);
    }
  });
});
