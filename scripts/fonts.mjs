// `npm run fonts`: writes the outlines of the shipped typefaces for the simulation, from their font files.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createRequire } from 'node:module';
import { root } from './run.mjs';

const { parse } = createRequire(import.meta.url)('opentype.js');

const FONTS = [
  { name: 'instrument-sans', file: '@fontsource/instrument-sans/files/instrument-sans-latin-600-normal.woff' },
  { name: 'martian-mono', file: '@fontsource/martian-mono/files/martian-mono-latin-400-normal.woff' },
];
/** Printable characters of Latin-1. */
const CHARACTERS = [
  ...Array.from({ length: 95 }, (_, i) => 32 + i),
  ...Array.from({ length: 95 }, (_, i) => 161 + i),
  8211,
  8212,
  8217,
  8220,
  8221,
  8230,
];

/** Commands of one outline as short text: M and L with two whole numbers, Q with four, C with six, Z. */
const outline = (path) =>
  path.commands
    .map(({ type, ...p }) => {
      const numbers = {
        M: [p.x, p.y],
        L: [p.x, p.y],
        Q: [p.x1, p.y1, p.x, p.y],
        C: [p.x1, p.y1, p.x2, p.y2, p.x, p.y],
        Z: [],
      }[type];
      return type + numbers.map((n) => Math.round(n)).join(' ');
    })
    .join('');

for (const { name, file } of FONTS) {
  const bytes = readFileSync(join(root, 'node_modules', file));
  const font = parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
  const glyphs = {};
  for (const code of CHARACTERS) {
    const character = String.fromCodePoint(code);
    const glyph = font.charToGlyph(character);
    if (glyph.index === 0 && character !== ' ') continue;
    // y grows upwards in the font’s own units, as here.
    glyphs[character] = [glyph.advanceWidth, outline(glyph.path)];
  }
  const table = { unitsPerEm: font.unitsPerEm, ascender: font.ascender, descender: font.descender, glyphs };
  const text = JSON.stringify(table).replaceAll('\\', '\\\\').replaceAll("'", "\\'");
  const identifier = name.replace(/-(.)/g, (_, c) => c.toUpperCase());
  writeFileSync(
    join(root, 'core', 'lettering', `${name}.ts`),
    `/** Outlines of a typeface, written by scripts/fonts.mjs from its font file (SIL Open Font License 1.1). */\nexport const ${identifier} =\n  '${text}';\n`,
  );
  console.log(`${name}: ${Object.keys(glyphs).length} glyphs`);
}
