import type { Db } from './database';

/** Kept meshes under their content hashes. */
export class MeshesTable {
  constructor(private readonly db: Db) {}

  add(hash: string, glb: Uint8Array): void {
    this.db
      .prepare('INSERT INTO meshes (hash, glb, created) VALUES (?, ?, ?) ON CONFLICT (hash) DO NOTHING')
      .run(hash, glb, new Date().toISOString());
  }

  find(hash: string): Buffer | undefined {
    return this.db.prepare<[string], { glb: Buffer }>('SELECT glb FROM meshes WHERE hash = ?').get(hash)?.glb;
  }
}
