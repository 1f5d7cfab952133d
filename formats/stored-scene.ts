import type { Scene } from '../core/document/scene';

/** What the list of scenes shows of one. */
export interface SceneCard {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  /** ISO 8601, UTC. */
  readonly changed: string;
  readonly bytes: number;
  /** The revision the picture was drawn from; null without one. */
  readonly pictureRevision: number | null;
  /** The revision the opening was drawn from; null without one. */
  readonly openingRevision: number | null;
}

/** A scene as the server keeps it. */
export interface StoredScene {
  readonly id: string;
  readonly revision: number;
  readonly changed: string;
  readonly scene: Scene;
}

/** A scene that has changed on the server. */
export interface SceneNews {
  readonly id: string;
  /** The revision it has now; 0 where it was deleted. */
  readonly revision: number;
}
