import type { Db } from './data-file';

/** Canonical PNGs under their content hashes. */
export class ImagesTable {
  constructor(private readonly db: Db) {}

  add(hash: string, png: Uint8Array, width: number, height: number): void {
    this.db
      .prepare(
        'INSERT INTO images (hash, png, width, height, created) VALUES (?, ?, ?, ?, ?) ON CONFLICT (hash) DO NOTHING',
      )
      .run(hash, png, width, height, new Date().toISOString());
  }

  find(hash: string): Buffer | undefined {
    return this.db.prepare<[string], { png: Buffer }>('SELECT png FROM images WHERE hash = ?').get(hash)?.png;
  }
}
