import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { parseSync } from 'vite';
import { describe, expect, it } from 'vitest';
import * as descriptions from '../document/descriptions';
import type { Description } from '../document/parameters';
import { registries } from './registries';

/** Words that the screens, the handbook, the pages of docs and the terminal don't use, with those that they use. */
const INSTEAD: readonly (readonly [RegExp, string])[] = [
  [/\beverywhere alike\b/, 'no falloff'],
  [/\bextents?\b/, 'falloff shape'],
  [/(?<!wind )\bprofiles?\b/, 'curve'],
  [/\bthe reach\b|\bcore (and|→) reach\b/, 'the inner and outer radius'],
  [/\bgather\b/, 'inward pull'],
  [/\btow\b/, 'own motion'],
  [/\btides?\b/, 'automation'],
  [/\bthe whole\b(?= ?[,.;:)]|$)/, 'the scene transform'],
  [/\bcarried by\b/i, 'attached to'],
  [/\bswings back\b/i, 'spring back'],
  [/\bleaves along\b/i, 'launch direction'],
  [/\blives differ\b/i, 'life distribution'],
  [/^drawn as\b|\bdraw it as\b/i, 'look'],
  [/\bcolours? (goes|go|mix) (by|as)\b/i, 'colour by'],
  [/^spins by\b/i, 'spin'],
  [/\bswallow(s|ed)?\b/i, 'absorb within'],
  [/\bdraft share\b/i, 'draft amount'],
  [/\bglows from\b/i, 'glow threshold'],
  [/\bwhite at\b/i, 'white point'],
  [/\b(out|in) (from|to)\b$/i, 'input or output, minimum or maximum'],
  [/\bas much of it\b/i, 'amount'],
  [/\bbeyond its edges\b/i, 'outside'],
  [/^and again\b/i, 'add a range'],
  [/^run on$|\*run on\*/i, 'play past the end'],
  [/\bkeep as A\b|\btry B\b/i, 'store A · switch to B'],
  [/^as it was$/i, 'reset'],
  [/\bkicks?\b/i, 'ejection speed'],
  [/\bformula fields?\b/i, 'field by formula'],
  [/\bfelt\b/, 'at particles'],
  [/\bheard\b/, 'active'],
  [/\bmend(s|ed|ing)?\b/, 'fix'],
  [/\bknots?\b/i, 'points'],
  [/\bof which\b/, 'a sentence of its own'],
  [/\bgiv(e|es) up\b/, 'discard'],
  [/\bparted by\b/, 'separated by'],
  [/\bluck\b/i, 'random values'],
  [/\b(carrying|driving|drives)\b(?! it along)/i, 'flow, set velocity, automation'],
  [/\btold\b/, 'shown, or described'],
  [/\b(twins|maternity|nursery|bury|buried)\b/i, 'kernel backend, spawner'],
  [/\bacts? as (a )?(carry|drive|shift|level)\b/, 'flow, set velocity, move, mask'],
];

/** The reader of a format that has extents of its own. */
const EXCEPT = new Set(['formats/vti.ts']);

/** Names that documents stored before they had the words of the screen. */
const FORMER = `extent profile core reach gather tow swallow drives carry drive shift level place whole amounts moments
  besides bond maskMode behind plate plates plateFrom plateEnds draftShare glowFrom white spanned mixing gainBy slip
  lifeSpread inherit spinBy moved splitKick splitKeeps swings bow acts inLow inHigh outLow outHigh followPlace`.split(
  /\s+/,
);

const listed = (...patterns: readonly string[]): string[] =>
  execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', '--', ...patterns], {
    encoding: 'utf8',
  })
    .split('\n')
    .filter((path) => path !== '' && existsSync(path));

/** The labels of parameters and of their options. */
const labelsOf = (description: Description): string[] =>
  Object.values(description).flatMap((parameter) => [
    parameter.label,
    ...(parameter.type === 'choice' ? parameter.options.map(({ label }) => label) : []),
  ]);

type Node = { readonly type: string } & Record<string, unknown>;

/** Texts of more than one word in a source: its strings, templates and the text between tags. */
function textsOf(path: string): string[] {
  const { program } = parseSync(path, readFileSync(path, 'utf8'));
  const found: string[] = [];
  const visit = (node: unknown): void => {
    if (Array.isArray(node)) return node.forEach(visit);
    if (typeof node !== 'object' || node === null) return;
    const { type, value, source, name } = node as Node & { name?: { name?: unknown } };
    if (type === 'JSXAttribute' && /^(className|d|transform|data-.*)$/.test(String(name?.name))) return;
    if (type === 'Literal' && typeof value === 'string') found.push(value);
    if (type === 'JSXText') found.push(String(value));
    if (type === 'TemplateElement') found.push((value as { cooked: string }).cooked);
    for (const [key, child] of Object.entries(node)) if (child !== source || !key.startsWith('source')) visit(child);
  };
  visit(program);
  return found.filter((text) => /\w\s+\w/.test(text));
}

/** Paragraphs of a page in prose: without code, and without names in code marks. */
const proseOf = (path: string): string[] =>
  readFileSync(path, 'utf8')
    .replace(/^```[\s\S]*?^```/gm, '')
    .replace(/`[^`]*`|\]\([^)]*\)/g, '')
    .split('\n');

const faultsIn = (path: string, texts: readonly string[]): string[] =>
  texts
    .map((text) => text.replace(/`[^`]*`/g, ''))
    .flatMap((text) =>
      INSTEAD.flatMap(([word, instead]) =>
        word.test(text) ? [`${path}: “${text.replace(/\s+/g, ' ').trim()}” has ${String(word)}: use ${instead}`] : [],
      ),
    );

describe('the words of the program', () => {
  const sources = listed('web/**', 'core/**', 'cli/**', 'formats/**', 'server/**', 'engine/**').filter(
    (path) => /\.tsx?$/.test(path) && !EXCEPT.has(path) && !/\.test\.ts|\/tests\/|shader|migrations\//.test(path),
  );
  it('are used on the screens, in the handbook, by the server and at the terminal', () => {
    expect(sources.length).toBeGreaterThan(500);
    expect(sources.flatMap((path) => faultsIn(path, textsOf(path)))).toEqual([]);
  });

  const pages = listed('README.md', 'docs/*.md').filter((path) => !EXCEPT.has(path));
  it.each(pages)('are used in %s', (path) => expect(faultsIn(path, proseOf(path))).toEqual([]));

  it('are those of every label and option, of one word or several', () => {
    const labelled = [
      ...registries.flatMap(({ list }) => list.flatMap(({ label, parameters }) => [label, ...labelsOf(parameters)])),
      ...Object.entries(descriptions).flatMap(([name, one]) =>
        name.endsWith('Parameters') ? labelsOf(one as Description) : [],
      ),
    ].map((label) => label.toLowerCase());
    expect(labelled.length).toBeGreaterThan(600);
    expect(labelled).toContain('inward pull');
    const former = FORMER.map((name) => name.toLowerCase());
    expect(labelled.filter((label) => former.includes(label))).toEqual([]);
    expect(faultsIn('a label', labelled)).toEqual([]);
  });

  it('are those that documents store, too', () => {
    const page = readFileSync('docs/scene-format.md', 'utf8');
    expect(page).toContain('`inwardPull`');
    expect(FORMER.filter((name) => page.includes(`\`${name}\``))).toEqual([]);
  });

  it('are searched for as they stand in a source', () => {
    expect(faultsIn('a', ['Drawn as'])).toHaveLength(1);
    expect(textsOf('core/handbook/chapters.ts')).toContain('Ways of acting');
  });
});
