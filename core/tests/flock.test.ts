import { measureDelivery } from '../measure/delivery';
import { describe, expect, it } from 'vitest';
import { probe } from '../measure/probe';
import { whySilent } from '../measure/diagnose-field';
import { uniform } from '../lib/random/lookup';
import type { Written } from '../scene/read';
import { shapes } from '../kinds/emitter-shapes';
import { NeighbourGrid } from '../sim/stack/neighbour-grid';
import { Population } from '../sim/step/population';
import { orderInSpace } from '../sim/step/spatial-order';
import { Simulation, type Simulation as Run } from '../sim/step/simulation';
import { runTo, testScene } from './scenes';

/** A population of particles at random places in a cube, with keys in a random order. */
function crowd(count: number, seed: number, shuffled = false): Population {
  const population = new Population();
  const keys = Array.from({ length: count }, (_, i) => i);
  if (shuffled) keys.sort((a, b) => uniform(99, a, 1) - uniform(99, b, 1));
  for (const key of keys) {
    const slot = population.add();
    population.id[slot] = key;
    (['x', 'y', 'z', 'vx', 'vy', 'vz'] as const).forEach(
      (name, n) => (population.columns[name][slot] = 4 * uniform(seed, key, n) - 2),
    );
  }
  return population;
}

const swimming = (settings: Written, more: Written = {}, count = 220): ReturnType<typeof testScene> =>
  testScene({
    emitter: {
      shape: { kind: 'ball', radius: 1, from: 'volume' },
      emission: [{ kind: 'burst', count }],
      birth: { life: 999, speed: 1, launchDirection: 'direction', direction: [1, 0, 0], spread: 180, drag: 0 },
    },
    fields: [
      {
        settings: {
          kind: 'flock',
          alignmentRadius: 0.7,
          cohesionRadius: 0.9,
          separationRadius: 0.2,
          angleOfView: 360,
          ...settings,
        },
        strength: 1,
      },
      { settings: { kind: 'limit', lowest: 1, highest: 1 }, strength: 1 },
    ],
    ...more,
  });

/** The order parameter: |Σ v / |v|| / n, 0 for every way and 1 for one way. */
function polarisation(run: Run): number {
  const { count, columns } = run.populations[0]!;
  const sum = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    const v = [columns.vx[i]!, columns.vy[i]!, columns.vz[i]!];
    v.forEach((n, k) => (sum[k]! += n / Math.hypot(...v)));
  }
  return Math.hypot(...sum) / count;
}

describe('neighbours', () => {
  it('are those within the radius, found as by comparing all with all', () => {
    const [a, b] = [crowd(300, 1), crowd(200, 2)];
    const found = new NeighbourGrid(0.5, [0, 1], 1);
    found.freeze([a, b]);
    for (let i = 0; i < 300; i += 7) {
      const at = [a.columns.x[i]!, a.columns.y[i]!, a.columns.z[i]!] as const;
      const met = found.around(...at);
      for (let k = 0; k < met; k++) {
        const row = found.found[k]!;
        expect(found.squares[k]).toBeLessThan(0.25);
        expect(Math.hypot(...at.map((n, axis) => n - found.places[row + axis]!))).toBeCloseTo(
          Math.sqrt(found.squares[k]!),
          12,
        );
      }
      expect(new Set(found.found.subarray(0, met)).size).toBe(met);
      const brute = [a, b].reduce((n, p) => {
        for (let k = 0; k < p.count; k++)
          if (Math.hypot(at[0] - p.columns.x[k]!, at[1] - p.columns.y[k]!, at[2] - p.columns.z[k]!) < 0.5) n++;
        return n;
      }, 0);
      expect(met).toBe(brute);
      // Itself is among them.
      expect(Array.from(found.found.subarray(0, met)).filter((row) => found.isItself(row, 0, a.id[i]!))).toHaveLength(
        1,
      );
    }
  });

  it('are found as well where particles are too scattered for a bucket a slice', () => {
    const far = crowd(300, 4);
    // A second crowd ten thousand radii away, one particle beyond both.
    for (let i = 150; i < 300; i++) far.columns.x[i]! += 5000;
    far.columns.z[0] = -90000;
    const found = new NeighbourGrid(0.5, [0], 1);
    found.freeze([far]);
    for (let i = 0; i < 300; i += 11) {
      const at = (['x', 'y', 'z'] as const).map((axis) => far.columns[axis][i]!) as [number, number, number];
      let brute = 0;
      for (let k = 0; k < 300; k++)
        if (Math.hypot(at[0] - far.columns.x[k]!, at[1] - far.columns.y[k]!, at[2] - far.columns.z[k]!) < 0.5) brute++;
      expect(found.around(...at)).toBe(brute);
    }
  });

  it('are none where there are no particles, or none of the emitters asked for', () => {
    const none = new NeighbourGrid(0.5, [1], 1);
    none.freeze([crowd(50, 5), new Population()]);
    expect(none.around(0, 0, 0)).toBe(0);
  });

  it('are met in an order that the slots they sit in do not change', () => {
    const walk = (population: Population) => {
      const found = new NeighbourGrid(1, [0], 1);
      found.freeze([population]);
      const met = found.around(0, 0, 0);
      return Array.from(found.squares.subarray(0, met));
    };
    const plain = walk(crowd(400, 3));
    expect(plain.length).toBeGreaterThan(10);
    expect(walk(crowd(400, 3, true))).toEqual(plain);
  });
});

