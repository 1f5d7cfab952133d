import { expect, it } from 'vitest';
import { registries } from '../tests/registries';
import { fields } from '../kinds/fields';
import { shownDefault, shownRange, shownUnit } from './shown-values';

const all = registries.flatMap(({ list }) => list.flatMap(({ parameters }) => Object.values(parameters)));

it('the handbook’s tables show values as the controls do, never as files store them', () => {
  expect(all.length).toBeGreaterThan(400);
  for (const parameter of all)
    for (const text of [shownDefault(parameter), shownRange(parameter)])
      expect(text).not.toMatch(/[{}"[\]]|one of \w+,|\(=\)|\b1 points/);
});

it('a choice is written with its labels, a switch as on and off, a fraction in per cent', () => {
  expect(shownDefault(fields.get('turbulence').parameters['octaves']!)).toMatch(/^\d+$/);
  const choices = all.flatMap((p) => (p.type === 'choice' ? [p] : []));
  const renamed = choices.filter(({ options }) => options.some(({ value, label }) => value !== label));
  expect(renamed.length).toBeGreaterThan(10);
  for (const choice of choices) {
    expect(shownRange(choice)).toBe(choice.options.map(({ label }) => label).join(', '));
    expect(choice.options.map(({ label }) => label)).toContain(shownDefault(choice));
  }
  const switched = all.find(({ type }) => type === 'switch')!;
  expect(shownDefault(switched)).toMatch(/^(on|off)$/);
  const fraction = all.find((p) => p.type === 'number' && p.fraction)!;
  expect(shownUnit(fraction, '')).toBe('%');
});
