/** The id of the bake that is lent to the renders of a server. */
export const LENT_BAKE = 'lent';

/** How far the server is with a bake. */
export interface StoredBake {
  readonly id: string;
  /** The name of its scene. */
  readonly scene: string;
  /** SHA-256 of all that its simulation hangs on. */
  readonly key: string;
  readonly engine: number;
  /** The first and last frame, and the last that is on the disk. */
  readonly first: number;
  readonly last: number;
  readonly done: number;
  readonly bytes: number;
  readonly state: 'queued' | 'running' | 'paused' | 'done' | 'failed';
  /** Why it is paused or failed; empty where there is nothing to say. */
  readonly message: string;
  /** ISO 8601, UTC. */
  readonly created: string;
}

/** All bakes, the newest first, and the room on their disk, bytes. */
export interface StoredBakes {
  readonly bakes: readonly StoredBake[];
  readonly used: number;
  readonly free: number;
}
