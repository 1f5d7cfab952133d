import type { FloatColumn } from '../core/sim/step/population';

/** Particles of one emitter, as columns of equal length. */
export interface ParticleTable {
  readonly emitter: string;
  readonly id: Uint32Array;
  readonly age: Float32Array;
  readonly columns: Readonly<Record<FloatColumn, Float32Array>>;
}

/** Tables of the particles of a frame, under the ids of the scene's emitters. */
export function tablesOf(emitters: readonly Omit<ParticleTable, 'emitter'>[], ids: readonly string[]): ParticleTable[] {
  return emitters.map(({ id, age, columns }, e) => ({ emitter: ids[e]!, id, age, columns }));
}

/** Columns of a particle file, after emitter and number. */
const NUMBERS = ['x', 'y', 'z', 'vx', 'vy', 'vz', 'age', 'life', 'mass', 'size', 'drag'] as const;

const columnOf = (table: ParticleTable, name: (typeof NUMBERS)[number]) =>
  name === 'age' ? table.age : table.columns[name];

/** Slots in the order of the particles' numbers. */
function byNumber({ id }: ParticleTable): Uint32Array {
  return Uint32Array.from(id.keys()).toSorted((a, b) => id[a]! - id[b]!);
}

function quoted(text: string): string {
  return /[",\r\n]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text;
}

/**
 * CSV (RFC 4180, but for line ends: a bare line feed) with a header; one line a particle, sorted by emitter and number.
 * Numbers are the shortest text that gives the same 64-bit number as the 32-bit column.
 */
export function particlesCsv(tables: readonly ParticleTable[]): string {
  const lines = [['emitter', 'id', ...NUMBERS].join(',')];
  for (const table of tables) {
    const columns = NUMBERS.map((name) => columnOf(table, name));
    const emitter = quoted(table.emitter);
    for (const slot of byNumber(table))
      lines.push(`${emitter},${table.id[slot]},${columns.map((c) => c[slot]).join(',')}`);
  }
  return `${lines.join('\n')}\n`;
}

/** The header of a PLY 1.0 (G. Turk, "The PLY polygon file format", 1994) with one element, `vertex`. */
function plyHeader(tables: readonly ParticleTable[], format: 'ascii' | 'binary_little_endian'): string {
  const count = tables.reduce((n, table) => n + table.id.length, 0);
  return [
    'ply',
    `format ${format} 1.0`,
    ...tables.map((table, i) => `comment emitter ${i} ${table.emitter.replace(/\s+/g, ' ')}`),
    `element vertex ${count}`,
    ...NUMBERS.map((name) => `property float ${name}`),
    'property uint id',
    'property uint emitter',
    'end_header\n',
  ].join('\n');
}

/** PLY 1.0 in text: a line a particle, with the same columns as {@link particlesPly}. */
export function particlesPlyText(tables: readonly ParticleTable[]): string {
  const lines = tables.flatMap((table, emitter) => {
    const columns = NUMBERS.map((name) => columnOf(table, name));
    return Array.from(
      byNumber(table),
      (slot) => `${columns.map((c) => c[slot]).join(' ')} ${table.id[slot]} ${emitter}\n`,
    );
  });
  return plyHeader(tables, 'ascii') + lines.join('');
}

/**
 * Binary little-endian PLY 1.0: the same columns as the CSV, the number, and the emitter's index.
 */
export function particlesPly(tables: readonly ParticleTable[]): Uint8Array {
  const count = tables.reduce((n, table) => n + table.id.length, 0);
  const header = plyHeader(tables, 'binary_little_endian');
  const head = new TextEncoder().encode(header);
  const stride = 4 * (NUMBERS.length + 2);
  const bytes = new Uint8Array(head.length + stride * count);
  bytes.set(head);
  const view = new DataView(bytes.buffer);
  let at = head.length;
  tables.forEach((table, index) => {
    const columns = NUMBERS.map((name) => columnOf(table, name));
    for (const slot of byNumber(table)) {
      for (const column of columns) {
        view.setFloat32(at, column[slot]!, true);
        at += 4;
      }
      view.setUint32(at, table.id[slot]!, true);
      view.setUint32(at + 4, index, true);
      at += 8;
    }
  });
  return bytes;
}
