import { describe, type Values, type ValuesOf } from '../../document/parameters';
import {
  emptyGrid,
  gridLookup,
  stepsWithin,
  type GridLookup,
  MOST_POINTS,
  pointAt,
  pointsIn,
  widthsOf,
  type Lattice,
  type VectorGrid,
} from '../../lib/grids/vector-grid';
import { mapVector, vectorBy } from '../../lib/math/vector';
import { boxEdges, boxHandles } from '../../lib/geometry/outline';
import { stepsAt, turnOf } from '../../lib/series-timing';
import { clear } from '../contracts/sums';
import { fittedSize, vectorActions } from './actions';
import { filledGrid, fillInPlace } from './filled-grid';
import { GroupBeyond } from './group-beyond';
import { defineField, type FieldSource } from '../contracts/field';

const filled = (v: Values) => v['from'] === 'group';
const side = (label: string, axis: string) =>
  ({
    type: 'number',
    label,
    unit: 'm',
    default: 2,
    min: 0,
    above: true,
    usual: [0.1, 20],
    help: `The size of the box along ${axis}.`,
  }) as const;

const parameters = describe({
  from: {
    type: 'choice',
    label: 'Source',
    default: 'group',
    options: [
      { value: 'group', label: 'group of fields' },
      { value: 'file', label: 'file' },
    ],
    help: 'The vectors come from a group of fields, or from a file of VTK image data or CSV.',
  },
  group: {
    type: 'reference',
    to: 'group',
    label: 'Source group',
    default: '',
    help: 'The group to sample, muted or not. Mute it to let only the grid act.',
    shown: filled,
  },
  at: {
    type: 'number',
    label: 'Sampled frame',
    unit: 'f',
    default: 0,
    whole: true,
    usual: [0, 240],
    help: 'The frame at which the group is sampled.',
    shown: filled,
  },
  every: {
    type: 'number',
    label: 'Sampled again every',
    unit: 'f',
    fixed: true,
    default: 0,
    min: 0,
    whole: true,
    usual: [0, 24],
    help: 'At 0 the group is sampled once. Above, it is sampled again every so many frames from the sampled frame on, and the grid goes evenly from one sample to the next.',
    shown: filled,
  },
  file: {
    type: 'grid',
    label: 'Stored grid',
    default: '',
    help: 'One of the scene’s grids.',
    shown: (v) => v['from'] === 'file',
  },
  width: side('Width', 'X'),
  height: side('Height', 'Y'),
  depth: side('Depth', 'Z'),
  cell: {
    type: 'number',
    label: 'Cell size',
    unit: 'm',
    default: 0.1,
    min: 0,
    above: true,
    usual: [0.02, 1],
    help: 'The distance between grid points. Half the size shows twice the detail and takes eight times the memory and time.',
    shown: filled,
  },
  around: {
    type: 'switch',
    label: 'Around colliders',
    default: false,
    help: 'Leads the flow around the scene’s colliders: nothing goes through them, nothing gathers, and those that move push it. A collider thinner than a cell counts as a cell thick.',
    shown: filled,
  },
  lookup: {
    type: 'choice',
    label: 'Interpolation',
    default: 'linear',
    options: [
      { value: 'linear', label: 'trilinear' },
      { value: 'cubic', label: 'tricubic' },
    ],
    help: 'Tricubic is smoother and more accurate than trilinear, and slower.',
  },
  outside: {
    type: 'choice',
    label: 'Outside',
    default: 'nothing',
    options: [
      { value: 'nothing', label: 'nothing' },
      { value: 'source', label: 'source group' },
      { value: 'edge-value', label: 'edge value' },
      { value: 'tile', label: 'tile' },
    ],
    help: 'The field outside the box. The source group acts there as it is; a file has none.',
  },
});

type Settings = ValuesOf<typeof parameters>;

const sidesOf = ({ width, height, depth }: Settings) => [width, height, depth] as const;

/** Points along each axis of a grid that is filled. */
function countsOf(settings: Settings): readonly [number, number, number] {
  return mapVector(sidesOf(settings), (length) => Math.max(2, Math.floor(length / settings.cell + 0.5) + 1));
}

/** The grid of a field that is filled from a group at a frame, in the frame of its place. */
function fill(source: FieldSource<Settings>, frame: number): VectorGrid | undefined {
  const { group, around } = source.settings;
  return filledGrid(source, { lattice: latticeOf(source.settings), group, around, frame });
}

/** A lattice over the box of a field, with its own points or so many. */
export function latticeOf(settings: Settings, counts = countsOf(settings)): Lattice {
  const sides = sidesOf(settings);
  return {
    counts,
    origin: mapVector(sides, (s) => -s / 2),
    spacing: mapVector(sides, (s, i) => s / (counts[i]! - 1)),
  };
}