describe('the order in space', () => {
  it('holds every slot once, and brings neighbours near one another', () => {
    const population = crowd(2000, 6);
    const order = orderInSpace(population, 0.3);
    expect(new Set(order).size).toBe(2000);
    const step = (slots: ArrayLike<number>) => {
      const { x, y, z } = population.columns;
      let sum = 0;
      for (let i = 1; i < slots.length; i++) {
        const [a, b] = [slots[i - 1]!, slots[i]!];
        sum += Math.hypot(x[a]! - x[b]!, y[a]! - y[b]!, z[a]! - z[b]!);
      }
      return sum / slots.length;
    };
    expect(step(order)).toBeLessThan(0.3 * step(Array.from({ length: 2000 }, (_, i) => i)));
  });

  it('moves every column of a particle together', () => {
    const population = crowd(40, 7);
    population.events[3] = 9;
    population.birth[3] = 1.5;
    const was = { id: population.id[3], x: population.columns.x[3], vz: population.columns.vz[3] };
    const order = Uint32Array.from({ length: 40 }, (_, i) => (i + 3) % 40);
    population.reorder(order);
    expect({ id: population.id[0], x: population.columns.x[0], vz: population.columns.vz[0] }).toEqual(was);
    expect([population.events[0], population.birth[0], population.count]).toEqual([9, 1.5, 40]);
  });

  it('does not show in a run: with and without a flock that does nothing, the particles are the same, bit for bit', () => {
    const scene = (flocks: boolean) => {
      const made = swimming({ separation: 0, alignment: 0, cohesion: 1e-30, cohesionRadius: 0.01 });
      return flocks ? made : { ...made, fields: made.fields.slice(1) };
    };
    const told = (run: Run) => {
      const { count, id, columns } = run.populations[0]!;
      return Array.from({ length: count }, (_, i) => [id[i]!, columns.x[i]!, columns.vy[i]!]).toSorted(
        (a, b) => a[0]! - b[0]!,
      );
    };
    expect(told(runTo(scene(true), 30))).toEqual(told(runTo(scene(false), 30)));
  });
});

