import type { Lattice, VectorGrid } from '../../core/lib/grids/vector-grid';
import { MOST } from '../../core/document/scene';
import { completeGrid } from '../../core/scene/read';
import { api } from '../state/api';
import { openedScene } from '../state/scene-store';
import { keepAlike, keepInScene, limitSeries } from './keep-series';

/** Reads and keeps one grid. CSV has no lattice of its own; the one given is taken. */
async function keepGrid(file: File, lattice: Lattice) {
  const { readVti, writeVti } = await import('../../formats/vti');
  let grid: VectorGrid;
  if (/\.csv$/i.test(file.name)) {
    const { readGridCsv } = await import('../../formats/grid-csv');
    grid = readGridCsv(await file.text(), file.name, lattice);
  } else grid = readVti(new Uint8Array(await file.arrayBuffer()), file.name);
  return { ...(await api.addGrid(writeVti(grid), file.name)), counts: grid.counts };
}

/**
 * Reads a grid from VTK image data or CSV, keeps it, and adds it to the scene; several are a series, and it is told how many
 * are read. Gives the hash of the first. Throws a sentence where a file can't be taken or has other counts of points, and
 * where it was ended.
 */
export async function importGrids(
  files: readonly File[],
  lattice: Lattice,
  tell?: (done: number) => void,
  signal?: AbortSignal,
): Promise<string> {
  if (openedScene().grids.length >= MOST.grids)
    throw new Error(`The scene has ${MOST.grids} grids. The limit is ${MOST.grids}.`);
  limitSeries(files.length, 'grids');
  const points = ({ counts }: Pick<VectorGrid, 'counts'>) => counts.join(' × ');
  const [first, ...rest] = await keepAlike({
    files,
    keep: (file) => keepGrid(file, lattice),
    differs: (last, one, lastName, firstName) =>
      points(last) === points(one)
        ? undefined
        : `“${lastName}” has ${points(last)} points, “${firstName}” ${points(one)}. Choose grids with the same number of points.`,
    tell,
    signal,
  });
  return keepInScene('grids', completeGrid({ ...first!, series: rest.map(({ hash }) => hash) }));
}
