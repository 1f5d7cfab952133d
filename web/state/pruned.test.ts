import { expect, it } from 'vitest';
import { testScene } from '../../core/tests/scenes';
import { pruned, without } from './pruned';

const key = (value: number) => [{ frame: 0, value, ease: 'linear' as const }];
const wave = { kind: 'wave', outputMin: 0, outputMax: 1 };
const scene = testScene({
  fields: [
    {
      settings: { kind: 'vortex' },
      keys: { 'settings.radius': key(1), strength: key(2) },
      automations: { 'settings.axis.1': wave, 'settings.lift': wave },
    },
    { settings: { kind: 'wind' }, keys: { strength: key(3) } },
  ],
});

it('keys and automations go with the numbers that a thing has no more, and no others', () => {
  const [vortex, wind] = scene.fields;
  const changed = { ...scene, fields: [{ ...vortex!, settings: wind!.settings }, wind!] };
  const next = pruned(changed, scene);
  expect(Object.keys(next.fields[0]!.keys)).toEqual(['strength']);
  expect(next.fields[0]!.automations).toEqual({});
  expect(next.fields[1]).toBe(wind);
});

it('parts of a vector that is still there stay', () => {
  const [vortex, wind] = scene.fields;
  const changed = { ...scene, fields: [{ ...vortex!, strength: 9 }, wind!] };
  expect(pruned(changed, scene).fields[0]).toBe(changed.fields[0]);
});

it('lists that have not changed are left alone, whatever they hold', () => {
  const [vortex, wind] = scene.fields;
  const odd = { ...scene, fields: [{ ...vortex!, settings: wind!.settings }, wind!] };
  expect(pruned({ ...odd, seed: 9 }, odd).fields).toBe(odd.fields);
});

it('a record is given without some of its entries', () =>
  expect(without({ a: 1, b: 2 }, (name) => name === 'a')).toEqual({ b: 2 }));
