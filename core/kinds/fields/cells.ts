import { describe } from '../../document/parameters';
import { cos, sin } from '../../lib/math/exact';
import { rotate } from '../../lib/math/rotation';
import { rotationOf, turnAbout } from '../../lib/math/quaternion';
import { normalised, type Vector } from '../../lib/math/vector';
import { boxEdges, boxHandles } from '../../lib/geometry/outline';
import { uniform } from '../../lib/random/lookup';
import { fittedSize, vectorActions } from './actions';
import { defineField } from '../contracts/field';

const RADIAN = 0.017453292519943295;
const WHOLE_TURN = 6.283185307179586;

const side = (label: string) =>
  ({
    type: 'number',
    label,
    unit: 'm',
    default: 2,
    min: 0,
    above: true,
    usual: [0.1, 10],
    help: `The ${label.toLowerCase()} of the box.`,
  }) as const;
const cellsAlong = (axis: string) =>
  ({
    type: 'number',
    label: `Cells in ${axis}`,
    unit: '',
    default: 4,
    min: 1,
    max: 64,
    whole: true,
    usual: [1, 16],
    help: `The number of cells along ${axis}.`,
  }) as const;

const parameters = describe({
  direction: {
    type: 'vector',
    label: 'Direction',
    unit: '',
    default: [0, 1, 0],
    help: 'The direction of every cell before it is turned. Only its direction counts, not its length.',
  },
  turn: {
    type: 'number',
    label: 'Turn variation',
    unit: '°',
    default: 60,
    min: 0,
    max: 180,
    usual: [0, 180],
    help: 'Each cell is turned by up to this about a random axis.',
  },
  uneven: {
    type: 'number',
    label: 'Strength variation',
    unit: '',
    fraction: true,
    default: 0.3,
    min: 0,
    max: 1,
    usual: [0, 1],
    help: 'The strength of each cell is larger or smaller by up to this.',
  },
  width: side('Width'),
  height: side('Height'),
  depth: side('Depth'),
  across: cellsAlong('X'),
  upward: cellsAlong('Y'),
  deep: cellsAlong('Z'),
});

/**
 * A box cut into n × m × k cells; in each F = S·(1 ± uneven) in a direction turned by ± an angle, by seed. Nothing
 * outside.
 */
export const cells = defineField({
  kind: 'cells',
  family: 'flow',
  label: 'cells',
  summary: 'A box of cells that each push in a random direction: coarse, static disorder.',
  glyph: 'M4 4h16v16H4zM4 12h16M12 4v16M7 9l2-2M15 7l2 2M8 15v3M15 17h3',
  formula: 'F = S · (1 ± uneven) · R(± turn) · direction, in each cell',
  source: 'common practice, no source',
  strength: { label: 'Strength', default: 1, usual: [-5, 5] },
  actions: vectorActions('acceleration'),
  seeded: true,
  direction: 'direction',
  startsWith: { falloff: 'everywhere', curve: 'smooth' },
  balance: ['turn', 'uneven'],
  starts: [
    {
      name: 'Loose bricks',
      note: 'a few large cells in random directions',
      strength: 1.5,
      settings: { turn: 120, uneven: 0.2, across: 3, upward: 3, deep: 3 },
    },
    {
      name: 'Shuffled',
      note: 'many small cells in all directions',
      strength: 2,
      settings: { turn: 180, uneven: 0.6, across: 10, upward: 10, deep: 10 },
    },
    {
      name: 'Columns',
      note: 'upright shafts of uneven lift',
      strength: 1.5,
      settings: { turn: 0, uneven: 1, across: 8, upward: 1, deep: 8 },
    },
  ],
  parameters,
  examples: [
    {
      settings: { direction: [0, 0, 1], turn: 0, uneven: 0, width: 4, height: 4, depth: 4 },
      strength: 2,
      at: [1, 1, 1],
      vector: [0, 0, 2],
      source: 'by hand: cells that are neither turned nor uneven are alike',
    },
    {
      settings: { width: 4, height: 4, depth: 4 },
      strength: 2,
      at: [3, 0, 0],
      vector: [0, 0, 0],
      source: 'by definition: nothing outside the box',
    },
  ],
  fit: (half) => ({
    width: fittedSize(2.2 * half[0], 0.1),
    height: fittedSize(2.2 * half[1], 0.1),
    depth: fittedSize(2.2 * half[2], 0.1),
  }),
  view: {
    outline(settings) {
      const { width, height, depth } = settings;
      return boxEdges(width, height, depth);
    },
    handles(settings) {
      const { width, height, depth } = settings;
      return boxHandles(width, height, depth);
    },
  },
  compile({ settings, strength, stream }) {
    const { direction, turn, uneven, width, height, depth, across, upward, deep } = settings;
    const way = normalised(direction);
    const vectors = new Float64Array(3 * across * upward * deep);
    for (let cell = 0; 3 * cell < vectors.length; cell++) {
      const c = 2 * uniform(stream, cell, 1) - 1;
      const s = Math.sqrt(Math.max(0, 1 - c * c));
      const about: Vector = [
        s * cos(WHOLE_TURN * uniform(stream, cell, 2)),
        c,
        s * sin(WHOLE_TURN * uniform(stream, cell, 2)),
      ];
      const turned = rotate(rotationOf(turnAbout(about, turn * RADIAN * (2 * uniform(stream, cell, 3) - 1))), way);
      const size = strength * (1 + uneven * (2 * uniform(stream, cell, 4) - 1));
      vectors.set([size * turned[0], size * turned[1], size * turned[2]], 3 * cell);
    }
    return ({ x, y, z }, { count }, out) => {
      for (let p = 0; p < count; p++) {
        const i = Math.floor((x[p]! / width + 0.5) * across);
        const j = Math.floor((y[p]! / height + 0.5) * upward);
        const k = Math.floor((z[p]! / depth + 0.5) * deep);
        const inside = i >= 0 && i < across && j >= 0 && j < upward && k >= 0 && k < deep;
        const at = 3 * ((k * upward + j) * across + i);
        out.x[p] = inside ? vectors[at]! : 0;
        out.y[p] = inside ? vectors[at + 1]! : 0;
        out.z[p] = inside ? vectors[at + 2]! : 0;
      }
    };
  },
});