function gridOf(source: FieldSource<Settings>): VectorGrid | undefined {
  const settings = source.settings;
  return settings.from === 'group' ? fill(source, settings.at) : source.resources.grid(settings.file);
}

/** Grids of one field that are held at a time: the two that a frame lies between. */
const HELD = 2;

/**
 * The lookups of the two samples or files that a frame lies between, and how far it is from the first to the second; both are
 * the same where there is one, or before the first sample.
 */
type Samples = (frame: number) => { readonly before: GridLookup; readonly after: GridLookup; readonly share: number };

/** The samples of a grid over time. A sample is filled when it is first needed. */
function samplesOf(source: FieldSource<Settings>, found: VectorGrid): Samples {
  const { from, at, every, lookup: form, outside } = source.settings;
  const edges = outside === 'source' ? 'nothing' : outside;
  const lookupIn = (grid: VectorGrid) => gridLookup(grid, form === 'cubic', edges);
  const first = lookupIn(found);
  const { series } = found;
  const changes = from === 'group' ? every > 0 : series !== undefined;
  if (!changes) return () => ({ before: first, after: first, share: 0 });
  const gridAt = (n: number) =>
    series ? series.grids[turnOf(series.grids.length, series.outside, n)]! : (fill(source, at + n * every) ?? found);
  const stepsTo = (frame: number) => (series ? stepsAt(series, frame / source.fps) : Math.max(0, (frame - at) / every));
  const held = new Map<number, GridLookup>();
  const sample = (n: number): GridLookup => {
    let lookup = held.get(n);
    if (!lookup) {
      lookup = lookupIn(gridAt(n));
      if (held.size >= HELD)
        held.delete([...held.keys()].reduce((far, k) => (Math.abs(k - n) > Math.abs(far - n) ? k : far)));
      held.set(n, lookup);
    }
    return lookup;
  };
  return (frame) => {
    const steps = stepsTo(frame);
    const n = Math.floor(steps);
    const before = sample(n);
    return { before, after: steps > n ? sample(n + 1) : before, share: steps - n };
  };
}

/** Arrows along each side at most. */
const ARROWS = 9;

