import { addMeters, type Meters } from '../core/measure/meters';
import { ALL_COLUMNS, type FloatColumn } from '../core/step/population';
import type { Simulation } from '../core/step/simulation';

/** The living particles of one emitter on one frame; all columns have `count` entries, or none where they are not kept. */
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
  /** Zones the particles are in: 0 for none, else the place in the scene's list, from 1; empty where the scene has no zone. */
  readonly zone: Uint8Array<ArrayBuffer>;
  /** 0 … 255 for a weight of 0 … 1 of the field that its colours show; empty where they show none. */
  readonly weight: Uint8Array<ArrayBuffer>;
  /** 0xrrggbb of what they were born from; empty where they don’t show it. */
  readonly tint: Uint32Array<ArrayBuffer>;
}

/** One simulated frame: the particles, and what was measured on it. */
export interface Frame {
  readonly frame: number;
  readonly share: number;
  /** In the order of the scene's emitters. */
  readonly emitters: readonly EmitterFrame[];
  readonly meters: Meters;
  /** Contacts with each collider since the start of the run, in the scene's order. */
  readonly contacts: readonly number[];
  /** Retired particles by the field to blame. */
  readonly blamed: Readonly<Record<string, number>>;
}

/** A copy of where a run is. */
export function snapshot(simulation: Simulation, share: number): Frame {
  const time = simulation.sceneFrame / simulation.scene.time.fps;
  return {
    frame: simulation.frame,
    share,
    meters: simulation.measure(),
    contacts: simulation.contacts(),
    blamed: Object.fromEntries(simulation.blamed),
    emitters: simulation.populations.map((p, e) => {
      const age = new Float32Array(p.count);
      for (let i = 0; i < p.count; i++) age[i] = time - p.birth[i]!;
      const columns = Object.fromEntries(ALL_COLUMNS.map((name) => [name, p.columns[name].slice(0, p.count)])) as EmitterFrame['columns'];
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

/** The buffers of a frame, to hand them over between threads. */
export function buffersOf(frame: Frame): ArrayBuffer[] {
  return frame.emitters.flatMap((e) => [
    e.id.buffer,
    e.age.buffer,
    e.zone.buffer,
    e.weight.buffer,
    e.tint.buffer,
    ...ALL_COLUMNS.map((name) => e.columns[name].buffer),
  ]);
}

/** Memory that a frame takes, bytes. */
export function bytesOf(frame: Frame): number {
  return buffersOf(frame).reduce((sum, { byteLength }) => sum + byteLength, 0);
}

/** Living particles on a frame. */
export function aliveOn(frame: Frame): number {
  return frame.emitters.reduce((n, e) => n + e.count, 0);
}

function joinColumns<T extends Float32Array<ArrayBuffer> | Uint32Array<ArrayBuffer> | Uint8Array<ArrayBuffer>>(
  parts: readonly T[],
  make: (length: number) => T,
): T {
  const whole = make(parts.reduce((n, part) => n + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

const floats = (n: number): Float32Array<ArrayBuffer> => new Float32Array(n);
const bytes = (n: number): Uint8Array<ArrayBuffer> => new Uint8Array(n);
const numbers = (n: number): Uint32Array<ArrayBuffer> => new Uint32Array(n);

/** One frame from the slices that several threads made of it. */
export function joinSlices(slices: readonly Frame[]): Frame {
  const [first, ...rest] = slices;
  if (rest.length === 0) return first!;
  const blamed: Record<string, number> = {};
  for (const slice of slices) for (const [name, n] of Object.entries(slice.blamed)) blamed[name] = (blamed[name] ?? 0) + n;
  const contacts = first!.contacts.map((_, c) => slices.reduce((n, slice) => n + slice.contacts[c]!, 0));
  const emitters = first!.emitters.map((_, e): EmitterFrame => {
    const parts = slices.map((slice) => slice.emitters[e]!);
    const total = (of: 'count' | 'born' | 'died' | 'retired' | 'dropped') => parts.reduce((n, part) => n + part[of], 0);
    return {
      count: total('count'),
      born: total('born'),
      died: total('died'),
      retired: total('retired'),
      dropped: total('dropped'),
      id: joinColumns(
        parts.map((p) => p.id),
        numbers,
      ),
      age: joinColumns(
        parts.map((p) => p.age),
        floats,
      ),
      zone: joinColumns(
        parts.map((p) => p.zone),
        bytes,
      ),
      weight: joinColumns(
        parts.map((p) => p.weight),
        bytes,
      ),
      tint: joinColumns(
        parts.map((p) => p.tint),
        numbers,
      ),
      columns: Object.fromEntries(
        ALL_COLUMNS.map((name) => [
          name,
          joinColumns(
            parts.map((p) => p.columns[name]),
            floats,
          ),
        ]),
      ) as EmitterFrame['columns'],
    };
  });
  return { frame: first!.frame, share: first!.share, emitters, meters: slices.map((s) => s.meters).reduce(addMeters), contacts, blamed };
}
