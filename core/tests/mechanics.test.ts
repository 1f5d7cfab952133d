import { describe, expect, it } from 'vitest';
import { only, runTo, testScene, thrown } from './scenes';

const G = 9.80665;
const gravity = { settings: { kind: 'gravity' } };

describe('throw in vacuum (textbook mechanics)', () => {
  const speed = 12;
  const angle = Math.PI / 3;
  const scene = (substeps: number) =>
    testScene({
      emitter: thrown([speed * Math.cos(angle), speed * Math.sin(angle), 0]),
      fields: [gravity],
      time: { fps: 24, substeps },
    });

  it.each([1, 3, 8])('is on its parabola at every frame, at %i substeps', (substeps) => {
    const run = runTo(scene(substeps), 0);
    for (let frame = 0; frame <= 48; frame++) {
      const [t, now] = [frame / 24, only(run)];
      expect(now.x).toBeCloseTo(speed * Math.cos(angle) * t, 4);
      expect(now.y).toBeCloseTo(speed * Math.sin(angle) * t - (G / 2) * t * t, 4);
      expect(now.vy).toBeCloseTo(speed * Math.sin(angle) - G * t, 4);
      run.advance();
    }
  });
});

describe('drag (textbook mechanics)', () => {
  it.each([1, 4, 16])('linear: v(t) = v∞ + (v₀ − v∞)·e^(−Ct) to 1e-5 at %i substeps', (substeps) => {
    const mass = 0.8;
    const b = 1.2;
    const rate = b / mass;
    const scene = testScene({ emitter: thrown([0, 6, 0], { mass, drag: b }), fields: [gravity], time: { substeps } });
    for (const frame of [1, 12, 48, 240]) {
      const expected = -G / rate + (6 + G / rate) * Math.exp((-rate * frame) / 24);
      expect(Math.abs(only(runTo(scene, frame)).vy - expected)).toBeLessThan(1e-5 * Math.max(1, Math.abs(expected)));
    }
  });

  it.each([1, 4])('linear: x(t) = v∞·t + (v₀ − v∞)·(1 − e^(−Ct))/C at %i substeps', (substeps) => {
    const scene = testScene({ emitter: thrown([0, 0, 0], { drag: 1 }), fields: [gravity], time: { substeps } });
    for (const frame of [1, 12, 48, 240]) {
      const t = frame / 24;
      expect(only(runTo(scene, frame)).y / (-G * t + G * (1 - Math.exp(-t)))).toBeCloseTo(1, 5);
    }
  });

  it('quadratic: v(t) = v∞·tanh(gt/v∞) to 1e-3 where g·dt ≤ 0.1·v∞', () => {
    const q = 0.4;
    const end = Math.sqrt(G / q);
    const fields = [gravity, { settings: { kind: 'drag', quadratic: q }, strength: 0 }];
    const scene = testScene({ emitter: thrown([0, 0, 0]), fields, time: { fps: 24 } });
    expect(G / 24).toBeLessThan(0.1 * end);
    for (const frame of [6, 12, 24, 72])
      expect(Math.abs(-only(runTo(scene, frame)).vy / (end * Math.tanh((G * frame) / 24 / end)) - 1)).toBeLessThan(
        1e-3,
      );
  });

  it('Stokes 1851: a fine grain settles at 2/9·(ρp − ρf)·g·r²/μ with drag 6πμr/m and gravity lessened by buoyancy', () => {
    const [grain, water, viscosity, r] = [2650, 1025, 1.4e-3, 30e-6];
    const mass = (4 / 3) * Math.PI * r ** 3 * grain;
    const scene = testScene({
      emitter: thrown([0, 0, 0], { mass, drag: 6 * Math.PI * viscosity * r }),
      fields: [{ ...gravity, strength: (1 - water / grain) * G }],
    });
    const settled = ((2 / 9) * (grain - water) * G * r * r) / viscosity;
    expect(-only(runTo(scene, 24)).vy / settled).toBeCloseTo(1, 3);
  });
});

describe('wind against an acceleration of the same number (closed form)', () => {
  const push = (actsAs: string, drag: number, frame: number) => {
    const scene = testScene({
      emitter: thrown([0, 0, 0], { drag }),
      fields: [{ settings: { kind: 'wind' }, strength: 3, actsAs }],
      time: { substeps: 64 },
    });
    return only(runTo(scene, frame)).vx;
  };

  it('the wind’s speed follows u·(1 − e^(−Ct)) to 1e-4, an acceleration a/C·(1 − e^(−Ct))', () => {
    for (const rate of [0.3, 1, 6])
      for (const frame of [4, 24, 96]) {
        const reached = 1 - Math.exp((-rate * frame) / 24);
        expect(Math.abs(push('flow', rate, frame) - 3 * reached)).toBeLessThan(1e-4);
        expect(Math.abs(push('acceleration', rate, frame) - (3 / rate) * reached)).toBeLessThan(1e-4 * (3 / rate));
      }
  });

  it('with a drag rate up to 1/s the wind moves less at all times; with much drag it leads', () => {
    for (const frame of [1, 12, 48, 240])
      expect(push('flow', 0.8, frame)).toBeLessThan(push('acceleration', 0.8, frame));
    expect(push('flow', 6, 4)).toBeGreaterThan(push('acceleration', 6, 4));
  });

  it('a particle without drag is not carried at all', () => expect(push('flow', 0, 48)).toBe(0));
});

