import { describe, type ValuesOf } from '../describe/parameters';
import { boxEdges, widthHandle } from '../places/handle';
import type { ShapeKind } from './shape';

const side = (label: string, axis: string) =>
  ({ type: 'number', label, unit: 'm', default: 1, min: 0, usual: [0, 10], help: `Along its own ${axis}.` }) as const;

const parameters = describe({ width: side('Width', 'X'), height: side('Height', 'Y'), depth: side('Depth', 'Z') });

/** A box, evenly filled; the normal is up. */
export const box: ShapeKind = {
  kind: 'box',
  label: 'box',
  summary: 'A box, evenly filled; particles leave it upwards.',
  parameters,
  sampler(values) {
    const { width, height, depth } = values as ValuesOf<typeof parameters>;
    return (pick, out) => {
      out.x = width * (pick(0) - 0.5);
      out.y = height * (pick(1) - 0.5);
      out.z = depth * (pick(2) - 0.5);
      out.nx = out.nz = 0;
      out.ny = 1;
    };
  },
  outline(values) {
    const { width, height, depth } = values as ValuesOf<typeof parameters>;
    return boxEdges(width, height, depth);
  },
  handles(values) {
    const { width, height, depth } = values as ValuesOf<typeof parameters>;
    return [widthHandle('width', 0, width), widthHandle('height', 1, height), widthHandle('depth', 2, depth)];
  },
};
