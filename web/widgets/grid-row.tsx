import { acceptOf, readable } from '../../formats/readable';
import type { GridParameter } from '../../core/document/parameters';
import type { Lattice } from '../../core/lib/grids/vector-grid';
import { importGrids } from '../simulation/grids';
import { useScene } from '../state/scene-store';
import { inOrder } from '../simulation/keep-series';
import { KeptRow } from './kept-row';
import { seriesItem, SeriesRows } from './series-rows';

interface Props {
  readonly parameter: GridParameter;
  readonly value: string;
  /** What a file without a lattice of its own is laid on. */
  readonly lattice: Lattice;
  onChange(value: string): void;
}

/** A grid of vectors of the scene. */
export function GridRow({ parameter, value, lattice, onChange }: Props) {
  const { grids } = useScene();
  const { label, help } = parameter;
  return (
    <>
      <KeptRow
        label={label}
        help={`${help} Several files with the same number of points are a series over time.`}
        noun="Grid"
        items={grids.map(seriesItem)}
        value={value}
        accept={acceptOf(readable.grid)}
        onChange={onChange}
        onFile={(file) => importGrids([file], lattice)}
        onFiles={(files, tell, signal) => importGrids(inOrder(files), lattice, tell, signal)}
      />
      <SeriesRows sort="grids" hash={value} />
    </>
  );
}
