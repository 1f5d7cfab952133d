import type { Font } from 'opentype.js';
import { refusedFile, SceneFaults } from './scene-faults';
import { isWoff, unpackedWoff } from './woff';

/** A glyph’s path, in units of the font, y upwards. */
interface FontPath {
  readonly commands: readonly {
    readonly type: string;
    readonly x?: number;
    readonly y?: number;
    readonly x1?: number;
    readonly y1?: number;
    readonly x2?: number;
    readonly y2?: number;
  }[];
}

/** Most bytes of a font file that is read. */
const MOST_BYTES = 32 * 1024 * 1024;

/** Code points that are kept of every font: Latin with its extensions, Greek, Cyrillic, and common marks. */
const RANGES: readonly (readonly [number, number])[] = [
  [0x20, 0x7e],
  [0xa1, 0x17f],
  [0x370, 0x3ff],
  [0x400, 0x45f],
  [0x2010, 0x2026],
  [0x20ac, 0x20ac],
];

/** The path as short text: M and L with two whole numbers, Q with four, C with six, Z. */
const outline = ({ commands }: FontPath): string =>
  commands
    .map(({ type, x = 0, y = 0, x1 = 0, y1 = 0, x2 = 0, y2 = 0 }) => {
      const numbers =
        type === 'Q' ? [x1, y1, x, y] : type === 'C' ? [x1, y1, x2, y2, x, y] : type === 'Z' ? [] : [x, y];
      return type + numbers.map((n) => Math.round(n)).join(' ');
    })
    .join('');

/**
 * The outlines of an OpenType font (.otf, .ttf, .woff) as a scene keeps them, with the letters of `text` and those of
 * common scripts. Throws a sentence that names the file and what is allowed.
 */
export async function readFont(bytes: ArrayBuffer, name: string, text: string): Promise<string> {
  if (bytes.byteLength > MOST_BYTES)
    throw refusedFile(`“${name}” has ${bytes.byteLength} bytes. Use fonts of up to ${MOST_BYTES}.`);
  const { parse } = await import('opentype.js');
  const file = new Uint8Array(bytes);
  if (new TextDecoder('latin1').decode(bytes.slice(0, 4)) === 'wOF2')
    throw refusedFile(`“${name}” is a WOFF2 file, which can’t be read. Use an OTF, TTF or WOFF file.`);
  try {
    return outlinesOf(parse(isWoff(file) ? unpackedWoff(file).buffer : bytes), name, text);
  } catch (error) {
    if (error instanceof SceneFaults) throw error;
    throw refusedFile(`“${name}” can’t be read as a font (it is cut off or damaged). Use an OTF, TTF or WOFF file.`);
  }
}

function outlinesOf(font: Font, name: string, text: string): string {
  const codes = new Set(RANGES.flatMap(([from, to]) => Array.from({ length: to - from + 1 }, (_, i) => from + i)));
  for (const character of text) codes.add(character.codePointAt(0)!);
  const glyphs: Record<string, readonly [number, string]> = {};
  for (const code of codes) {
    const character = String.fromCodePoint(code);
    const glyph = font.charToGlyph(character);
    if (glyph.index === 0 && character !== ' ') continue;
    glyphs[character] = [glyph.advanceWidth ?? 0, outline(glyph.path)];
  }
  if (Object.keys(glyphs).length < 2)
    throw refusedFile(`“${name}” has none of the letters that are looked for. Use fonts with outlines of letters.`);
  const { unitsPerEm, ascender, descender } = font;
  return JSON.stringify({ name, unitsPerEm, ascender, descender, glyphs });
}
