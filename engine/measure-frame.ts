import type { KernelBackend } from '../core/sim/stack/stack';
import { measureDelivery } from '../core/measure/delivery';
import type { Meters } from '../core/measure/meters';
import { ALL_COLUMNS, FLOAT_COLUMNS } from '../core/sim/step/population';
import type { Assets } from '../core/document/assets';
import type { Scene } from '../core/document/scene';
import { Simulation } from '../core/sim/step/simulation';
import type { Frame } from './frame';

/** A number that no birth has: a run that makes none. */
const NONE = -1;

/** Measures frames that were made elsewhere, such as those of a bake. */
export class FrameMeter {
  private readonly simulation: Simulation;
  private readonly fps: number;

  constructor(scene: Scene, assets: Assets, backend?: KernelBackend) {
    this.simulation = new Simulation(scene, assets, {
      portion: { draftFraction: 1, slice: 0, slices: 1, only: NONE },
      backend,
    });
    this.fps = scene.time.fps;
  }

  measure({ frame, emitters, blamed }: Frame): Meters {
    const { simulation } = this;
    simulation.frame = frame;
    const time = simulation.sceneFrame / this.fps;
    simulation.take({
      frame,
      blamed: Object.entries(blamed),
      contacts: simulation.keep().contacts,
      births: emitters.map(() => []),
      populations: emitters.map(({ count, born, died, retired, dropped, id, age, tint, columns }, e) => ({
        counts: [count, born, died, retired, dropped],
        id,
        birth: Float64Array.from(age, (n) => time - n),
        held: new Uint16Array(count),
        generation: new Uint8Array(count),
        events: new Uint32Array(count),
        tint,
        floats: (simulation.populations[e]!.turns ? ALL_COLUMNS : FLOAT_COLUMNS).map((name) => columns[name]),
      })),
    });
    return measureDelivery(simulation);
  }
}
