import type { BufferGeometry } from 'three';

/** One body of a file: a geometry with the names of its faces, and its corners at each pose. */
export interface Body {
  readonly geometry: BufferGeometry;
  readonly name: string;
  /** Names of its materials, by the index that the groups of the geometry give. */
  readonly materials: readonly string[];
  readonly poses?: readonly Float32Array[];
}

/** What a reader of one format gives. */
export interface ReadBodies {
  readonly bodies: readonly Body[];
  /** Seconds from pose to pose, where it deforms. */
  readonly step?: number;
  readonly notices?: readonly string[];
}
