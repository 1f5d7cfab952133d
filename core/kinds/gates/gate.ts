import type { Values, Description, ValuesOf } from '../../document/parameters';
import type { Kind } from '../../document/registry';
import type { Dials } from '../../document/dials';

/** What a gate knows beside its own values. */
export interface GateClock {
  /** Frames a second. */
  readonly fps: number;
  /** First and last frame of the shot. */
  readonly first: number;
  readonly last: number;
  readonly dials: Dials;
}

/** When something is on. A gate holds for whole frames: its answer for frame f is that of [f, f + 1). */
export interface GateKind<V = Values> extends Kind {
  compile(values: V, clock: GateClock): (frame: number) => boolean;
  /** A sentence where the values can't be used; such a gate is shut. */
  broken?(values: V, dials: Dials): string | undefined;
}

/** Describes a kind of gate: its routines see values of the types that its parameters say. */
export const defineGate = <D extends Description>(kind: GateKind<ValuesOf<D>> & { readonly parameters: D }): GateKind =>
  kind;
