import { faultsOf, kinded } from '../core/document/forms';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'opentype.js';
import { describe, expect, it } from 'vitest';
import { layOut } from '../core/lib/lettering/layout';
import { ownTypeface, typefaceOf } from '../core/lib/lettering/typeface';
import { shapes } from '../core/kinds/emitter-shapes';
import { runTo, testScene } from '../core/tests/scenes';
import { readFont } from './font-import';

const file = (name: string): ArrayBuffer => {
  const bytes = readFileSync(join(import.meta.dirname, '..', 'node_modules', '@fontsource', name));
  return bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
};
const MONO = 'martian-mono/files/martian-mono-latin-400-normal.woff';

describe('a font of one’s own for lettering', () => {
  it('has the outlines and widths that the font file has: those of the shipped table, made from the same file', async () => {
    const own = ownTypeface(await readFont(file(MONO), 'mono.woff', 'A'))!;
    const shipped = typefaceOf('martian-mono');
    for (const character of 'The Quiet Mile 0%é') {
      expect(own.glyph(character)).toEqual(shipped.glyph(character));
    }
    expect(own.line).toEqual(shipped.line);
    const { advanceWidth } = parse(file(MONO)).charToGlyph('M');
    expect(own.glyph('M')!.advance * parse(file(MONO)).unitsPerEm).toBeCloseTo(advanceWidth!, 9);
    expect(layOut('Mi', own, 1, 0, 1)).toEqual(layOut('Mi', shipped, 1, 0, 1));
  });

  it('is what particles are born from, and kept in the scene', async () => {
    const font = await readFont(file(MONO), 'mono.woff', '');
    const born = (shape: object) =>
      runTo(
        testScene({
          emitter: {
            shape: { kind: 'lettering', text: 'Mi', ...shape },
            emission: [{ kind: 'burst', count: 80, frame: 0 }],
            birth: { speed: 0 },
          },
        }),
        0,
      ).populations[0]!.columns.x.slice(0, 80);
    expect(born({ face: 'own', font })).toEqual(born({ face: 'martian-mono' }));
    expect(born({ face: 'own', font })).not.toEqual(born({ face: 'instrument-sans' }));
    // Until there is one, and where it is damaged, it is the first of those that ship.
    for (const none of ['', '{"glyphs":1}', 'x'])
      expect(born({ face: 'own', font: none })).toEqual(born({ face: 'instrument-sans' }));
    expect(faultsOf(kinded(shapes), { kind: 'lettering', face: 'own', font }, 'shape')).toEqual([]);
  });

  it('is refused in a sentence where the file is no font', async () => {
    await expect(readFont(new TextEncoder().encode('solid ball').buffer, 'ball.ttf', '')).rejects.toThrow(
      /^“ball\.ttf” can’t be read as a font \(.*\). Use an OTF, TTF or WOFF file\.$/,
    );
    const woff2 = new TextEncoder().encode('wOF2 and more').buffer;
    await expect(readFont(woff2, 'new.woff2', '')).rejects.toThrow('“new.woff2” is a WOFF2 file, which can’t be read');
  });
});
