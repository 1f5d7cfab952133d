import { describe, expect, it } from 'vitest';
import { testScene } from '../../../core/tests/scenes';
import { answersTo, entriesOf } from './entries';

const scene = testScene({
  fields: [
    { name: 'Whirl', settings: { kind: 'vortex' }, actsAs: 'flow' },
    { name: 'Drift', settings: { kind: 'wind' } },
  ],
});
const found = (query: string) =>
  answersTo(query, entriesOf(scene)).map(({ label, of: thing }) => `${label} · ${thing}`);

describe('the search over the settings of a scene', () => {
  it('finds a setting by its name, and which things have it', () => {
    expect(found('inward pull')).toEqual(['Inward pull · Whirl']);
    expect(found('speed drift')[0]).toMatch(/· Drift$/);
    expect(found('lifetime').slice(0, 2)).toEqual(['Lifetime · E', 'Lifetime variation · E']);
  });

  it('finds things by their names, before settings that only mention the word', () => {
    expect(found('whirl')[0]).toBe('Whirl · field');
  });

  it('finds settings by a word of their help, after those with the word in their name', () => {
    const all = found('glow');
    expect(all[0]).toBe('Glow · Output');
    expect(all.length).toBeGreaterThan(1);
  });

  it('finds nothing for nothing, and nothing for nonsense', () => {
    expect([found('   '), found('qqq')]).toEqual([[], []]);
  });

  it('opens on the Output screen for output, and selects the thing otherwise', () => {
    const at = (query: string) => answersTo(query, entriesOf(scene))[0]!.selection;
    expect(at('samples')).toBeUndefined();
    expect(at('inward pull')).toEqual({ type: 'field', id: 'f0' });
    expect(at('angle of view')).toEqual({ type: 'camera' });
  });
});
