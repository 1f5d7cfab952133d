import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';

const web = join(import.meta.dirname, '..');

it('every colour that a class names is one of the theme: any other is left out of the styles without a word', () => {
  const known = [...readFileSync(join(web, 'app', 'styles.css'), 'utf8').matchAll(/--color-(\w+):/g)].map((m) => m[1]!);
  const stock =
    'black white slate gray zinc neutral stone red orange amber yellow lime green emerald teal cyan sky blue';
  const unknown = stock.split(' ').filter((name) => !known.includes(name));
  const named = new RegExp(`\\b(?:bg|text|border|fill|stroke|outline|accent)-(?:${unknown.join('|')})\\b`, 'g');
  const found = readdirSync(web, { encoding: 'utf8', recursive: true })
    .filter((file) => file.endsWith('.tsx'))
    .flatMap((file) => [...readFileSync(join(web, file), 'utf8').matchAll(named)].map(([name]) => `${file}: ${name}`));
  expect(found).toEqual([]);
});
