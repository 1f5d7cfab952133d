/** What a folder of baked frames says of itself. */
export interface BakeManifest {
  readonly format: 'bathyclast-bake';
  readonly version: 1;
  /** Of the engine that simulated it. */
  readonly engine: number;
  /** The name of the scene. */
  readonly scene: string;
  /** SHA-256 of all that its simulation hangs on, as hexadecimal digits. */
  readonly key: string;
  /** Frames a second. */
  readonly fps: number;
  /** The first and last frame. */
  readonly from: number;
  readonly through: number;
  /** Which of so many parts of the particles it holds. */
  readonly slice: number;
  readonly slices: number;
}

/**
 * A bake that can’t be made, gone on with, read or put together, in a sentence that names what is wrong and what is
 * allowed.
 */
export class BakeError extends Error {}

const isWhole = (n: unknown): n is number => typeof n === 'number' && Number.isInteger(n);

function isManifest(read: Partial<BakeManifest>): read is BakeManifest {
  const { format, engine, scene, from, through, slice, slices, key, fps } = read;
  return (
    format === 'bathyclast-bake' &&
    [engine, slice, slices].every(isWhole) &&
    [scene, key].every((text) => typeof text === 'string') &&
    typeof fps === 'number' &&
    isWhole(from) &&
    isWhole(through) &&
    through >= from
  );
}

/** A manifest from the text of its file. Throws {@link BakeError}. */
export function manifestOf(text: string, folder: string): BakeManifest {
  let read: Partial<BakeManifest>;
  try {
    read = JSON.parse(text);
  } catch {
    throw new BakeError(`“${folder}” holds a damaged bake.json; bake it again`);
  }
  if (!isManifest(read)) throw new BakeError(`“${folder}” holds no bake: its bake.json is something else`);
  if (read.version !== 1)
    throw new BakeError(`“${folder}” is a bake of version ${String(read.version)}; this program reads version 1`);
  return read;
}

/** What of two manifests differs so that their frames do not belong together; undefined where nothing does. */
export function whyOther(there: BakeManifest, wanted: BakeManifest): string | undefined {
  if (there.key !== wanted.key) return `it belongs to another state of a scene (“${there.scene}”)`;
  if (there.engine !== wanted.engine)
    return `it was made by version ${there.engine} of the engine, and this is ${wanted.engine}`;
  if (there.from !== wanted.from || there.through !== wanted.through)
    return `it holds frames ${there.from} to ${there.through}, and not ${wanted.from} to ${wanted.through}`;
  return undefined;
}
