import { acceptOf, readable } from '../../formats/readable';
import type { GridParameter } from '../../core/document/parameters';
import type { Lattice } from '../../core/lib/grids/vector-grid';
import { importGrid } from '../simulation/grids';
import { useScene } from '../state/scene-store';
import { KeptRow } from './kept-row';

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
    <KeptRow
      label={label}
      help={help}
      noun="Grid"
      items={grids}
      value={value}
      accept={acceptOf(readable.grid)}
      onChange={onChange}
      onFile={(file) => importGrid(file, lattice).then(({ hash }) => hash)}
    />
  );
}
