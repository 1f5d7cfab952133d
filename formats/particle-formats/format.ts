import type { Assets } from '../../core/document/assets';
import type { Scene } from '../../core/document/scene';
import { tablesOf, type ParticleTable } from '../particles';

/** A run that is written: its scene, and the first and last frame. */
export interface ParticleRun {
  readonly scene: Scene;
  readonly assets: Assets;
  readonly from: number;
  readonly through: number;
}

/** The living particles of each emitter on a frame, in the order of the scene. */
export type EmitterParticles = readonly (Omit<ParticleTable, 'emitter'> & { readonly count: number })[];

/** Writes a run, frame by frame. */
export interface ParticleWriter {
  /** The file of this frame; undefined for formats that hold the whole run in one file. */
  add(frame: number, emitters: EmitterParticles): Uint8Array | string | undefined;
  /** The file of the whole run, in parts; undefined for formats with a file for each frame. */
  end(): Iterable<string> | undefined;
}

/** A way to write particles for other programs. */
export interface ParticleFormat {
  /** The word for it at the terminal. */
  readonly name: string;
  /** The name in menus. */
  readonly label: string;
  /** Without the dot. */
  readonly extension: string;
  /** The media type. */
  readonly type: string;
  /** What a file holds, in one sentence for the docs. */
  readonly summary: string;
  /** Whether a file holds one frame or the whole run. */
  readonly per: 'frame' | 'run';
  /** Why the format can’t hold this scene, as the end of a sentence; undefined where it can. */
  unfit?(scene: Scene): Promise<string | undefined>;
  /** Loads the writer and begins a run. */
  open(run: ParticleRun): Promise<ParticleWriter>;
}

/** The particles of a frame as tables, one an emitter. */
export const tablesIn = ({ scene }: ParticleRun, emitters: EmitterParticles): ParticleTable[] =>
  tablesOf(
    emitters,
    scene.emitters.map(({ id }) => id),
  );

/** A format that writes a file for each frame. */
export const filePerFrame = (
  load: () => Promise<(run: ParticleRun, emitters: EmitterParticles) => Uint8Array | string>,
): Pick<ParticleFormat, 'per' | 'open'> => ({
  per: 'frame',
  async open(run) {
    const write = await load();
    return { add: (_frame, emitters) => write(run, emitters), end: () => undefined };
  },
});
