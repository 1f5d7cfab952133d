import { pointsIn, type Lattice, type VectorGrid } from '../core/lib/grids/vector-grid';
import { fileFault } from './scene-faults';
import { GRID_LIMITS } from './vti';

const ALLOWED =
  'rows of three numbers x, y, z of the vector, as many as the grid has points, X fastest, then Y, then Z';

/**
 * Reads vectors from CSV text: three columns, a row a point, X fastest, then Y, then Z; a first row of names is passed
 * over. The file has no lattice of its own: it is given. Throws a fault naming the file and the row.
 */
export function readGridCsv(text: string, name: string, lattice: Lattice): VectorGrid {
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '' && !line.startsWith('#'));
  const cells = (line: string) => line.split(/[,;\t]/).map((cell) => cell.trim());
  if (lines.length > 0 && cells(lines[0]!).some((cell) => !Number.isFinite(Number(cell)))) lines.shift();
  const points = pointsIn(lattice);
  if (points > GRID_LIMITS.points)
    throw fileFault(
      'size',
      `The grid has ${points} points. The limit is ${GRID_LIMITS.points}.`,
      `up to ${GRID_LIMITS.points} points`,
    );
  if (lines.length !== points)
    throw fileFault(
      'rows',
      `“${name}” has ${lines.length} rows, but a grid of ${lattice.counts.join(' × ')} points takes ${points}. Use ${ALLOWED}.`,
      ALLOWED,
    );
  const vectors = new Float32Array(3 * points);
  lines.forEach((line, i) => {
    const row = cells(line);
    if (row.length !== 3 || row.some((cell) => cell === '' || !Number.isFinite(Number(cell))))
      throw fileFault('row', `“${name}” has “${line.slice(0, 60)}” in row ${i + 1}. Use ${ALLOWED}.`, ALLOWED);
    vectors.set(row.map(Number), 3 * i);
  });
  return { ...lattice, vectors };
}