/** A box of vectors, looked up between its points. Those from a file are stretched to its box. */
export const grid = defineField({
  kind: 'grid',
  family: 'source',
  label: 'flow grid',
  summary: 'A box of vectors, sampled from a group of fields or read from a file.',
  glyph: 'M4 4h16v16H4zM4 9.3h16M4 14.7h16M9.3 4v16M14.7 4v16',
  formula: 'F = S · Σ wᵢ·Vᵢ over the 8 or 64 points around',
  source: 'trilinear interpolation; Catmull & Rom 1974',
  strength: { label: 'Strength', default: 1, usual: [-3, 3] },
  actions: vectorActions('acceleration'),
  startsWith: { falloff: 'everywhere', curve: 'smooth' },
  starts: [
    {
      name: 'Draught',
      note: 'coarse, and zero outside',
      settings: { cell: 0.25, lookup: 'linear', outside: 'nothing' },
    },
    { name: 'Fine', note: 'smooth and accurate', settings: { cell: 0.08, lookup: 'cubic', outside: 'nothing' } },
    { name: 'Endless', note: 'the box repeated', settings: { cell: 0.12, lookup: 'linear', outside: 'tile' } },
  ],
  parameters,
  examples: [
    {
      settings: { from: 'group', group: 'g', width: 2, height: 2, depth: 2, cell: 0.25, lookup: 'linear' },
      strength: 2,
      scene: {
        groups: [{ id: 'g', name: 'G' }],
        fields: [
          {
            id: 'inner',
            name: 'Inner',
            group: 'g',
            settings: { kind: 'formula', output: 'vector', fx: 'x', fy: '2 × y', fz: '1' },
            actsAs: 'acceleration',
            falloff: { kind: 'everywhere' },
            sends: { e: 0 },
          },
        ],
      },
      at: [0.3, -0.2, 0.1],
      vector: [0.6, -0.8, 2],
      source: 'trilinear interpolation is exact for linear vectors',
    },
  ],
  fit: (half) => ({
    width: fittedSize(2.4 * half[0], 0.2),
    height: fittedSize(2.4 * half[1], 0.2),
    depth: fittedSize(2.4 * half[2], 0.2),
    cell: fittedSize(Math.max(...half) / 10, 0.01),
  }),
  diagnose: {
    zeroHere: 'its grid is empty where the particles are',
    silent(source) {
      const settings = source.settings;
      if (settings.from === 'file') {
        if (settings.file === '') return 'no file is chosen';
        return source.resources.grid(settings.file) ? undefined : 'its file is missing';
      }
      if (settings.group === '') return 'no group is chosen that it is filled from';
      if (pointsIn(latticeOf(settings)) > MOST_POINTS)
        return `it would have ${countsOf(settings).join(' × ')} points. The limit is ${MOST_POINTS}: use larger cells`;
      return source.group(settings.group, settings.at) ? undefined : 'the group it is filled from is empty';
    },
  },
  grid: {
    description(settings, resources) {
      const own = settings;
      const stored = own.from === 'file' ? resources.grid(own.file) : undefined;
      const counts = own.from === 'group' ? countsOf(own) : stored?.counts;
      if (!counts) return undefined;
      const points = pointsIn({ counts });
      const held = own.from === 'file' ? (stored?.series?.grids.length ?? 1) : own.every > 0 ? HELD : 1;
      const memory = Number(((held * 12 * points) / 1048576).toPrecision(2));
      const several = held > 1 ? ` for ${held} ${own.from === 'file' ? 'files' : 'samples'}` : '';
      return `${counts.join(' × ')} = ${points} points, ${memory} MB${several}`;
    },
    of: gridOf,
    fitSource(source, bounds) {
      const settings = source.settings;
      if (settings.from === 'group') return bounds;
      const found = source.resources.grid(settings.file);
      if (!found) return undefined;
      const sides = mapVector(widthsOf(found), (w) => (w > 0 ? w : 1));
      return { centre: mapVector(found.origin, (o, i) => o + sides[i]! / 2), sides };
    },
  },
  view: {
    outline: (settings) => boxEdges(...sidesOf(settings)),
    handles: (settings) => boxHandles(...sidesOf(settings)),
    arrows(source) {
      const settings = source.settings;
      const counts = mapVector(sidesOf(settings), (s) =>
        Math.max(2, Math.min(ARROWS, Math.floor((s / Math.max(...sidesOf(settings))) * ARROWS + 0.5))),
      );
      const thin = emptyGrid(latticeOf(settings, counts));
      const count = pointsIn(thin);
      // A flow around colliders is looked up, since it hangs on the size of cells.
      if (settings.from === 'group' && !settings.around) {
        const place = source.placeAt(settings.at);
        const group = source.group(settings.group, settings.at);
        if (!group) return [];
        fillInPlace(place, count, (i) => pointAt(thin, i), thin.vectors, group.fill);
      } else {
        const found = gridOf(source);
        if (!found) return [];
        const lookup = gridLookup(found, false, 'edge-value');
        const out = new Float64Array(3);
        for (let i = 0; i < count; i++) {
          const steps = pointAt(thin, i).map((p, k) => (p / sidesOf(settings)[k]! + 0.5) * (found.counts[k]! - 1));
          lookup(steps[0]!, steps[1]!, steps[2]!, out);
          thin.vectors.set(out, 3 * i);
        }
      }
      return Array.from({ length: count }, (_, i) => ({
        at: pointAt(thin, i),
        vector: vectorBy((axis) => thin.vectors[3 * i + axis]!),
      }));
    },
  },
  compile(source) {
    const settings = source.settings;
    const found = gridOf(source);
    if (!found) return (_local, { count }, out) => clear(out, count);
    const samples = samplesOf(source, found);
    const { strength } = source;
    const scale = sidesOf(settings).map((s, i) => (found.counts[i]! - 1) / s);
    const [vector, next] = [new Float64Array(3), new Float64Array(3)];
    const beyond =
      settings.outside === 'source' && settings.from === 'group' ? new GroupBeyond(source, settings.group) : undefined;
    const counts = found.counts;
    return (local, { count }, out, { frame, place }) => {
      const { x, y, z } = local;
      const { before, after, share } = samples(frame);
      for (let i = 0; i < count; i++) {
        const u = (x[i]! + settings.width / 2) * scale[0]!;
        const v = (y[i]! + settings.height / 2) * scale[1]!;
        const w = (z[i]! + settings.depth / 2) * scale[2]!;
        beyond?.note(i, stepsWithin(counts, u, v, w));
        before(u, v, w, vector);
        if (share > 0) {
          after(u, v, w, next);
          for (let k = 0; k < 3; k++) vector[k]! += share * (next[k]! - vector[k]!);
        }
        out.x[i] = strength * vector[0]!;
        out.y[i] = strength * vector[1]!;
        out.z[i] = strength * vector[2]!;
      }
      beyond?.write(local, place, frame, strength, out);
    };
  },
});
