import { describe, type ValuesOf } from '../../document/parameters';
import { fillOf, placeIn } from '../../lib/lettering/area';
import { layOut, type Layout } from '../../lib/lettering/layout';
import { ownTypeface, TYPEFACES, typefaceOf } from '../../lib/lettering/typeface';
import { bisect } from '../../lib/meshes/surface';
import { defineEmitterShape, type BirthPlace, type Sampler } from './shape';

const parameters = describe({
  text: {
    type: 'text',
    label: 'Text',
    default: 'The Quiet Mile',
    most: 200,
    help: 'The text. It may have several lines.',
  },
  face: {
    type: 'choice',
    label: 'Typeface',
    default: 'instrument-sans',
    options: [
      ...TYPEFACES.map(({ value, label }) => ({ value: value as string, label: label as string })),
      { value: 'own', label: 'font file' },
    ],
    help: 'A built-in typeface, or a font file.',
  },
  font: {
    type: 'text',
    label: 'Font',
    default: '',
    most: 1_500_000,
    font: true,
    help: 'An OTF, TTF or WOFF file. Its outlines are stored in the scene.',
    shown: (v) => v['face'] === 'own',
  },
  from: {
    type: 'choice',
    label: 'Births',
    default: 'area',
    options: [
      { value: 'area', label: 'in the letters' },
      { value: 'outline', label: 'on the outlines' },
    ],
    help: 'Births fill the letters, or lie on their outlines.',
  },
  size: {
    type: 'number',
    label: 'Size',
    unit: 'm',
    default: 1,
    min: 0.001,
    max: 10000,
    usual: [0.1, 5],
    help: 'The font size: the height of the em.',
  },
  spacing: {
    type: 'number',
    label: 'Spacing',
    unit: 'em',
    default: 0,
    min: -1,
    max: 10,
    usual: [-0.1, 0.5],
    help: 'Extra space between letters.',
  },
  leading: {
    type: 'number',
    label: 'Line height',
    unit: 'em',
    default: 1.1,
    min: 0,
    max: 10,
    usual: [0.8, 2],
    help: 'The distance from one line to the next.',
  },
  depth: {
    type: 'number',
    label: 'Depth',
    unit: 'm',
    default: 0,
    min: 0,
    usual: [0, 1],
    help: 'The thickness of the letters.',
  },
});

type Settings = ValuesOf<typeof parameters>;

/** Its own font, or until there is one the first that ships with the application. */
function layoutOf({ text, face, font, size, spacing, leading }: Settings): Layout {
  const typeface = face === 'own' ? (ownTypeface(font) ?? typefaceOf(TYPEFACES[0].value)) : typefaceOf(face);
  return layOut(text, typeface, size, spacing, leading);
}

function put(out: BirthPlace, { width, height }: Layout, x: number, y: number, z: number): void {
  out.x = x;
  out.y = y;
  out.z = z;
  out.nx = out.ny = out.flatY = 0;
  out.nz = 1;
  out.u = width > 0 ? 0.5 + x / width : 0.5;
  out.v = height > 0 ? 0.5 - y / height : 0.5;
}

function fromArea(settings: Settings, layout: Layout): Sampler {
  const fill = fillOf(layout.contours);
  let total = 0;
  const sums = fill.map((t) => (total += t.area));
  const at = new Float64Array(2);
  if (fill.length === 0) return () => false;
  return ({ pick }, out) => {
    placeIn(fill[bisect(sums, pick(0) * total)]!, pick(1), pick(2), at);
    put(out, layout, at[0]!, at[1]!, settings.depth * (pick(3) - 0.5));
    out.tx = 1;
    out.ty = out.tz = 0;
    return true;
  };
}

function fromOutline(settings: Settings, layout: Layout): Sampler {
  const sides = layout.contours.flatMap((c) =>
    Array.from({ length: c.length / 2 }, (_, i) => {
      const j = (2 * i + 2) % c.length;
      return { x: c[2 * i]!, y: c[2 * i + 1]!, dx: c[j]! - c[2 * i]!, dy: c[j + 1]! - c[2 * i + 1]! };
    }),
  );
  let total = 0;
  const sums = sides.map(({ dx, dy }) => (total += Math.sqrt(dx * dx + dy * dy)));
  if (!(total > 0)) return () => false;
  return ({ pick }, out) => {
    const { x, y, dx, dy } = sides[bisect(sums, pick(0) * total)]!;
    const t = pick(1);
    put(out, layout, x + t * dx, y + t * dy, settings.depth * (pick(3) - 0.5));
    const length = Math.sqrt(dx * dx + dy * dy) || 1;
    out.tx = dx / length;
    out.ty = dy / length;
    out.tz = 0;
    return true;
  };
}

/** A text, set in the XY plane about its middle; the normal is +Z, towards the reader. */
export const lettering = defineEmitterShape({
  kind: 'lettering',
  label: 'lettering',
  summary: 'Text, upright and facing +Z.',
  parameters,
  sampler(values) {
    const settings = values;
    const layout = layoutOf(settings);
    return settings.from === 'area' ? fromArea(settings, layout) : fromOutline(settings, layout);
  },
  empty(values) {
    const settings = values;
    const { contours, missing } = layoutOf(settings);
    if (contours.length > 0) return undefined;
    return missing.length > 0 ? `its typeface has no letters for “${missing.join('')}”` : 'its text has no letters';
  },
  outline: (values) =>
    layoutOf(values).contours.map((c) =>
      Array.from(
        { length: c.length / 2 + 1 },
        (_, i) => [c[(2 * i) % c.length]!, c[(2 * i + 1) % c.length]!, 0] as const,
      ),
    ),
  handles(values) {
    const settings = values;
    const { height } = layoutOf(settings);
    return [
      {
        parameter: 'size',
        at: [0, height / 2, 0],
        axis: [0, 1, 0],
        perMetre: height > 0 ? (2 * settings.size) / height : 1,
      },
    ];
  },
});
