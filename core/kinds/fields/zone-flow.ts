import { describe } from '../../document/parameters';
import { NOISES } from '../../lib/noise/kinds';
import { falloffShapes } from '../falloff-shapes';
import { circle } from '../../lib/geometry/outline';
import { mix } from '../../lib/random/lookup';
import { vectorActions } from './actions';
import { defineField } from '../contracts/field';

const share = (label: string, value: number, help: string) =>
  ({ type: 'number', label, unit: '×', default: value, usual: [-1, 1], help }) as const;

const parameters = describe({
  outward: share(
    'Outward',
    0,
    'The flow away from the line, circle or centre of the falloff shape. Negative flows inwards.',
  ),
  lengthwise: share(
    'Lengthwise',
    1,
    'The flow along the falloff shape: the axis of a rod or cone, around a ring, along a path.',
  ),
  swirl: share('Swirl', 0.4, 'The flow around that, by the right-hand rule.'),
  noise: { ...share('Noise', 0, 'The amount of noise added to the flow.'), min: 0 },
  size: {
    type: 'number',
    label: 'Noise size',
    unit: 'm',
    default: 0.5,
    min: 0.001,
    usual: [0.05, 5],
    help: 'The size of the eddies.',
    shown: (v) => v['noise'] !== 0,
  },
});

/** F = S·(outward·ô + lengthwise·l̂ + swirl·(l̂ × ô) + noise·n), ô and l̂ from the form of the field's own falloff shape. */
export const zoneFlow = defineField({
  kind: 'zone-flow',
  family: 'flow',
  label: 'zone flow',
  summary: 'A flow along, out of and around its falloff shape.',
  glyph: 'M4 12h13M13 8l4 4-4 4M4 7c5-3 9-3 14 0M4 17c5 3 9 3 14 0',
  formula: 'F = S · (outward·ô + lengthwise·l̂ + swirl·l̂×ô + noise·n)',
  source: 'common practice, no source',
  strength: { label: 'Strength', default: 2, usual: [-5, 5] },
  actions: vectorActions('acceleration'),
  seeded: true,
  needs: { form: true, falloff: 'rod' },
  startsWith: { falloff: 'rod', curve: 'smooth' },
  balance: ['outward', 'lengthwise', 'swirl'],
  starts: [
    {
      name: 'Pipe',
      note: 'flows along its falloff shape',
      strength: 2,
      settings: { outward: -0.3, lengthwise: 1, swirl: 0, noise: 0 },
    },
    {
      name: 'Corkscrew',
      note: 'along and around it',
      strength: 2.5,
      settings: { outward: -0.6, lengthwise: 0.5, swirl: 1, noise: 0 },
    },
    {
      name: 'Burst pipe',
      note: 'out of it, unevenly',
      strength: 3,
      settings: { outward: 1, lengthwise: 0.3, swirl: 0, noise: 0.5 },
    },
  ],
  parameters,
  examples: [
    {
      settings: { outward: 1, lengthwise: 0.5, swirl: 2, noise: 0 },
      strength: 3,
      falloff: { kind: 'rod', length: 4, inner: 5, outer: 6 },
      at: [2, 0, 0],
      vector: [3, 1.5, -6],
      source: 'by hand: ô = x̂ and l̂ = ŷ beside an upright rod, l̂ × ô = −ẑ',
    },
  ],
  view: {
    // A ring as wide as the noise's eddies, so that their size is seen.
    outline(settings) {
      const { noise, size } = settings;
      return noise === 0 ? [] : [circle(size / 2, 0, 1)];
    },
  },
  diagnose: {
    silent({ falloff, settings }) {
      if (!falloffShapes.get(falloff.kind).form) return 'without a falloff shape there is nothing to flow along';
      const { outward, lengthwise, swirl, noise } = settings;
      return outward === 0 && lengthwise === 0 && swirl === 0 && noise === 0
        ? 'outward, lengthwise, swirl and noise are all 0'
        : undefined;
    },
  },
  compile({ settings, strength, stream, falloff }) {
    const { outward: o, lengthwise: l, swirl: s, noise, size } = settings;
    const formed = falloffShapes.get(falloff.kind).form !== undefined;
    const { sloped, scale, deviation } = NOISES.gradient;
    const gain = noise / (deviation * Math.sqrt(3));
    const seeds = [1, 2, 3].map((axis) => mix(stream + axis) | 0);
    const sample = new Float64Array(4);
    return ({ x, y, z }, { count }, out, { outward, lengthwise }) => {
      for (let i = 0; i < count; i++) {
        let [fx, fy, fz] = [0, 0, 0];
        if (formed) {
          const [ox, oy, oz] = [outward.x[i]!, outward.y[i]!, outward.z[i]!];
          const [lx, ly, lz] = [lengthwise.x[i]!, lengthwise.y[i]!, lengthwise.z[i]!];
          fx = o * ox + l * lx + s * (ly * oz - lz * oy);
          fy = o * oy + l * ly + s * (lz * ox - lx * oz);
          fz = o * oz + l * lz + s * (lx * oy - ly * ox);
        }
        if (gain !== 0) {
          const f = scale / size;
          sloped(x[i]! * f, y[i]! * f, z[i]! * f, seeds[0]!, sample);
          fx += gain * sample[0]!;
          sloped(x[i]! * f, y[i]! * f, z[i]! * f, seeds[1]!, sample);
          fy += gain * sample[0]!;
          sloped(x[i]! * f, y[i]! * f, z[i]! * f, seeds[2]!, sample);
          fz += gain * sample[0]!;
        }
        out.x[i] = strength * fx;
        out.y[i] = strength * fy;
        out.z[i] = strength * fz;
      }
    };
  },
});
