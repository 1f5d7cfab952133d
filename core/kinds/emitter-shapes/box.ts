import { describe } from '../../document/parameters';
import { boxEdges, boxHandles } from '../../lib/geometry/outline';
import { defineEmitterShape, lieFlat } from './shape';

const side = (label: string, axis: string) =>
  ({ type: 'number', label, unit: 'm', default: 1, min: 0, usual: [0, 10], help: `The size along ${axis}.` }) as const;

const parameters = describe({ width: side('Width', 'X'), height: side('Height', 'Y'), depth: side('Depth', 'Z') });

/** A box, evenly filled; the normal is up. */
export const box = defineEmitterShape({
  kind: 'box',
  label: 'box',
  summary: 'A box, evenly filled. The normal points up.',
  parameters,
  sampler(values) {
    const { width, height, depth } = values;
    return ({ pick }, out) => {
      const u = pick(0);
      const v = pick(2);
      lieFlat(out, width * (u - 0.5), depth * (v - 0.5), u, v);
      out.y = height * (pick(1) - 0.5);
      return true;
    };
  },
  kernel(values) {
    const { width, height, depth } = values;
    return { kind: 'box', sides: [width, height, depth], picks: [0, 1, 2] };
  },
  outline(values) {
    const { width, height, depth } = values;
    return boxEdges(width, height, depth);
  },
  handles(values) {
    const { width, height, depth } = values;
    return boxHandles(width, height, depth);
  },
});
