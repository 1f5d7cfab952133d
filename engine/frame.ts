import { measureDelivery } from '../core/measure/delivery';
import type { Meters } from '../core/measure/meters';
import { ALL_COLUMNS, type FloatColumn } from '../core/sim/step/population';
import type { Simulation } from '../core/sim/step/simulation';
import { recordBy } from '../core/lib/record';

/**
 * The living particles of one emitter on one frame; all columns have `count` entries, or none where they are not kept.
 */
export interface EmitterFrame {
  readonly count: number;
  /** Born, died and retired since the start of the run. */
  readonly born: number;
  readonly died: number;
  readonly retired: number;
  /** Contacts whose remaining motion was dropped. */
  readonly dropped: number;
  readonly id: Uint32Array<ArrayBuffer>;
  /** Seconds. */
  readonly age: Float32Array<ArrayBuffer>;
  readonly columns: Readonly<Record<FloatColumn, Float32Array<ArrayBuffer>>>;
  /**
   * Zones the particles are in: 0 for none, else the place in the scene's list, from 1; empty where the scene has no
   * zone.
   */
  readonly zone: Uint8Array<ArrayBuffer>;
  /** 0 … 255 for a weight of 0 … 1 of the field that its colours show; empty where they show none. */
  readonly weight: Uint8Array<ArrayBuffer>;
  /** 0xrrggbb of what they were born from; empty where they don’t show it. */
  readonly tint: Uint32Array<ArrayBuffer>;
}

/** One simulated frame: the particles, and what was measured on it. */
export interface Frame {
  readonly frame: number;
  readonly draftFraction: number;
  /** In the order of the scene's emitters. */
  readonly emitters: readonly EmitterFrame[];
  readonly meters: Meters;
  /** Contacts with each collider since the start of the run, in the scene's order. */
  readonly contacts: readonly number[];
  /** Retired particles by the field to blame. */
  readonly blamed: Readonly<Record<string, number>>;
}

/** A copy of where a run is. */
export function snapshot(simulation: Simulation, draftFraction: number): Frame {
  const time = simulation.sceneFrame / simulation.scene.time.fps;
  return {
    frame: simulation.frame,
    draftFraction,
    meters: measureDelivery(simulation),
    contacts: simulation.contacts(),
    blamed: Object.fromEntries(simulation.blamed),
    emitters: simulation.populations.map((p, e) => {
      const age = new Float32Array(p.count);
      for (let i = 0; i < p.count; i++) age[i] = time - p.birth[i]!;
      const columns = recordBy(ALL_COLUMNS, (name) => p.columns[name].slice(0, p.count));
      return {
        count: p.count,
        born: p.born,
        died: p.died,
        retired: p.retired,
        dropped: p.dropped,
        id: p.id.slice(0, p.count),
        age,
        columns,
        zone: simulation.zonesOf(e),
        weight: simulation.weightsOf(e),
        tint: p.tint.slice(0, p.tinted ? p.count : 0),
      };
    }),
  };
}

/** The particles of an emitter at some slots, each at most once, in their order. Columns that are empty stay empty. */
export function atSlots(frame: EmitterFrame, slots: Uint32Array): EmitterFrame {
  const picked = <T extends { slice(from: number, to: number): T; readonly length: number; [slot: number]: number }>(
    column: T,
  ): T => {
    const out = column.slice(0, slots.length);
    if (column.length > 0) for (let i = 0; i < slots.length; i++) out[i] = column[slots[i]!]!;
    return out;
  };
  return {
    ...frame,
    count: slots.length,
    id: picked(frame.id),
    age: picked(frame.age),
    zone: picked(frame.zone),
    weight: picked(frame.weight),
    tint: picked(frame.tint),
    columns: recordBy(ALL_COLUMNS, (name) => picked(frame.columns[name])),
  };
}

/** The columns of an emitter's particles. */
export const columnsOf = (e: EmitterFrame) => [
  e.id,
  e.age,
  e.zone,
  e.weight,
  e.tint,
  ...ALL_COLUMNS.map((name) => e.columns[name]),
];

/** The buffers of a frame that one thread made, to hand them over. */
export function buffersOf(frame: Frame): ArrayBuffer[] {
  return frame.emitters.flatMap(columnsOf).map(({ buffer }) => buffer);
}

/** Living particles on a frame. */
export function aliveOn(frame: Frame): number {
  return frame.emitters.reduce((n, e) => n + e.count, 0);
}
