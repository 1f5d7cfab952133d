import { create } from 'zustand';
import type { Opening } from './opening';
import { emptyMeters, type Bounds, type Meters } from '../../core/measure/meters';

/** How frames follow one another: each of them however long it takes, or by the clock, leaving some out. */
export type Pace = 'every frame' | 'real time';

/** The frame on which most particles are alive, and how many, all taken. */
export interface Peak {
  readonly count: number;
  readonly frame: number;
}

interface PlayerState {
  /** The frame of the playhead. */
  readonly frame: number;
  /** The frame that is on the screen; another one while that of the playhead is on its way. */
  readonly shown: number | undefined;
  /** Pictures of the first frames, until the view draws the scene itself. */
  readonly opening: Opening | undefined;
  readonly playing: boolean;
  /** Frames past the last of the shot for which it is tried on. */
  readonly beyond: number;
  readonly pace: Pace;
  /** Spans of frames that are simulated, as [first, last]. */
  readonly cached: readonly (readonly [number, number])[];
  /** Part of the particles on the screen. */
  readonly draftFraction: number;
  readonly alive: number;
  /** Particles that all of them would be. */
  readonly whole: number;
  readonly retired: Readonly<Record<string, number>>;
  readonly meters: Meters;
  /** Contacts with each collider up to the frame on the screen. */
  readonly contacts: readonly number[];
  /** Particles in each zone of the scene, all taken. */
  readonly zones: readonly number[];
  /** Born up to the frame on the screen, by emitter. */
  readonly born: readonly number[];
  /** Of each emitter: the most that are alive on one of the frames that are simulated, and which. */
  readonly peaks: readonly Peak[];
  /** Of each emitter: the box around its particles on all simulated frames of a span. */
  readonly shotBounds: (first: number, last: number) => readonly Bounds[];
  /** The bake that is played in place of simulating; undefined while it is simulated. */
  readonly bake: string | undefined;
  /** Memory for simulated frames, bytes: taken, and at most. */
  readonly memory: { readonly used: number; readonly budget: number };
  /** Whether a held control goes on from the frame on the screen in place of a run from the start. */
  readonly trying: boolean;
  /** The frame that the frame on the screen has gone on from, which is not the scene’s own then. */
  readonly tried: number | undefined;
  /** Share of a grid of vectors that is filled before frames can be made, 0 … 1; undefined while none is. */
  readonly filling: number | undefined;
  /** Grids of vectors that the threads have filled so far. */
  readonly filled: number;
  readonly problem: string | undefined;
}

/** The transport, and what is told of the frame on the screen. The frame itself never is in this state. */
export const usePlayer = create<PlayerState>()(() => ({
  frame: 0,
  shown: undefined,
  opening: undefined,
  playing: false,
  beyond: 0,
  pace: 'every frame',
  cached: [],
  draftFraction: 1,
  alive: 0,
  whole: 0,
  retired: {},
  meters: emptyMeters(0, 0),
  contacts: [],
  zones: [],
  born: [],
  peaks: [],
  shotBounds: () => [],
  bake: undefined,
  memory: { used: 0, budget: 0 },
  trying: false,
  tried: undefined,
  filling: undefined,
  filled: 0,
  problem: undefined,
}));

/** Takes the opening away, where there is one. */
export function dropOpening(): void {
  if (usePlayer.getState().opening) usePlayer.setState({ opening: undefined });
}
