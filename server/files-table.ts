import type { Db } from './data-file';

/** Tables of kept files, with the column that holds the bytes. */
const COLUMNS = { meshes: 'glb', grids: 'vti' } as const;

/** Kept meshes or grids under their content hashes. */
export class FilesTable {
  private readonly column: string;

  constructor(
    private readonly db: Db,
    private readonly table: keyof typeof COLUMNS,
  ) {
    this.column = COLUMNS[table];
  }

  add(hash: string, bytes: Uint8Array): void {
    this.db
      .prepare(
        `INSERT INTO ${this.table} (hash, ${this.column}, created) VALUES (?, ?, ?) ON CONFLICT (hash) DO NOTHING`,
      )
      .run(hash, bytes, new Date().toISOString());
  }

  find(hash: string): Buffer | undefined {
    return this.db
      .prepare<[string], { bytes: Buffer }>(`SELECT ${this.column} AS bytes FROM ${this.table} WHERE hash = ?`)
      .get(hash)?.bytes;
  }
}