describe('the flock (Reynolds 1987)', () => {
  it('aligned, comes to go one way: polarisation from near 0 to above 0.9 without noise (order parameter: Vicsek et al. 1995)', () => {
    const scene = swimming({ separation: 1, alignment: 4, cohesion: 2 });
    expect(polarisation(runTo(scene, 0))).toBeLessThan(0.2);
    expect(polarisation(runTo(scene, 360))).toBeGreaterThan(0.9);
  });

  it('without alignment keeps going every way', () =>
    expect(polarisation(runTo(swimming({ separation: 1, alignment: 0, cohesion: 2 }), 200))).toBeLessThan(0.5));

  it('of two particles: separation pushes apart, cohesion draws, alignment gives the other’s velocity (by hand)', () => {
    const pair = (settings: Written) => {
      const scene = testScene({
        emitter: {
          shape: { kind: 'lattice', nx: 2, nz: 1, width: 0.4 },
          emission: [{ kind: 'burst', count: 2 }],
          birth: { life: 9, speed: 0, drag: 0 },
        },
        fields: [
          {
            settings: {
              kind: 'flock',
              separation: 0,
              alignment: 0,
              cohesion: 0,
              separationRadius: 1,
              alignmentRadius: 1,
              cohesionRadius: 1,
              ...settings,
            },
            strength: 2,
          },
        ],
      });
      const run = runTo(scene, 1);
      return run.populations[0]!.columns.vx[1]! * 24;
    };
    expect(pair({ separation: 1 })).toBeCloseTo(2 * (1 - 0.4), 5);
    expect(pair({ cohesion: 3 })).toBeCloseTo(-2 * 3 * 0.4, 5);
    expect(pair({ cohesion: 3, cohesionRadius: 0.3 })).toBe(0);
    expect(pair({ alignment: 3 })).toBe(0);
  });

  it('looks where it goes: a neighbour behind is not seen', () => {
    const seen = (view: number) => {
      const scene = testScene({
        emitter: {
          shape: { kind: 'lattice', nx: 2, nz: 1, width: 0.4 },
          emission: [{ kind: 'burst', count: 2 }],
          birth: { life: 9, speed: 1, launchDirection: 'direction', direction: [1, 0, 0], drag: 0 },
        },
        fields: [
          {
            settings: { kind: 'flock', separation: 0, alignment: 0, cohesion: 1, cohesionRadius: 1, angleOfView: view },
            strength: 1,
          },
        ],
      });
      const { vx } = runTo(scene, 1).populations[0]!.columns;
      return [vx[0]! > 1, vx[1]! < 1];
    };
    // The first has the other before it, the second behind it.
    expect(seen(120)).toEqual([true, false]);
    expect(seen(360)).toEqual([true, true]);
  });

  it('each emitter flocks by itself, or all together', () => {
    const scene = (among: string) => {
      const own = testScene({
        emitter: { birth: { life: 9, speed: 0, drag: 0 } },
        fields: [{ settings: { kind: 'flock', cohesion: 2, separation: 0, flocks: among }, strength: 1 }],
      });
      const other = {
        ...own.emitters[0]!,
        id: 'o',
        name: 'O',
        transform: { ...own.emitters[0]!.transform, position: [0.3, 0, 0] as const },
      };
      return { ...own, emitters: [...own.emitters, other] };
    };
    expect(runTo(scene('own'), 2).populations[0]!.columns.vx[0]).toBe(0);
    expect(runTo(scene('all'), 2).populations[0]!.columns.vx[0]).toBeGreaterThan(0);
  });

  it('in a draft weighs the neighbourhood up: separation stays what it is on the mean', () => {
    const mean = (draftFraction: number) => {
      const run = new Simulation(swimming({ separation: 2, alignment: 0, cohesion: 0, separationRadius: 0.5 }, { fields: [{ settings: { kind: 'flock', separation: 2, alignment: 0, cohesion: 0, separationRadius: 0.5, angleOfView: 360 } }] }, 4000), new Map(), { portion: { draftFraction, slice: 0, slices: 1 } }); // prettier-ignore
      const { fields } = measureDelivery(run);
      return Math.sqrt(fields[0]!.squares / fields[0]!.count);
    };
    expect(mean(0.25) / mean(1)).toBeGreaterThan(0.8);
    expect(mean(0.25) / mean(1)).toBeLessThan(1.6);
  });

  it('says why it does nothing', () => {
    const scene = testScene({
      emitter: { birth: { life: 9, speed: 0 } },
      fields: [
        { settings: { kind: 'flock' } },
        { settings: { kind: 'flock', separation: 0, alignment: 0, cohesion: 0 } },
      ],
    });
    const why = (i: number) =>
      whySilent(scene, scene.fields[i]!, measureDelivery(runTo(scene, 0)), 0, new Map())?.words;
    expect(why(0)).toBe('no particle has a neighbour within its radii');
    expect(why(1)).toBe('separation, alignment and cohesion are all 0');
    expect(
      probe(scene, new Map(), 0, scene.emitters[0]!, { position: [0, 0, 0], velocity: [0, 0, 0], mass: 1, drag: 0 })
        .fields[0]!.vector,
    ).toEqual([0, 0, 0]);
  });
});

