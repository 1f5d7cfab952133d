import { instrumentSans } from './instrument-sans';
import { martianMono } from './martian-mono';

/** A closed line, x and y in turn, in units of the em; y grows upwards. */
export type Contour = Float64Array;

interface Table {
  readonly unitsPerEm: number;
  readonly ascender: number;
  readonly descender: number;
  /** Advance, and commands M, L, Q, C, Z. */
  readonly glyphs: Readonly<Record<string, readonly [number, string]>>;
}

export interface Glyph {
  /** Width it takes, em. */
  readonly advance: number;
  readonly contours: readonly Contour[];
}

/** Straight pieces that stand for one curve. */
const PIECES = 8;

/** Points of an outline; curves by de Casteljau's construction. */
function contoursOf(commands: string, scale: number): Contour[] {
  const contours: Contour[] = [];
  let points: number[] = [];
  let x = 0;
  let y = 0;
  const end = () => {
    // The last point repeats the first.
    while (points.length >= 4 && points[0] === points.at(-2) && points[1] === points.at(-1)) points.length -= 2;
    if (points.length >= 6) contours.push(Float64Array.from(points, (n) => n * scale));
    points = [];
  };
  for (const [, command, list] of commands.matchAll(/([MLQCZ])([^MLQCZ]*)/g)) {
    const n = list!.trim() === '' ? [] : list!.trim().split(/\s+/).map(Number);
    if (command === 'M') end();
    if (command === 'Z') {
      end();
      continue;
    }
    const control = [[x, y], ...Array.from({ length: n.length / 2 }, (_, i) => [n[2 * i]!, n[2 * i + 1]!])];
    const pieces = control.length > 2 ? PIECES : 1;
    for (let piece = 1; piece <= pieces; piece++) {
      const t = piece / pieces;
      let row = command === 'M' ? [control[1]!] : control;
      while (row.length > 1)
        row = row
          .slice(1)
          .map((q, i) => [row[i]![0]! + t * (q[0]! - row[i]![0]!), row[i]![1]! + t * (q[1]! - row[i]![1]!)]);
      const [px, py] = [row[0]![0]!, row[0]![1]!];
      if (points.length === 0 || points.at(-2) !== px || points.at(-1) !== py) points.push(px, py);
    }
    [x, y] = [n.at(-2)!, n.at(-1)!];
  }
  end();
  return contours;
}

/** A typeface as outlines. */
export class Typeface {
  private readonly table: Table;
  private readonly known = new Map<string, Glyph>();

  constructor(text: string) {
    this.table = JSON.parse(text);
  }

  /** Height of a line above and below its base, em. */
  get line(): { readonly above: number; readonly below: number } {
    return { above: this.table.ascender / this.table.unitsPerEm, below: -this.table.descender / this.table.unitsPerEm };
  }

  /** The glyph of a character; undefined where the typeface has none. */
  glyph(character: string): Glyph | undefined {
    const known = this.known.get(character);
    const entry = this.table.glyphs[character];
    if (known || !entry) return known;
    const scale = 1 / this.table.unitsPerEm;
    const glyph = { advance: entry[0] * scale, contours: contoursOf(entry[1], scale) };
    this.known.set(character, glyph);
    return glyph;
  }
}

/** Whether a text is the outlines of a font, as {@link Typeface} reads them. */
function isTypeface(text: string): boolean {
  try {
    const { unitsPerEm, ascender, descender, glyphs }: Partial<Table> = JSON.parse(text);
    const numbers = [unitsPerEm, ascender, descender].every((n) => typeof n === 'number' && Number.isFinite(n));
    return (
      numbers &&
      unitsPerEm! > 0 &&
      Object.values(glyphs ?? []).every(([advance, path]) => typeof advance === 'number' && typeof path === 'string')
    );
  } catch {
    return false;
  }
}

/** Fonts of scenes that were used last, by their outlines. */
const own = new Map<string, Typeface | undefined>();
const MOST_OWN = 8;

/** The typeface of outlines that a scene keeps; undefined where they are none. */
export function ownTypeface(text: string): Typeface | undefined {
  if (!own.has(text)) {
    if (own.size >= MOST_OWN) own.delete(own.keys().next().value!);
    own.set(text, isTypeface(text) ? new Typeface(text) : undefined);
  }
  return own.get(text);
}

const made = new Map<string, Typeface>();

/** The typefaces that ship with the application. */
export const TYPEFACES = [
  { value: 'instrument-sans', label: 'Instrument Sans', text: instrumentSans },
  { value: 'martian-mono', label: 'Martian Mono', text: martianMono },
] as const;

/** The typeface of that name, read at its first use. */
export function typefaceOf(name: string): Typeface {
  const face = made.get(name) ?? new Typeface(TYPEFACES.find((t) => t.value === name)!.text);
  made.set(name, face);
  return face;
}
