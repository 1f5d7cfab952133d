import type { Vector } from '../core/lib/math/vector';
import { MOST_CLOUD } from '../core/kinds/emitter-shapes/cloud';
import { checkPly } from './ply-header';
import { inOwnWords, refusedFile } from './scene-faults';

/** Most bytes of a file of points that is read. */
const MOST_BYTES = 256 * 1024 * 1024;

/** Points that were read, in the order of the file. */
export interface PointsImport {
  readonly points: readonly Vector[];
  /** How many the file has. */
  readonly found: number;
  /** What was left out, in a sentence; empty where nothing was. */
  readonly notice: string;
}

/** The numbers of a line of CSV: parts between commas, semicolons or tabs, or where there are none of them, spaces. */
const cells = (line: string): string[] =>
  (/[,;\t]/.test(line) ? line.split(/[,;\t]/) : line.trim().split(/\s+/)).map((cell) =>
    cell.trim().replace(/^"|"$/g, ''),
  );

const isNumber = (cell: string | undefined): boolean =>
  cell !== undefined && cell !== '' && Number.isFinite(Number(cell));

/** Places of a CSV: the columns that its first line calls x, y and z, or the first three where it has no names. */
function pointsOfCsv(text: string, name: string): Float64Array {
  const lines = text.split(/\r?\n/);
  const begin = lines.findIndex((line) => line.trim() !== '' && !line.startsWith('#'));
  const head = begin < 0 ? [] : cells(lines[begin]!);
  const named = !head.every(isNumber);
  const at = named ? ['x', 'y', 'z'].map((axis) => head.findIndex((cell) => cell.toLowerCase() === axis)) : [0, 1, 2];
  if (begin < 0 || at.some((column) => column < 0) || (!named && head.length < 3))
    throw refusedFile(
      `“${name}” has no columns x, y and z. Use CSV files whose first line names them, or three numbers a line.`,
    );
  const values: number[] = [];
  for (let i = begin + (named ? 1 : 0); i < lines.length; i++) {
    const line = lines[i]!;
    if (line.trim() === '' || line.startsWith('#')) continue;
    const row = cells(line);
    const place = at.map((column) => row[column]);
    if (!place.every(isNumber))
      throw refusedFile(`Line ${i + 1} of “${name}” is “${line.slice(0, 60)}”. Use numbers for x, y and z.`);
    values.push(...place.map(Number));
  }
  return Float64Array.from(values);
}

async function pointsOfPly(bytes: Uint8Array<ArrayBuffer>, name: string): Promise<Float64Array> {
  const { PLYLoader } = await import('three/addons/loaders/PLYLoader.js');
  checkPly(bytes, name);
  const position = await inOwnWords(
    name,
    'PLY',
    () => new PLYLoader().parse(bytes.slice().buffer).getAttribute('position')?.array as ArrayLike<number> | undefined,
  );
  if (!position) throw refusedFile(`“${name}” has no vertices. Use PLY files with x, y and z.`);
  return Float64Array.from(position);
}

/**
 * Reads places from a CSV or PLY file, in metres as they stand. Of more than {@link MOST_CLOUD} every n-th is taken.
 * Throws a sentence that names the file and what is allowed.
 */
export async function readPoints(bytes: Uint8Array<ArrayBuffer>, name: string): Promise<PointsImport> {
  if (bytes.length > MOST_BYTES) throw refusedFile(`“${name}” has ${bytes.length} bytes. The limit is ${MOST_BYTES}.`);
  const isPly = new TextDecoder().decode(bytes.subarray(0, 4)).trim() === 'ply';
  const values = isPly ? await pointsOfPly(bytes, name) : pointsOfCsv(new TextDecoder().decode(bytes), name);
  const found = values.length / 3;
  if (found === 0) throw refusedFile(`“${name}” has no points. Use CSV and PLY files with at least one.`);
  const step = Math.ceil(found / MOST_CLOUD);
  const points: Vector[] = [];
  for (let i = 0; i < found; i += step) {
    const place = [values[3 * i]!, values[3 * i + 1]!, values[3 * i + 2]!] as const;
    if (!place.every(Number.isFinite))
      throw refusedFile(`Point ${i + 1} of “${name}” is (${place.join(', ')}). Use finite numbers.`);
    points.push(place);
  }
  const notice =
    step > 1
      ? `“${name}” has ${found} points: every ${step}${step === 2 ? 'nd' : step === 3 ? 'rd' : 'th'} of them is taken, ${points.length} in all.`
      : '';
  return { points, found, notice };
}
