import type { Lattice, VectorGrid } from '../../core/lib/grids/vector-grid';
import type { SceneGrid } from '../../core/document/scene';
import { MOST } from '../../core/document/scene';
import { api } from '../state/api';
import { loadAssets } from './scene-assets';
import { editScene, openedScene } from '../state/scene-store';

/**
 * Reads a grid from VTK image data or CSV, keeps it, and adds it to the scene. CSV has no lattice of its own; the one
 * given is taken. Throws a sentence where the file can't be taken.
 */
export async function importGrid(file: File, lattice: Lattice): Promise<SceneGrid> {
  const { readVti, writeVti } = await import('../../formats/vti');
  if (openedScene().grids.length >= MOST.grids)
    throw new Error(`The scene has ${MOST.grids} grids. The limit is ${MOST.grids}.`);
  let grid: VectorGrid;
  if (/\.csv$/i.test(file.name)) {
    const { readGridCsv } = await import('../../formats/grid-csv');
    grid = readGridCsv(await file.text(), file.name, lattice);
  } else grid = readVti(new Uint8Array(await file.arrayBuffer()), file.name);
  const kept = await api.addGrid(writeVti(grid), file.name);
  const entry: SceneGrid = { ...kept, counts: grid.counts };
  if (!openedScene().grids.some((g) => g.hash === kept.hash))
    editScene((scene) => void scene.grids.push({ ...entry, counts: [...entry.counts] }));
  await loadAssets(openedScene());
  return entry;
}
