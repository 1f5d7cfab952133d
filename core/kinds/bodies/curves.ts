import { bodyTable } from './table';

/** Rows of slots that hang together: the particles of each strand from its root on, cut where one is gone. */
export function strandRows(id: Uint32Array, count: number, points: number): number[][] {
  const rows: number[][] = [];
  if (points < 2) return rows;
  const { slots } = bodyTable(id, count, points);
  for (let start = 0; start < slots.length; start += points) {
    let row: number[] = [];
    for (let j = 0; j <= points; j++) {
      const slot = j < points ? slots[start + j]! : -1;
      if (slot >= 0) row.push(slot);
      else {
        if (row.length > 1) rows.push(row);
        row = [];
      }
    }
  }
  return rows;
}
