/** A revision of a scene that the server keeps. */
export interface StoredVersion {
  readonly revision: number;
  /** Given by a person; empty without. */
  readonly name: string;
  /** When the scene was saved as this revision: ISO 8601, UTC. */
  readonly created: string;
  readonly pictured: boolean;
}