describe('orbits about an inverse-square attractor', () => {
  const orbit = (radius: number, substeps: number, speed = 1 / Math.sqrt(radius)) =>
    testScene({
      emitter: { ...thrown([0, 0, speed]), transform: { position: [radius, 0, 0] } },
      fields: [{ settings: { kind: 'attractor', law: 'inverse-square', softening: 0 }, strength: 1 }],
      time: { fps: 24, substeps },
    });

  /** Seconds of one revolution, from the first upward crossing of the x axis to the next. */
  function period(radius: number): number {
    const run = runTo(orbit(radius, 16), 0);
    const crossings: number[] = [];
    let before = only(run);
    while (crossings.length < 2) {
      run.advance();
      const now = only(run);
      if (before.z < 0 && now.z >= 0) crossings.push(run.frame - 1 + before.z / (before.z - now.z));
      before = now;
    }
    return (crossings[1]! - crossings[0]!) / 24;
  }

  it('Kepler’s third law: T = 2π·√(a³/μ)', () => {
    for (const radius of [1, 1.6, 2.5]) expect(period(radius) / (2 * Math.PI * radius ** 1.5)).toBeCloseTo(1, 3);
  });

  it('energy stays bounded and angular momentum shows no drift over 100 orbits (symplectic: Hairer, Lubich & Wanner)', () => {
    const run = runTo(orbit(1, 8, 0.85), 0);
    const energies: number[] = [];
    const momenta: number[] = [];
    const frames = Math.round(100 * 2 * Math.PI * 24);
    while (run.frame < frames) {
      run.advance();
      const { x, y, z, vx, vy, vz } = only(run);
      energies.push(0.5 * (vx * vx + vy * vy + vz * vz) - 1 / Math.hypot(x, y, z));
      momenta.push(z * vx - x * vz);
    }
    const mean = (a: number[]) => a.reduce((s, n) => s + n, 0) / a.length;
    const tenth = Math.floor(frames / 10);
    const start = 0.5 * 0.85 ** 2 - 1;
    expect(Math.abs(mean(energies.slice(-tenth)) / mean(energies.slice(0, tenth)) - 1)).toBeLessThan(2e-3);
    expect(Math.max(...energies.map((e) => Math.abs(e / start - 1)))).toBeLessThan(0.05);
    expect(Math.max(...momenta.map((l) => Math.abs(l / -0.85 - 1)))).toBeLessThan(1e-3);
  });
});

describe('the spring shell (Hooke’s law, textbook mechanics)', () => {
  const [radius, stretch, mass] = [1.5, 0.4, 0.7];
  /** Let go at rest off the shell, along a slanted line; the place is turned, which a ball must not notice. */
  const sprung = (stiffness: number, damping: number, substeps: number) => {
    const out = (radius + stretch) / Math.sqrt(3);
    return testScene({
      emitter: { ...thrown([0, 0, 0], { mass }), transform: { position: [2 + out, out, -1 + out] } },
      fields: [
        {
          settings: { kind: 'shell', radius, damping },
          strength: stiffness,
          actsAs: 'force',
          transform: { position: [2, 0, -1], rotation: [30, -50, 70] },
        },
      ],
      time: { fps: 24, substeps },
    });
  };
  const off = (run: ReturnType<typeof runTo>) => {
    const { x, y, z } = only(run);
    return Math.hypot(x - 2, y, z + 1) - radius;
  };

  it('swings with the period 2π·√(m/k) to 1e-3, and its error shrinks in the second order', () => {
    const run = runTo(sprung(4, 0, 16), 0);
    const crossings: number[] = [];
    let before = off(run);
    while (crossings.length < 4) {
      run.advance();
      const now = off(run);
      if (before < 0 && now >= 0) crossings.push((run.frame - 1 + before / (before - now)) / 24);
      before = now;
    }
    expect((crossings[3]! - crossings[0]!) / 3 / (2 * Math.PI * Math.sqrt(mass / 4))).toBeCloseTo(1, 3);

    const error = (substeps: number) =>
      Math.abs(off(runTo(sprung(4, 0, substeps), 20)) - stretch * Math.cos(Math.sqrt(4 / mass) * (20 / 24)));
    for (const substeps of [1, 2, 4]) {
      expect(error(substeps) / error(2 * substeps)).toBeGreaterThan(3.6);
      expect(error(substeps) / error(2 * substeps)).toBeLessThan(4.4);
    }
  });

  it('damped, it falls off as e^(−ct/2m), to 1e-3 at 16 substeps', () => {
    const damping = 0.5;
    const rate = damping / (2 * mass);
    // Stiff enough for a damped period of two seconds: every 48th frame is a whole swing.
    const scene = sprung(mass * (Math.PI ** 2 + rate ** 2), damping, 16);
    for (const swings of [1, 2, 3])
      expect(Math.abs(off(runTo(scene, 48 * swings)) / stretch - Math.exp(-rate * 2 * swings))).toBeLessThan(1e-3);
  });

  it('two of them are twice as strong', () => {
    const [field] = sprung(4, 0.3, 4).fields;
    const one = sprung(4, 0.3, 4);
    const pair = { ...one, fields: [field!, { ...field!, id: 'second' }] };
    expect(off(runTo(pair, 20))).toBeCloseTo(off(runTo(sprung(8, 0.6, 4), 20)), 12);
  });
});
