import type { Contour, Typeface } from './typeface';

export interface Layout {
  /** Metres, about the middle of the text. */
  readonly contours: readonly Contour[];
  readonly width: number;
  readonly height: number;
  /** Characters the typeface does not have. */
  readonly missing: readonly string[];
}

/** Lines of a text set one under another, each in its middle; `size` is the height of the em in metres. */
export function layOut(text: string, face: Typeface, size: number, spacing: number, leading: number): Layout {
  const missing = new Set<string>();
  const lines = text.split('\n').map((line) => {
    let width = 0;
    const placed = Array.from(line).flatMap((character) => {
      const glyph = face.glyph(character);
      if (!glyph) {
        missing.add(character);
        return [];
      }
      const at = width;
      width += glyph.advance + spacing;
      return [{ glyph, at }];
    });
    return { placed, width: Math.max(0, width - spacing) };
  });
  const { above, below } = face.line;
  const height = above + below + (lines.length - 1) * leading;
  const contours = lines.flatMap(({ placed, width }, row) => {
    const base = height / 2 - above - row * leading;
    return placed.flatMap(({ glyph, at }) =>
      glyph.contours.map((contour) => contour.map((n, i) => size * (i % 2 === 0 ? n + at - width / 2 : n + base))),
    );
  });
  return {
    contours,
    width: size * Math.max(0, ...lines.map((l) => l.width)),
    height: size * height,
    missing: [...missing],
  };
}