describe('a crowd', () => {
  /** So many particles within a hundredth of a metre, the velocity of each along X. */
  function dense(count: number, shuffled = false): Population {
    const population = crowd(count, 5, shuffled);
    const { x, y, z } = population.columns;
    for (const column of [x, y, z]) for (let slot = 0; slot < count; slot++) column[slot]! *= 0.0025;
    return population;
  }

  it('is met as a sample that stands for all, and hangs on no slot', () => {
    const grids = [false, true].map((shuffled) => {
      const grid = new NeighbourGrid(1, [0], 1);
      grid.freeze([dense(5000, shuffled)]);
      return grid;
    });
    const met = grids.map((grid) => {
      const found = grid.found.subarray(0, grid.around(0, 0, 0));
      return [...found].map((row) => [grid.places[row], grid.weights[row / 3]]);
    });
    expect(met[0]).toEqual(met[1]);
    // Eight buckets meet at a corner there.
    expect(met[0]!.length).toBeLessThan(8 * 64);
    const whole = met[0]!.reduce((sum, [, weight]) => sum + weight!, 0);
    expect(whole).toBeCloseTo(5000, 1);
  });

  it('costs each particle no more neighbours, however many they are', () => {
    const mostMet = (count: number) => {
      const grid = new NeighbourGrid(1, [0], 1);
      grid.freeze([dense(count)]);
      return grid.around(0, 0, 0);
    };
    expect(mostMet(40_000)).toBeLessThan(1.5 * mostMet(4000));
  });

  it('of few is met one by one, each for itself, also after a larger one', () => {
    const grid = new NeighbourGrid(1, [0], 1);
    grid.freeze([dense(5000)]);
    grid.freeze([dense(30)]);
    const met = grid.around(0, 0, 0);
    expect(met).toBe(30);
    expect([...grid.found.subarray(0, met)].every((row) => grid.weights[row / 3] === 1)).toBe(true);
  });

  it('pushes a particle beside it as hard by its sample as all of it would', () => {
    const push = (count: number) => {
      const own = testScene({
        emitter: {
          shape: { kind: 'ball', radius: 0.02, from: 'volume' },
          emission: [{ kind: 'burst', count }],
          birth: { life: 9, speed: 0, drag: 0 },
        },
        fields: [
          {
            settings: { kind: 'flock', separation: 1, separationRadius: 1, alignment: 0, cohesion: 0, flocks: 'all' },
            strength: 1,
          },
        ],
      });
      const [first] = own.emitters;
      const beside = {
        ...first!,
        id: 'beside',
        name: 'Beside',
        shape: shapes.defaults('point'),
        emission: [{ ...first!.emission[0]!, count: 1 }],
        transform: { ...first!.transform, position: [0.5, 0, 0] as const },
      };
      return runTo({ ...own, emitters: [first!, beside] }, 1).populations[1]!.columns.vx[0]! * 24;
    };
    // By hand: each pushes by 1 − d/R, half, at half the radius.
    expect(push(20) / (20 * 0.5)).toBeCloseTo(1, 1);
    expect(push(2000) / (2000 * 0.5)).toBeCloseTo(1, 1);
  });

  it('that is born at one point comes apart', () => {
    const scene = testScene({
      emitter: {
        shape: { kind: 'point' },
        emission: [{ kind: 'burst', count: 500 }],
        birth: { life: 9, speed: 0, drag: 1 },
      },
      fields: [
        {
          settings: {
            kind: 'flock',
            separation: 2,
            separationRadius: 0.5,
            alignment: 0,
            cohesion: 0,
            angleOfView: 360,
          },
          strength: 1,
        },
      ],
    });
    const { count, columns } = runTo(scene, 24).populations[0]!;
    const distinct = new Set(
      Array.from({ length: count }, (_, i) => `${columns.x[i]} ${columns.y[i]} ${columns.z[i]}`),
    );
    expect([count, distinct.size]).toEqual([500, 500]);
    const spread = Math.max(...Array.from(columns.x.subarray(0, count), Math.abs));
    expect(spread).toBeGreaterThan(0.25);
  });
});
