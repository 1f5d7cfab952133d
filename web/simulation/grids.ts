import type { Lattice, VectorGrid } from '../../core/lib/grids/vector-grid';
import { MOST, type SceneGrid } from '../../core/document/scene';
import { completeGrid } from '../../core/scene/read';
import { api } from '../state/api';
import { changeScene, openedScene } from '../state/scene-store';
import { loadAssets } from './scene-assets';

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
  const { grids } = openedScene();
  if (grids.length >= MOST.grids) throw new Error(`The scene has ${MOST.grids} grids. The limit is ${MOST.grids}.`);
  if (files.length > MOST.series + 1)
    throw new Error(`${files.length} grids are chosen. The limit of a series is ${MOST.series + 1}.`);
  const kept: Awaited<ReturnType<typeof keepGrid>>[] = [];
  for (const file of files) {
    tell?.(kept.length);
    kept.push(await keepGrid(file, lattice));
    signal?.throwIfAborted();
    const [first, last] = [kept[0]!.counts.join(' × '), kept.at(-1)!.counts.join(' × ')];
    if (first !== last)
      throw new Error(
        `“${file.name}” has ${last} points, “${files[0]!.name}” ${first}. Choose grids with the same number of points.`,
      );
  }
  const [first, ...rest] = kept;
  const entry: SceneGrid = completeGrid({ ...first!, series: rest.map(({ hash }) => hash) });
  const known = grids.find(({ hash }) => hash === entry.hash);
  // One that did not change so far goes on as a series, and the other way round.
  if (!known) changeScene((scene) => ({ ...scene, grids: [...scene.grids, entry] }));
  else if (known.series.join() !== entry.series.join())
    changeScene((scene) => ({ ...scene, grids: scene.grids.map((one) => (one === known ? entry : one)) }));
  await loadAssets(openedScene());
  return entry.hash;
}
