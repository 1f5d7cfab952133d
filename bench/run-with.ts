import type { Scene } from '../core/document/scene';
import type { KernelBackend } from '../core/sim/stack/stack';
import { Simulation } from '../core/sim/step/simulation';

/** A run of a scene by a backend, in its room; by the plain routines where it is undefined. */
export const runWith = (backend: KernelBackend | undefined, scene: Scene): Simulation =>
  new Simulation(scene, new Map(), { backend, room: backend?.room });
