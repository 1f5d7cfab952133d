import { expect, it } from 'vitest';
import { registries } from '../tests/registries';
import { fields } from '../kinds/fields';
import { shownDefault, shownRange, shownUnit } from './shown-values';

const all = registries.flatMap(({ list }) => list.flatMap(({ parameters }) => Object.values(parameters)));

it('the handbook’s tables show values as the controls do, never as files store them', () => {
  expect(all.length).toBeGreaterThan(400);
  for (const parameter of all)
    for (const text of [shownDefault(parameter), shownRange(parameter)])
      expect(text).not.toMatch(/[{}"[\]]|one of \w+,/);
});

it('a choice is written with its labels, a switch as on and off, a fraction in per cent', () => {
  const { octaves, noise } = fields.get('turbulence').parameters;
  expect(shownDefault(octaves!)).toMatch(/^\d+$/);
  const labels = noise?.type === 'choice' ? noise.options.map(({ label }) => label) : [];
  expect(labels.length).toBeGreaterThan(1);
  expect(shownRange(noise!)).toBe(labels.join(', '));
  const switched = all.find(({ type }) => type === 'switch')!;
  expect(shownDefault(switched)).toMatch(/^(on|off)$/);
  const fraction = all.find((p) => p.type === 'number' && p.fraction)!;
  expect(shownUnit(fraction, '')).toBe('%');
});
